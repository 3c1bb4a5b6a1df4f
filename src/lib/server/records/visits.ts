import { createHash } from 'node:crypto';
import { and, desc, eq, inArray, isNotNull, isNull, ne, sql } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker, type Database, type Writer } from '../db/index.js';
import { shapeChanged } from './calls.js';
import { findHorse, mustBeHere, type Horse } from './horses.js';
import { andJudge, inTurn, writeHorse } from './transaction.js';
import { noteDeed } from './deeds.js';
import { mustChange, mustMayInYard, seenBy, type Scope } from './scope.js';
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
	/** The person looked at the sheets and says that they are right. */
	readonly checked?: boolean;
	/** The version the edit started from; absent for a new visit. */
	readonly version?: number;
}

export type Visit = typeof tables.visit.$inferSelect;
/** `known`: all of it is in another visit of that day already, and nothing was written. */
export type WriteOutcome = 'made' | 'changed' | 'unchanged' | 'known';

export interface Written {
	readonly outcome: WriteOutcome;
	/** Version that an edit must start from now; absent where nothing stands. */
	readonly version?: number;
	/** Tracings left out because the horse has the very same ones in another visit of that day. */
	readonly known: number;
}

/** Of what a visit's own write holds; taps are entries and have ids of their own. */
export function contentHash(input: VisitInput): string {
	const tracings = [...input.tracings].sort((a, b) => a.id.localeCompare(b.id));
	const body = JSON.stringify([input.horseId, input.visitedOn, input.note, tracings, ...(input.checked ? [true] : [])]);
	return createHash('sha256').update(body).digest('hex');
}

async function insertTracings(tx: Writer, visitId: string, tracings: readonly TracingInput[]): Promise<void> {
	if (tracings.length === 0) return;
	await tx.insert(tables.tracing).values(tracings.map((t) => ({ ...t, visitId, xMm: [...t.xMm], yMm: [...t.yMm] })));
}

const sameNumbers = (a: readonly number[], b: readonly number[]): boolean =>
	a.length === b.length && a.every((v, i) => v === b[i]);

/** Those of the tracings that the horse has, point for point, in another visit of that day. */
async function knownTracings(tx: Asker, horse: Horse, input: VisitInput): Promise<Set<string>> {
	const { tracing, visit } = tables;
	const there = await tx
		.select({ station: tracing.station, xMm: tracing.xMm, yMm: tracing.yMm })
		.from(tracing)
		.innerJoin(visit, eq(visit.id, tracing.visitId))
		.where(
			and(
				eq(visit.horseId, horse.id),
				eq(visit.visitedOn, input.visitedOn),
				isNull(visit.undoneAt),
				ne(visit.id, input.id)
			)
		);
	const same = (t: TracingInput) =>
		there.some((o) => o.station === t.station && sameNumbers(o.xMm, t.xMm) && sameNumbers(o.yMm, t.yMm));
	return new Set(input.tracings.filter(same).map((t) => t.id));
}

async function makeVisit(tx: Writer, scope: Scope, horse: Horse, input: VisitInput, hash: string): Promise<Written> {
	const known = await knownTracings(tx, horse, input);
	const fresh = input.tracings.filter((t) => !known.has(t.id));
	if (known.size > 0 && fresh.length === 0 && input.note === '') return { outcome: 'known', known: known.size };
	await tx.insert(tables.visit).values({
		id: input.id,
		yardId: horse.yardId,
		horseId: horse.id,
		visitedOn: input.visitedOn,
		note: input.note,
		madeBy: scope.personId,
		checked: input.checked ?? false,
		contentHash: hash
	});
	await insertTracings(tx, input.id, fresh);
	return { outcome: 'made', version: 1, known: known.size };
}

async function replaceVisit(tx: Writer, scope: Scope, old: Visit, input: VisitInput, hash: string): Promise<Written> {
	// An edit that does not say what it started from would write over what it never saw.
	if (input.version === undefined) throw new CoreError('changed-meanwhile');
	mustMatchVersion(old.version, input.version);
	const tracings = await tx.select().from(tables.tracing).where(eq(tables.tracing.visitId, old.id));
	await keepEarlier(tx, 'visit', old, { ...old, tracings }, scope.personId);
	await tx.delete(tables.tracing).where(eq(tables.tracing.visitId, old.id));
	const version = old.version + 1;
	await tx
		.update(tables.visit)
		.set({
			visitedOn: input.visitedOn,
			note: input.note,
			checked: input.checked ?? false,
			contentHash: hash,
			version
		})
		.where(eq(tables.visit.id, old.id));
	await insertTracings(tx, input.id, input.tracings);
	return { outcome: 'changed', version, known: 0 };
}

