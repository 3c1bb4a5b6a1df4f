import ical, { ICalCalendarMethod } from 'ical-generator';
import { NEXT_STEP, VERDICT_WORD } from '../../../words/index.js';
import type { DueHorse } from '../records/index.js';

const HOURS = 6;

/**
 * What is due as iCalendar (RFC 5545): a whole day each, so that no zone and no change of the clock moves it. A horse's
 * event keeps its identity when its day moves, and is replaced, not doubled, in a program that reads it again.
 */
export function calendarOf(due: readonly DueHorse[], origin: string): string {
	const calendar = ical({ name: 'Zone Tally', method: ICalCalendarMethod.PUBLISH, ttl: HOURS * 3600 });
	for (const d of due) {
		const verdict = d.verdict ? VERDICT_WORD[d.verdict as keyof typeof VERDICT_WORD] : undefined;
		calendar.createEvent({
			id: `${d.horseId}@zone-tally`,
			start: new Date(`${d.on}T00:00:00Z`),
			allDay: true,
			summary: `${d.horse}: ${d.step === 'ride-on' ? 'trace again' : NEXT_STEP[d.step].toLowerCase()}`,
			description: [verdict, d.saddle, d.yard].filter(Boolean).join(', '),
			url: `${origin}/horses/${d.horseId}`
		});
	}
	return calendar.toString();
}
