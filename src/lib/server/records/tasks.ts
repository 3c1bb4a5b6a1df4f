import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import type { TaskFor } from '../../../core/diary/index.js';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import { noteDeed } from './deeds.js';
import { findHorse, lockHorse } from './horses.js';
import { seenBy, type Scope } from './scope.js';
import { write } from './write.js';

export interface TaskInput {
	readonly id: string;
	readonly askedOf: TaskFor;
	readonly what: string;
	readonly byOn: string | null;
}

/** Something asked of somebody, as it stands. */
export interface FoundTask extends TaskInput {
	readonly horseId: string;
	readonly horse: string;
	readonly yard: string;
	readonly madeBy: string | null;
	readonly done: boolean;
	readonly doneWith: string;
	readonly doneBy: string | null;
}

const MOST_TASKS = 500;

async function listTasks(
	db: Asker,
	scope: Scope,
	of: { readonly horseId?: string; readonly open?: boolean }
): Promise<FoundTask[]> {
	const { task, horse, yard, person } = tables;
	return db
		.select({
			id: task.id,
			horseId: task.horseId,
			horse: horse.name,
			yard: yard.name,
			askedOf: task.askedOf,
			what: task.what,
			byOn: task.byOn,
			madeBy: person.name,
			done: sql<boolean>`${task.doneAt} is not null`,
			doneWith: task.doneWith,
			doneBy: sql<string | null>`(select p.name from person p where p.id = ${task.doneBy})`
		})
		.from(task)
		.innerJoin(horse, eq(horse.id, task.horseId))
		.innerJoin(yard, eq(yard.id, task.yardId))
		.leftJoin(person, eq(person.id, task.madeBy))
		.where(
			and(
				seenBy(scope, task),
				isNull(task.undoneAt),
				of.horseId ? eq(task.horseId, of.horseId) : isNull(horse.archivedAt),
				of.open ? isNull(task.doneAt) : undefined
			)
		)
		.orderBy(sql`${task.doneAt} desc nulls first`, task.byOn, desc(task.madeAt))
		.limit(MOST_TASKS);
}

/** A horse's tasks, open ones first. */
export const listHorseTasks = (db: Asker, scope: Scope, horseId: string): Promise<FoundTask[]> =>
	listTasks(db, scope, { horseId });

/** All open tasks of horses that a person sees. */
export const listOpenTasks = (db: Asker, scope: Scope): Promise<FoundTask[]> => listTasks(db, scope, { open: true });

/** Asks something of somebody. The same again changes nothing. */
export async function putTask(db: Database, scope: Scope, horseId: string, input: TaskInput): Promise<void> {
	const { task } = tables;
	const { yardId } = await findHorse(db, scope, horseId);
	await write(db, scope, { yardId, horseId, right: 'note' }, async (tx) => {
		const horse = await lockHorse(tx, scope, horseId, 'note');
		const [made] = await tx
			.insert(task)
			.values({ ...input, horseId, yardId: horse.yardId, madeBy: scope.personId })
			.onConflictDoNothing()
			.returning({ id: task.id });
		if (made) {
			const about = { of: input.askedOf, what: input.what };
			await noteDeed(tx, scope, { yardId: horse.yardId, horseId, what: 'task-asked', about });
			return;
		}
		const [there] = await tx.select({ horseId: task.horseId }).from(task).where(eq(task.id, input.id));
		if (there?.horseId !== horseId) throw new CoreError('not-found');
	});
}

/** Says that it is done and what came of it, or that it is not; a second time changes nothing. */
export async function setTaskDone(
	db: Database,
	scope: Scope,
	id: string,
	{ done, doneWith }: { readonly done: boolean; readonly doneWith: string }
): Promise<void> {
	const { task } = tables;
	const of = await taskOf(db, scope, id);
	await write(db, scope, { yardId: of.yardId, horseId: of.horseId, right: 'note' }, async (tx) => {
		const found = await taskOf(tx, scope, id, true);
		if ((found.doneAt !== null) === done) return;
		const values = done
			? { doneAt: new Date(), doneBy: scope.personId, doneWith }
			: { doneAt: null, doneBy: null, doneWith: '' };
		await tx.update(task).set(values).where(eq(task.id, id));
		const about = { what: found.what };
		const { yardId, horseId } = found;
		await noteDeed(tx, scope, { yardId, horseId, what: done ? 'task-done' : 'task-open', about });
	});
}

/** Takes back what was asked: by who asked it, or who may correct. */
export async function undoTask(db: Database, scope: Scope, id: string): Promise<void> {
	const { task } = tables;
	const { yardId, horseId, madeBy, what } = await taskOf(db, scope, id);
	const right = madeBy === scope.personId ? 'note' : 'correct';
	await write(db, scope, { yardId, horseId, right }, async (tx) => {
		await tx.update(task).set({ undoneAt: new Date() }).where(eq(task.id, id));
		await noteDeed(tx, scope, { yardId, horseId, what: 'task-undone', about: { what } });
	});
}

async function taskOf(tx: Asker, scope: Scope, id: string, hold = false): Promise<typeof tables.task.$inferSelect> {
	const { task } = tables;
	const query = tx
		.select()
		.from(task)
		.where(and(eq(task.id, id), isNull(task.undoneAt), seenBy(scope, task)));
	const [found] = await (hold ? query.for('update') : query);
	if (!found) throw new CoreError('not-found');
	await findHorse(tx, scope, found.horseId);
	return found;
}