/**
 * A visit that a write names, where it is there: of this horse, and the person's to change. The horse is held by the
 * caller, and all writes of a visit hold its horse. Throws `visit-moved` where somebody filed it to another horse.
 */
export async function visitHeld(tx: Asker, scope: Scope, horse: Horse, visitId: string): Promise<Visit | undefined> {
	const [old] = await tx.select().from(tables.visit).where(eq(tables.visit.id, visitId));
	if (!old) return undefined;
	if (old.horseId !== horse.id) {
		const [other] = await tx
			.select({ name: tables.horse.name })
			.from(tables.horse)
			.where(
				and(eq(tables.horse.id, old.horseId), seenBy(scope, { yardId: tables.horse.yardId, horseId: tables.horse.id }))
			);
		throw other ? new CoreError('visit-moved', { on: old.visitedOn, to: other.name }) : new CoreError('not-found');
	}
	mustChange(scope, old);
	return old;
}

async function writeVisit(tx: Writer, scope: Scope, horse: Horse, input: VisitInput): Promise<Written> {
	const hash = contentHash(input);
	mustBeHere(horse, input.visitedOn);
	const old = await visitHeld(tx, scope, horse, input.id);
	if (!old) return makeVisit(tx, scope, horse, input, hash);
	if (old.undoneAt !== null) throw new CoreError('visit-deleted', { on: old.visitedOn });
	if (old.contentHash === hash) return { outcome: 'unchanged', version: old.version, known: 0 };
	return replaceVisit(tx, scope, old, input, hash);
}

async function judgedAfter(tx: Writer, scope: Scope, horse: Horse, on: string, written: Written): Promise<Written> {
	if (written.outcome === 'made' || written.outcome === 'changed') {
		await shapeChanged(tx, horse);
		const what = written.outcome === 'made' ? 'visit-made' : 'visit-changed';
		await noteDeed(tx, scope, { yardId: horse.yardId, horseId: horse.id, what, about: { on } });
	}
	return written;
}

/** Who traced, where nobody else is named: the person who writes it down. */
const named = (input: VisitInput, writer: string): VisitInput => ({
	...input,
	tracings: input.tracings.map((t) => (t.operator ? t : { ...t, operator: writer }))
});

/**
 * Writes a visit with all its tracings, or nothing. The same write again is `unchanged`; another content under
 * the same id is an edit, which names the version it started from, and the earlier version is kept.
 */
