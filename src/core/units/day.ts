import { Temporal } from 'temporal-polyfill';
import { CoreError } from '../errors/index.js';

/** A plain calendar day, ISO 8601 `YYYY-MM-DD`, without a time zone. */
export type Day = string;

/** Checks a day; throws `bad-date` for anything that is not a real calendar day between 1950 and 2200. */
export function parseDay(text: string): Day {
	const trimmed = text.trim();
	if (!/^\d{4}-\d{2}-\d{2}$/.test(trimmed)) throw new CoreError('bad-date', { value: trimmed });
	try {
		const year = Temporal.PlainDate.from(trimmed, { overflow: 'reject' }).year;
		if (year < 1950 || year > 2200) throw new RangeError('year');
	} catch {
		throw new CoreError('bad-date', { value: trimmed });
	}
	return trimmed;
}

/** Whole days from `from` to `to`; negative when `to` is earlier. */
export function daysBetween(from: Day, to: Day): number {
	return Math.round((Date.parse(`${to}T00:00Z`) - Date.parse(`${from}T00:00Z`)) / 86_400_000);
}

/** The day `days` after `day`. */
export function addDays(day: Day, days: number): Day {
	return Temporal.PlainDate.from(day).add({ days }).toString();
}

/** Age in years by the calendar on a day; undefined where the year of birth is not known. */
export function ageYearsOn(bornYear: number | null, day: Day): number | undefined {
	return bornYear === null ? undefined : Number(day.slice(0, 4)) - bornYear;
}
