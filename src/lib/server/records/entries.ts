import { and, eq, inArray } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { askedField, bearsOnBody } from '../../../core/reading/index.js';
import { foldEntries, stableText, valueOf, type Entry } from '../../../core/visit/index.js';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import { mustBeHere, type Horse } from './horses.js';
import { shapeChanged } from './calls.js';
import { noteDeed } from './deeds.js';
import { mustChange, type Scope } from './scope.js';
import { refreshStanding } from './standing.js';
import { writeHorse } from './transaction.js';
import { entriesOf } from './visitFields.js';
import { contentHash, findVisit, type Visit } from './visits.js';

/** Entries of one visit from one device. */
export interface EntryBatch {
	readonly visitId: string;
	readonly horseId: string;
	/** The day, for a visit that is not here yet. */
	readonly visitedOn: string;
	readonly device: string;
	readonly entries: readonly Entry[];
}

export interface EntriesKept {
	readonly stored: readonly string[];
	/** Ids that came before with other content; what came first stays. */
	readonly clashed: readonly string[];
}

async function visitFor(tx: Asker, scope: Scope, horse: Horse, batch: EntryBatch): Promise<Visit> {
	const [old] = await tx.select().from(tables.visit).where(eq(tables.visit.id, batch.visitId)).for('update');
	if (old && old.horseId !== horse.id) throw new CoreError('not-found');
	if (old) {
		mustChange(scope, old);
		return old;
	}
	const { visitId: id, visitedOn } = batch;
	mustBeHere(horse, visitedOn);
	const hash = contentHash({ id, horseId: horse.id, visitedOn, note: '', tracings: [] });
	const values = { id, yardId: horse.yardId, horseId: horse.id, visitedOn, madeBy: scope.personId, contentHash: hash };
	const [made] = await tx.insert(tables.visit).values(values).returning();
	await noteDeed(tx, scope, { yardId: horse.yardId, horseId: horse.id, what: 'visit-made', about: { on: visitedOn } });
	return made as Visit;
}

async function insertEntries(tx: Asker, scope: Scope, batch: EntryBatch): Promise<EntriesKept & { added: number }> {
	if (batch.entries.length === 0) return { stored: [], clashed: [], added: 0 };
	const unique = [...new Map(batch.entries.map((e) => [e.id, e])).values()];
	const made = await tx
		.insert(tables.visitEntry)
		.values(
			unique.map((e) => ({
				id: e.id,
				visitId: batch.visitId,
				field: e.field,
				value: { v: e.value },
				replaces: [...e.replaces],
				device: batch.device,
				madeAt: new Date(e.madeAt),
				madeBy: scope.personId
			}))
		)
		.onConflictDoNothing()
		.returning({ id: tables.visitEntry.id });
	const fresh = new Set(made.map((m) => m.id));
	const again = unique.filter((e) => !fresh.has(e.id));
	const known = await earlier(
		tx,
		batch.visitId,
		again.map((e) => e.id)
	);
	const same = (e: Entry) => known.get(e.id) === `${e.field} ${stableText(e.value)}`;
	const clashed = again.filter((e) => !same(e)).map((e) => e.id);
	return { stored: unique.map((e) => e.id).filter((id) => !clashed.includes(id)), clashed, added: made.length };
}

async function earlier(tx: Asker, visitId: string, ids: string[]): Promise<Map<string, string>> {
	if (ids.length === 0) return new Map();
	const rows = await tx
		.select()
		.from(tables.visitEntry)
		.where(and(inArray(tables.visitEntry.id, ids), eq(tables.visitEntry.visitId, visitId)));
	return new Map(rows.map((r) => [r.id, `${r.field} ${stableText(r.value.v)}`]));
}

/**
 * Adds taps to a visit, making the visit when it is not here yet. Sent again, the same taps change
 * nothing. The horse's standing follows in the same transaction.
 */
export async function putEntries(db: Database, scope: Scope, batch: EntryBatch): Promise<EntriesKept> {
	return writeHorse(db, scope, batch.horseId, 'record', async (tx, horse) => {
		await visitFor(tx, scope, horse, batch);
		const { stored, clashed, added } = await insertEntries(tx, scope, batch);
		if (added > 0) {
			// A corrected day moves the tracings of the visit with it, and the body's measures bear on the cause; no other tap changes the shape's call.
			const moved = batch.entries.some((e) => e.field === 'day') && (await followDay(tx, horse, batch.visitId));
			await (moved || batch.entries.some((e) => bearsOnBody(e.field))
				? shapeChanged(tx, horse)
				: refreshStanding(tx, horse));
		}
		return { stored, clashed };
	});
}

/** Ticks off something that was asked of the owner at a visit (`on`), or opens it again (null): a tap of that visit. */
export async function tickAsked(
	db: Database,
	scope: Scope,
	horseId: string,
	{ visitId, what, on }: { readonly visitId: string; readonly what: string; readonly on: string | null }
): Promise<void> {
	await writeHorse(db, scope, horseId, 'record', async (tx, horse) => {
		const [visit] = await tx.select().from(tables.visit).where(eq(tables.visit.id, visitId)).for('update');
		if (!visit || visit.horseId !== horse.id || visit.undoneAt) throw new CoreError('not-found');
		mustChange(scope, visit);
		const before = await entriesOf(tx, visitId);
		const states = foldEntries(before);
		const asked = valueOf(states, 'treat/asked');
		if (!Array.isArray(asked) || !(asked as readonly string[]).includes(what)) throw new CoreError('not-found');
		const state = states.get(askedField(what));
		// Ticked twice is ticked once.
		if (((state?.value ?? null) !== null) === (on !== null)) return;
		const entry: Entry = {
			id: uuidv7(),
			field: askedField(what),
			value: on,
			replaces: before.filter((e) => e.field === askedField(what)).map((e) => e.id),
			madeAt: new Date().toISOString()
		};
		await insertEntries(tx, scope, {
			visitId,
			horseId,
			visitedOn: visit.visitedOn,
			device: scope.personId,
			entries: [entry]
		});
		await refreshStanding(tx, horse);
	});
}

/** A corrected day is a tap like any other; the visit's own day follows it. */
async function followDay(tx: Asker, horse: Horse, visitId: string): Promise<boolean> {
	const visitedOn = valueOf(foldEntries(await entriesOf(tx, visitId)), 'day');
	if (typeof visitedOn !== 'string') return false;
	mustBeHere(horse, visitedOn);
	await tx.update(tables.visit).set({ visitedOn }).where(eq(tables.visit.id, visitId));
	return true;
}

export interface VisitWalk {
	readonly visit: {
		readonly id: string;
		readonly horseId: string;
		readonly visitedOn: string;
		readonly undone: boolean;
	};
	readonly entries: readonly Entry[];
	/** Kept tracings by station. */
	readonly tracings: Readonly<Record<string, number>>;
}

/** Everything of one visit's walk, for going on with it on another device. */
export async function findWalk(db: Asker, scope: Scope, visitId: string): Promise<VisitWalk> {
	const visit = await findVisit(db, scope, visitId);
	const rows = await db
		.select({ station: tables.tracing.station })
		.from(tables.tracing)
		.where(eq(tables.tracing.visitId, visitId));
	const tracings: Record<string, number> = {};
	for (const { station } of rows) tracings[station] = (tracings[station] ?? 0) + 1;
	return {
		visit: { id: visit.id, horseId: visit.horseId, visitedOn: visit.visitedOn, undone: visit.undoneAt !== null },
		entries: await entriesOf(db, visitId),
		tracings
	};
}