export async function putVisit(db: Database, scope: Scope, input: VisitInput, writer = ''): Promise<Written> {
	return writeHorse(db, scope, input.horseId, 'record', async (tx, horse) =>
		judgedAfter(tx, scope, horse, input.visitedOn, await writeVisit(tx, scope, horse, named(input, writer)))
	);
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
export async function addTracings(db: Database, scope: Scope, given: VisitInput, writer = ''): Promise<Written> {
	const input = named(given, writer);
	return writeHorse(db, scope, input.horseId, 'record', async (tx, horse) => {
		const old = await visitHeld(tx, scope, horse, input.id);
		const stand = old ? await tx.select().from(tables.tracing).where(eq(tables.tracing.visitId, old.id)) : [];
		const plain = stand.map(({ id, station, repeat, xMm, yMm, source, operator, quality }): TracingInput => {
			return { id, station, repeat, xMm, yMm, source, operator, quality };
		});
		const note = [old?.note, input.note].filter((n, i, all) => n && all.indexOf(n) === i).join('\n');
		const written = await writeVisit(tx, scope, horse, {
			...input,
			visitedOn: old?.visitedOn ?? input.visitedOn,
			note,
			tracings: mergedTracings(plain, input.tracings),
			checked: (old?.checked ?? false) || (input.checked ?? false),
			...(old ? { version: old.version } : {})
		});
		return judgedAfter(tx, scope, horse, old?.visitedOn ?? input.visitedOn, written);
	});
}

/** Takes a visit back (`undone`) or puts it in again. Nothing is deleted. */
export async function setVisitUndone(db: Database, scope: Scope, visitId: string, undone: boolean): Promise<void> {
	const visit = await findVisit(db, scope, visitId);
	mustChange(scope, visit);
	await writeHorse(db, scope, visit.horseId, 'record', async (tx, horse) => {
		// Its version rises, so that an edit which began before cannot bring it back unseen.
		const changed = await tx
			.update(tables.visit)
			.set({ undoneAt: undone ? sql`now()` : null, version: sql`${tables.visit.version} + 1` })
			.where(
				and(eq(tables.visit.id, visitId), undone ? isNull(tables.visit.undoneAt) : isNotNull(tables.visit.undoneAt))
			)
			.returning({ id: tables.visit.id });
		if (changed.length === 0) return;
		await shapeChanged(tx, horse);
		const what = undone ? 'visit-undone' : 'visit-restored';
		await noteDeed(tx, scope, { yardId: horse.yardId, horseId: horse.id, what, about: { on: visit.visitedOn } });
	});
}

/** Moves a visit that was filed to the wrong horse to another of the same yard, with all that is in it. */
export async function moveVisit(db: Database, scope: Scope, visitId: string, toHorseId: string): Promise<void> {
	const visit = await findVisit(db, scope, visitId);
	const to = await findHorse(db, scope, toHorseId);
	mustMayInYard(scope, visit.yardId, 'record');
	mustChange(scope, visit);
	if (to.yardId !== visit.yardId) throw new CoreError('not-found');
	if (to.id === visit.horseId) return;
	mustBeHere(to, visit.visitedOn);
	const [first, second] = [visit.horseId, to.id].sort() as [string, string];
	// Always in the same order, so that two moves never wait for each other.
	await inTurn(first, () =>
		inTurn(second, () =>
			andJudge(db, scope, { yardId: visit.yardId, right: 'record' }, async (tx) => {
				const both = await tx
					.select()
					.from(tables.horse)
					.where(inArray(tables.horse.id, [first, second]))
					.orderBy(tables.horse.id)
					.for('update');
				const [marked] = await tx
					.select({ id: tables.fitMark.id })
					.from(tables.fitMark)
					.where(eq(tables.fitMark.visitId, visitId));
				if (marked) throw new CoreError('visit-carries-mark');
				await keepEarlier(tx, 'visit', visit, visit, scope.personId);
				await tx
					.update(tables.visit)
					.set({ horseId: to.id, version: visit.version + 1 })
					.where(eq(tables.visit.id, visitId));
				const pairings = tx
					.select({ id: tables.pairing.id })
					.from(tables.pairing)
					.where(eq(tables.pairing.horseId, visit.horseId));
				await tx
					.delete(tables.storedCall)
					.where(and(eq(tables.storedCall.visitId, visitId), inArray(tables.storedCall.pairingId, pairings)));
				for (const horse of both) await shapeChanged(tx, horse);
				const about = { on: visit.visitedOn, to: to.name };
				await noteDeed(tx, scope, { yardId: visit.yardId, horseId: visit.horseId, what: 'visit-moved', about });
			})
		)
	);
}

export interface ListedVisit {
	readonly id: string;
	readonly visitedOn: string;
	readonly note: string;
	readonly version: number;
	readonly tracings: number;
	/** Fields noted on the walk. */
	readonly taps: number;
	readonly undone: boolean;
	readonly madeBy: string | null;
}

async function visitsOf(db: Asker, horseId: string, all: boolean): Promise<ListedVisit[]> {
	const { visit } = tables;
	return db
		.select({
			id: visit.id,
			visitedOn: visit.visitedOn,
			note: visit.note,
			version: visit.version,
			tracings: sql<number>`(select count(*)::int from tracing t where t.visit_id = visit.id)`,
			taps: sql<number>`(select count(distinct e.field)::int from visit_entry e where e.visit_id = visit.id)`,
			undone: sql<boolean>`${visit.undoneAt} is not null`,
			madeBy: tables.person.name
		})
		.from(visit)
		.leftJoin(tables.person, eq(tables.person.id, visit.madeBy))
		.where(and(eq(visit.horseId, horseId), all ? undefined : isNull(visit.undoneAt)))
		.orderBy(desc(visit.visitedOn), desc(visit.createdAt));
}

/** A horse's visits that stand, newest first. The caller has bounded the horse. */
export const listVisits = (db: Asker, horseId: string): Promise<ListedVisit[]> => visitsOf(db, horseId, false);

/** All of a horse's visits, those taken back too, newest first. The caller has bounded the horse. */
export const listAllVisits = (db: Asker, horseId: string): Promise<ListedVisit[]> => visitsOf(db, horseId, true);

/** One visit, undone or not, in one of the person's yards. */
export async function findVisit(db: Asker, scope: Scope, visitId: string): Promise<Visit> {
	const [found] = await db
		.select()
		.from(tables.visit)
		.where(and(eq(tables.visit.id, visitId), seenBy(scope, tables.visit)));
	if (!found) throw new CoreError('not-found');
	return found;
}
