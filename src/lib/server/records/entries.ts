import { and, eq, gt, inArray, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { askedField } from '../../../core/reading/index.js';
import { fieldBearsOn, foldEntries, isForTheVet, stableText, valueOf, type Entry } from '../../../core/visit/index.js';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker, type Database, type Writer } from '../db/index.js';
import { mustBeHere, type Horse } from './horses.js';
import { shapeChanged } from './calls.js';
import { noteDeed } from './deeds.js';
import type { Scope } from './scope.js';
import { refreshStanding } from './standing.js';
import { writeHorse } from './transaction.js';
import { entriesOf } from './visitFields.js';
import { keepEarlier } from './versions.js';
import { contentHash, findVisit, visitHeld, type Visit } from './visits.js';

/** Entries of one visit from one device. */
export interface EntryBatch {
	readonly visitId: string;
	readonly horseId: string;
	/** The day, for a visit that is not here yet. */
	readonly visitedOn: string;
	readonly device: string;
	readonly entries: readonly Entry[];
	/** How far the device's clock is behind the server's, ms; 0 where it agrees. */
	readonly clockOffMs?: number;
}

export interface EntriesKept {
	readonly stored: readonly string[];
	/** Ids that came before with other content; what came first stays. */
	readonly clashed: readonly string[];
	/** Somebody had deleted the visit; what came is for the vet, so it was restored. */
	readonly reopened: boolean;
}

/** A device whose clock is off by more does not know the day of its visit. */
const MOST_CLOCK_OFF_MS = 86_400_000;

/**
 * A deleted visit takes no more taps: that is said, and they stay on the device. One that asks for the vet is not left
 * there: it restores the visit, visibly.
 */
async function mustBeOpen(tx: Writer, scope: Scope, visit: Visit, batch: EntryBatch): Promise<boolean> {
	if (visit.undoneAt === null) return false;
	const { id, yardId, horseId, visitedOn } = visit;
	if (!batch.entries.some((e) => isForTheVet(e.field, e.value)))
		throw new CoreError('visit-deleted', { on: visitedOn });
	await tx
		.update(tables.visit)
		.set({ undoneAt: null, version: sql`${tables.visit.version} + 1` })
		.where(eq(tables.visit.id, id));
	await noteDeed(tx, scope, { yardId, horseId, what: 'visit-restored', about: { on: visitedOn, why: 'for-the-vet' } });
	return true;
}

async function visitFor(
	tx: Writer,
	scope: Scope,
	horse: Horse,
	batch: EntryBatch
): Promise<{ readonly visit: Visit; readonly reopened: boolean }> {
	const old = await visitHeld(tx, scope, horse, batch.visitId);
	if (old) return { visit: old, reopened: await mustBeOpen(tx, scope, old, batch) };
	const { visitId: id, visitedOn, clockOffMs = 0 } = batch;
	// A day that somebody has confirmed by hand is believed whatever the clock says.
	if (Math.abs(clockOffMs) > MOST_CLOCK_OFF_MS && !batch.entries.some((e) => e.field === 'day'))
		throw new CoreError('clock-off', {
			days: Math.round(Math.abs(clockOffMs) / 86_400_000),
			fast: clockOffMs < 0 ? 1 : 0
		});
	mustBeHere(horse, visitedOn);
	const hash = contentHash({ id, horseId: horse.id, visitedOn, note: '', tracings: [] });
	const values = { id, yardId: horse.yardId, horseId: horse.id, visitedOn, madeBy: scope.personId, contentHash: hash };
	const [made] = await tx.insert(tables.visit).values(values).returning();
	await noteDeed(tx, scope, { yardId: horse.yardId, horseId: horse.id, what: 'visit-made', about: { on: visitedOn } });
	return { visit: made as Visit, reopened: false };
}

