import { createHash } from 'node:crypto';
import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import { rejudgeHorse } from './calls.js';
import { findHorse, lockHorse, type Horse } from './horses.js';
import { yardIds, type Scope } from './scope.js';
import { keepEarlier, mustMatchVersion } from './versions.js';

export interface TracingInput {
	readonly id: string;
	readonly station: string;
	readonly repeat: number;
	readonly xMm: readonly number[];
	readonly yMm: readonly number[];
	readonly source: string;
	readonly operator: string;
	readonly quality: number | null;
}

export interface VisitInput {
	readonly id: string;
	readonly horseId: string;
	readonly visitedOn: string;
	readonly note: string;
	readonly tracings: readonly TracingInput[];
	/** The version the edit started from; absent for a new visit. */
	readonly version?: number;
}

export type Visit = typeof tables.visit.$inferSelect;
export type WriteOutcome = 'made' | 'changed' | 'unchanged';

/** Of what a visit's own write holds; taps are entries and have ids of their own. */
export function contentHash(input: VisitInput): string {
	const tracings = [...input.tracings].sort((a, b) => a.id.localeCompare(b.id));
	const body = JSON.stringify([input.horseId, input.visitedOn, input.note, tracings]);
	return createHash('sha256').update(body).digest('hex');
}

async function insertTracings(tx: Asker, input: VisitInput): Promise<void> {
	if (input.tracings.length === 0) return;
	await tx
		.insert(tables.tracing)
		.values(input.tracings.map((t) => ({ ...t, visitId: input.id, xMm: [...t.xMm], yMm: [...t.yMm] })));
}

async function replaceVisit(tx: Asker, scope: Scope, old: Visit, input: VisitInput, hash: string): Promise<void> {
	mustMatchVersion(old.version, input.version);
	const tracings = await tx.select().from(tables.tracing).where(eq(tables.tracing.visitId, old.id));
	await keepEarlier(tx, 'visit', old, { ...old, tracings }, scope.personId);
	await tx.delete(tables.tracing).where(eq(tables.tracing.visitId, old.id));
	await tx
		.update(tables.visit)
		.set({ visitedOn: input.visitedOn, note: input.note, contentHash: hash, version: old.version + 1, undoneAt: null })
		.where(eq(tables.visit.id, old.id));
	await insertTracings(tx, input);
}

async function writeVisit(tx: Asker, scope: Scope, horse: Horse, input: VisitInput): Promise<WriteOutcome> {
	const hash = contentHash(input);
	const [old] = await tx.select().from(tables.visit).where(eq(tables.visit.id, input.id)).for('update');
	if (!old) {
		await tx.insert(tables.visit).values({
			id: input.id,
			yardId: horse.yardId,
			horseId: horse.id,
			visitedOn: input.visitedOn,
			note: input.note,
			madeBy: scope.personId,
			contentHash: hash
		});
		await insertTracings(tx, input);
		return 'made';
	}
	if (old.horseId !== horse.id) throw new CoreError('not-found');
	if (old.contentHash === hash && old.undoneAt === null) return 'unchanged';
	await replaceVisit(tx, scope, old, input, hash);
	return 'changed';
}

/**
 * Writes a visit with all its tracings, or nothing. The same write again is `unchanged`;
 * another content under the same id is an edit, and the earlier version is kept.
 */
export async function putVisit(db: Database, scope: Scope, input: VisitInput): Promise<WriteOutcome> {
	return db.transaction(async (tx) => {
		const horse = await lockHorse(tx, scope, input.horseId);
		const outcome = await writeVisit(tx, scope, horse, input);
		if (outcome !== 'unchanged') await rejudgeHorse(tx, horse);
		return outcome;
	});
}

/** What stands with what comes: a tracing of the same station and repeat is the same sheet read again and takes its place. */
function mergedTracings(stand: readonly TracingInput[], come: readonly TracingInput[]): TracingInput[] {
	const replaced = (t: TracingInput) => come.some((c) => c.station === t.station && c.repeat === t.repeat);
	return [...stand.filter((t) => !replaced(t)), ...come];
}

/**
 * Adds tracings to a visit, which is begun when it is not there yet: sheets that come back one after the
 * other file themselves so. Day and note of a visit that is there stay; a new note is added.
 */
export async function addTracings(db: Database, scope: Scope, input: VisitInput): Promise<WriteOutcome> {
	return db.transaction(async (tx) => {
		const horse = await lockHorse(tx, scope, input.horseId);
		const [old] = await tx.select().from(tables.visit).where(eq(tables.visit.id, input.id));
		if (old && old.horseId !== horse.id) throw new CoreError('not-found');
		const stand = old ? await tx.select().from(tables.tracing).where(eq(tables.tracing.visitId, old.id)) : [];
		const plain = stand.map(({ id, station, repeat, xMm, yMm, source, operator, quality }): TracingInput => {
			return { id, station, repeat, xMm, yMm, source, operator, quality };
		});
		const note = [old?.note, input.note].filter((n, i, all) => n && all.indexOf(n) === i).join('\n');
		const outcome = await writeVisit(tx, scope, horse, {
			...input,
			visitedOn: old?.visitedOn ?? input.visitedOn,
			note,
			tracings: mergedTracings(plain, input.tracings),
			...(old ? { version: old.version } : {})
		});
		if (outcome !== 'unchanged') await rejudgeHorse(tx, horse);
		return outcome;
	});
}

/** Takes a visit back (`undone`) or puts it in again. Nothing is deleted. */
export async function setVisitUndone(db: Database, scope: Scope, visitId: string, undone: boolean): Promise<void> {
	await db.transaction(async (tx) => {
		const [visit] = await tx
			.select({ horseId: tables.visit.horseId })
			.from(tables.visit)
			.where(and(eq(tables.visit.id, visitId), inArray(tables.visit.yardId, yardIds(scope))));
		if (!visit) throw new CoreError('not-found');
		const horse = await lockHorse(tx, scope, visit.horseId);
		await tx
			.update(tables.visit)
			.set({ undoneAt: undone ? sql`now()` : null })
			.where(eq(tables.visit.id, visitId));
		await rejudgeHorse(tx, horse);
	});
}

export interface ListedVisit {
	readonly id: string;
	readonly visitedOn: string;
	readonly note: string;
	readonly version: number;
	readonly tracings: number;
	/** Fields noted on the walk. */
	readonly taps: number;
}

/** A horse's visits that stand, newest first. */
export async function listVisits(db: Asker, scope: Scope, horseId: string): Promise<ListedVisit[]> {
	await findHorse(db, scope, horseId);
	return db
		.select({
			id: tables.visit.id,
			visitedOn: tables.visit.visitedOn,
			note: tables.visit.note,
			version: tables.visit.version,
			tracings: sql<number>`(select count(*)::int from tracing t where t.visit_id = visit.id)`,
			taps: sql<number>`(select count(distinct e.field)::int from visit_entry e where e.visit_id = visit.id)`
		})
		.from(tables.visit)
		.where(and(eq(tables.visit.horseId, horseId), isNull(tables.visit.undoneAt)))
		.orderBy(desc(tables.visit.visitedOn));
}

/** One visit, undone or not, in one of the person's yards. */
export async function findVisit(db: Asker, scope: Scope, visitId: string): Promise<Visit> {
	const [found] = await db
		.select()
		.from(tables.visit)
		.where(and(eq(tables.visit.id, visitId), inArray(tables.visit.yardId, yardIds(scope))));
	if (!found) throw new CoreError('not-found');
	return found;
}
