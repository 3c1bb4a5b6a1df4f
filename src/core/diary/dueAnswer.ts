import { CoreError } from '../errors/index.js';
import { addDays, type Day } from '../units/index.js';

/** What a person says to a date that is due: put off to a later day, or skipped this once. */
export const DUE_ANSWERS = ['put-off', 'skipped'] as const;
export type DueAnswer = (typeof DUE_ANSWERS)[number];

/** A date is put off by no more than this, days. */
export const MOST_PUT_OFF_DAYS = 180;

export interface AnswerToDue {
	readonly dueOn: Day;
	readonly answer: DueAnswer;
	readonly until: Day | null;
	readonly reason: string;
}

/** When it is due in the end: another day where it was put off, never where it was skipped. */
export const answeredDay = (dueOn: Day, said: Pick<AnswerToDue, 'answer' | 'until'> | undefined): Day | null =>
	said === undefined ? dueOn : said.answer === 'skipped' ? null : said.until;

/**
 * Refuses an answer that cannot stand: a stop is not put off (`stop-not-put-off`), another day lies ahead and not
 * beyond reach (`bad-put-off`), and who skips says why (`say-why`).
 */
export function mustAnswer({ answer, until, reason }: AnswerToDue, today: Day, stopped: boolean): void {
	if (stopped) throw new CoreError('stop-not-put-off');
	if (answer === 'skipped' && reason.trim() === '') throw new CoreError('say-why');
	if (answer === 'put-off' && (until === null || until < today || until > addDays(today, MOST_PUT_OFF_DAYS)))
		throw new CoreError('bad-put-off', { most: MOST_PUT_OFF_DAYS });
}
