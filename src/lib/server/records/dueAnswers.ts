import { and, eq, isNull, sql, type SQL } from 'drizzle-orm';
import { mustAnswer, type AnswerToDue } from '../../../core/diary/index.js';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import { noteDeed } from './deeds.js';
import { findHorse, lockHorse } from './horses.js';
import { seenBy, type Scope } from './scope.js';
import { writeHorse } from './transaction.js';
import { write } from './write.js';

const { dueAnswer, standing } = tables;

/** Joins what a person said to the date that stands: an answer to an earlier date or another call says nothing of a new one. */
export const answersDue: SQL = and(
	eq(dueAnswer.horseId, standing.horseId),
	eq(dueAnswer.dueOn, standing.nextOn),
	sql`${dueAnswer.verdict} is not distinct from ${standing.verdict}`,
	isNull(dueAnswer.undoneAt)
) as SQL;

/** When a horse is due in the end (`answeredDay`): put off to another day, or skipped and so not due. */
export const dueInTheEnd = sql<
	string | null
>`case ${dueAnswer.answer} when 'put-off' then ${dueAnswer.until} when 'skipped' then null else ${standing.nextOn} end`;

/** What was said to the date that stands for a horse. */
export interface FoundAnswer extends AnswerToDue {
	readonly id: string;
}

/** The date that stands for a horse, and what was said to it. */
export interface StandingDue {
	readonly dueOn: string;
	readonly stopped: boolean;
	readonly said: FoundAnswer | null;
}

/** The date that stands; undefined where there is none. The caller has bounded the horse. */
export async function findDue(db: Asker, horseId: string): Promise<StandingDue | undefined> {
	const { id, dueOn, answer, until, reason } = dueAnswer;
	const [found] = await db
		.select({ nextOn: standing.nextOn, verdict: standing.verdict, said: { id, dueOn, answer, until, reason } })
		.from(standing)
		.leftJoin(dueAnswer, answersDue)
		.where(eq(standing.horseId, horseId));
	if (!found?.nextOn) return undefined;
	return { dueOn: found.nextOn, stopped: found.verdict === 'stop', said: found.said };
}

/**
 * Puts a date off or skips it. It answers the date that stands: one that has moved meanwhile is refused
 * (`changed-meanwhile`). The same again changes nothing; another answer takes its place, and the first is kept.
 */
export async function putDueAnswer(
	db: Database,
	scope: Scope,
	horseId: string,
	input: FoundAnswer,
	today: string
): Promise<void> {
	await writeHorse(db, scope, horseId, 'record', async (tx, horse) => {
		const [there] = await tx.select().from(dueAnswer).where(eq(dueAnswer.id, input.id));
		if (there) {
			if (there.horseId !== horseId) throw new CoreError('not-found');
			return;
		}
		const [now] = await tx
			.select({ nextOn: standing.nextOn, verdict: standing.verdict })
			.from(standing)
			.where(eq(standing.horseId, horseId));
		if (now?.nextOn !== input.dueOn) throw new CoreError('changed-meanwhile');
		mustAnswer(input, today, now.verdict === 'stop');
		await tx
			.update(dueAnswer)
			.set({ undoneAt: new Date() })
			.where(and(eq(dueAnswer.horseId, horseId), eq(dueAnswer.dueOn, input.dueOn), isNull(dueAnswer.undoneAt)));
		await tx
			.insert(dueAnswer)
			.values({ ...input, verdict: now.verdict, horseId, yardId: horse.yardId, madeBy: scope.personId });
		await noteDeed(tx, scope, {
			yardId: horse.yardId,
			horseId,
			what: input.answer === 'skipped' ? 'due-skipped' : 'due-put-off',
			about: { on: input.dueOn, ...(input.until ? { to: input.until } : {}) }
		});
	});
}

/** Takes an answer back: the date counts again. */
export async function undoDueAnswer(db: Database, scope: Scope, horseId: string, id: string): Promise<void> {
	const { yardId } = await findHorse(db, scope, horseId);
	await write(db, scope, { yardId, horseId, right: 'record' }, async (tx) => {
		await lockHorse(tx, scope, horseId, 'record');
		const [done] = await tx
			.update(dueAnswer)
			.set({ undoneAt: sql`coalesce(${dueAnswer.undoneAt}, now())` })
			.where(and(eq(dueAnswer.id, id), eq(dueAnswer.horseId, horseId), seenBy(scope, dueAnswer)))
			.returning({ id: dueAnswer.id, dueOn: dueAnswer.dueOn });
		if (!done) throw new CoreError('not-found');
		await noteDeed(tx, scope, { yardId, horseId, what: 'due-undone', about: { on: done.dueOn } });
	});
}