async function insertEntries(
	tx: Writer,
	scope: Scope,
	batch: EntryBatch
): Promise<Omit<EntriesKept, 'reopened'> & { added: number }> {
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
				answers: e.answers ? [...e.answers] : null,
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
		const { visit, reopened } = await visitFor(tx, scope, horse, batch);
		const { stored, clashed, added } = await insertEntries(tx, scope, batch);
		if (added > 0) {
			// A corrected day moves the tracings of the visit with it, and the body's measures bear on the cause; no other tap changes the shape's verdict.
			const moved = batch.entries.some((e) => e.field === 'day') && (await followDay(tx, scope, horse, visit));
			await (reopened || moved || batch.entries.some((e) => fieldBearsOn(e.field) === 'shape')
				? shapeChanged(tx, horse)
				: refreshStanding(tx, horse));
			await noteTaps(tx, scope, visit);
		}
		return { stored, clashed, reopened };
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
		const visit = await visitHeld(tx, scope, horse, visitId);
		if (!visit || visit.undoneAt) throw new CoreError('not-found');
		const before = (await entriesOf(tx, visitId)).readable;
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
		await noteTaps(tx, scope, visit);
	});
}

/** Deletes a stored entry that no rule can read: an empty one takes its place, and both stay on record. */
export async function removeEntry(
	db: Database,
	scope: Scope,
	horseId: string,
	{ visitId, entryId }: { readonly visitId: string; readonly entryId: string }
): Promise<void> {
	await writeHorse(db, scope, horseId, 'record', async (tx, horse) => {
		const visit = await visitHeld(tx, scope, horse, visitId);
		const bad = visit && (await entriesOf(tx, visitId)).unreadable.find((e) => e.id === entryId);
		if (!visit || !bad) throw new CoreError('not-found');
		await insertEntries(tx, scope, {
			visitId,
			horseId,
			visitedOn: visit.visitedOn,
			device: scope.personId,
			entries: [{ id: uuidv7(), field: bad.field, value: null, replaces: [bad.id], madeAt: new Date().toISOString() }]
		});
		await refreshStanding(tx, horse);
		const about = { on: visit.visitedOn, field: bad.field };
		await noteDeed(tx, scope, { yardId: horse.yardId, horseId, what: 'entry-removed', about });
	});
}

/** Taps come in small batches for an hour: they are one event of the audit log for each visit, person and hour. */
const TAPS_EVENT_MS = 3_600_000;

async function noteTaps(tx: Writer, scope: Scope, { id, yardId, horseId, visitedOn }: Visit): Promise<void> {
	const { deed } = tables;
	const since = new Date(Date.now() - TAPS_EVENT_MS);
	const [recent] = await tx
		.select({ id: deed.id })
		.from(deed)
		.where(
			and(
				eq(deed.yardId, yardId),
				eq(deed.horseId, horseId),
				eq(deed.personId, scope.personId),
				eq(deed.what, 'visit-noted'),
				sql`${deed.about} ->> 'visit' = ${id}`,
				gt(deed.doneAt, since)
			)
		)
		.limit(1);
	if (!recent) await noteDeed(tx, scope, { yardId, horseId, what: 'visit-noted', about: { on: visitedOn, visit: id } });
}

/** A corrected day is a tap like any other; the visit's own day follows it, and its version rises as with any edit. */
async function followDay(tx: Writer, scope: Scope, horse: Horse, visit: Visit): Promise<boolean> {
	const visitedOn = valueOf(foldEntries((await entriesOf(tx, visit.id)).readable), 'day');
	if (typeof visitedOn !== 'string' || visitedOn === visit.visitedOn) return false;
	mustBeHere(horse, visitedOn);
	const [now] = await tx.select().from(tables.visit).where(eq(tables.visit.id, visit.id));
	if (!now) return false;
	const tracings = await tx.select().from(tables.tracing).where(eq(tables.tracing.visitId, visit.id));
	await keepEarlier(tx, 'visit', now, { ...now, tracings }, scope.personId);
	await tx
		.update(tables.visit)
		.set({ visitedOn, version: now.version + 1 })
		.where(eq(tables.visit.id, visit.id));
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
	/** Stored entries that cannot be read. */
	readonly unreadable: readonly Entry[];
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
	const { readable, unreadable } = await entriesOf(db, visitId);
	return {
		visit: { id: visit.id, horseId: visit.horseId, visitedOn: visit.visitedOn, undone: visit.undoneAt !== null },
		entries: readable,
		unreadable,
		tracings
	};
}
