import { eq, inArray, sql } from 'drizzle-orm';
import { tables, type Database, type Writer } from '../db/index.js';
import { cleanPicture, type CleanPicture } from '../pictures/cleanPicture.js';
import type { Row, Unpacked, WholeRecord } from '../wholeRecord/index.js';
import { shapeChanged } from './calls.js';
import { noteDeed } from './deeds.js';
import { joinPairings, resolveIds } from './importIds.js';
import { mustMayInYard, type Scope } from './scope.js';
import { andJudge } from './transaction.js';
import { keepEarlier } from './versions.js';
import type { Visit } from './visits.js';

/** The same horse again, merged with what is there already; or another horse that begins with this one's record. */
export const RECORD_AS = ['same', 'new'] as const;
export type RecordAs = (typeof RECORD_AS)[number];

/** A visit that stands here at another version than in the archive: which of the two counts is for a person to say. */
export const ON_DIFFER = ['keep', 'take'] as const;
export type OnDiffer = (typeof ON_DIFFER)[number];

export interface DifferingVisit {
	readonly visitId: string;
	readonly visitedOn: string;
	readonly here: VisitSize;
	readonly archive: VisitSize;
	/** It stands with another horse of this yard: nothing of it can be taken. */
	readonly otherHorse: boolean;
	readonly deletedHere: boolean;
}
interface VisitSize {
	readonly version: number;
	readonly visitedOn: string;
	readonly tracings: number;
	readonly entries: number;
}

export interface RecordPut {
	readonly horseId: string;
	readonly horseName: string;
	/** Rows that were not there yet. */
	readonly added: number;
	/** Rows that were there and stayed as they are. */
	readonly known: number;
	/** Visits that differ; with `take` those that now stand as the archive has them. */
	readonly differing: readonly DifferingVisit[];
	readonly taken: boolean;
}

const MOMENTS = /At$/;
const CHUNK = 400;

/** A row as its table takes it: of this yard, written by whoever imports it, moments as moments. */
function asRow(row: Row, more: Readonly<Record<string, unknown>>): Record<string, unknown> {
	return {
		...Object.fromEntries(
			Object.entries(row).map(([k, v]) => [k, MOMENTS.test(k) && typeof v === 'string' ? new Date(v) : v])
		),
		...more
	};
}

/** Inserts rows that are not there yet and counts; answers with the ids of those that were new. */
function counter(tx: Writer) {
	const count = { added: 0, total: 0 };
	const put = async (
		table: Parameters<Writer['insert']>[0],
		rows: readonly Record<string, unknown>[]
	): Promise<Set<string>> => {
		count.total += rows.length;
		const fresh = new Set<string>();
		for (let i = 0; i < rows.length; i += CHUNK) {
			const done = await tx
				.insert(table)
				.values(rows.slice(i, i + CHUNK) as never)
				.onConflictDoNothing()
				.returning({ id: sql<string>`id` });
			for (const { id } of done) fresh.add(id);
		}
		count.added += fresh.size;
		return fresh;
	};
	return { count, put };
}

const ofVisits = (rows: readonly Row[], ids: ReadonlySet<string>): Row[] =>
	rows.filter((r) => ids.has(String(r['visitId'])));

/** Visits of the archive that stand here, sorted into the very same and those that differ. */
async function sortVisits(
	tx: Writer,
	record: WholeRecord
): Promise<{ readonly same: Set<string>; readonly differing: DifferingVisit[]; readonly here: Map<string, Visit> }> {
	const { visit, tracing, visitEntry } = tables;
	const ids = record.visits.map((v) => v.id);
	const rows = ids.length === 0 ? [] : await tx.select().from(visit).where(inArray(visit.id, ids));
	const here = new Map(rows.map((v) => [v.id, v]));
	const same = new Set<string>();
	const differing: DifferingVisit[] = [];
	for (const v of record.visits) {
		const there = here.get(v.id);
		if (!there) continue;
		const otherHorse = there.horseId !== record.horse.id;
		if (
			!otherHorse &&
			there.version === v['version'] &&
			there.contentHash === v['contentHash'] &&
			there.visitedOn === v['visitedOn'] &&
			(there.undoneAt === null) === (v['undoneAt'] === null)
		) {
			same.add(v.id);
			continue;
		}
		const size = async (table: typeof tracing | typeof visitEntry) => tx.$count(table, eq(table.visitId, v.id));
		const inArchive = (rows: readonly Row[]) => ofVisits(rows, new Set([v.id])).length;
		differing.push({
			visitId: v.id,
			visitedOn: there.visitedOn,
			here: {
				version: there.version,
				visitedOn: there.visitedOn,
				tracings: await size(tracing),
				entries: await size(visitEntry)
			},
			archive: {
				version: Number(v['version']),
				visitedOn: String(v['visitedOn']),
				tracings: inArchive(record.tracings),
				entries: inArchive(record.entries)
			},
			otherHorse,
			deletedHere: there.undoneAt !== null
		});
	}
	return { same, differing, here };
}

/** Puts the archive's visit in the place of the one that stands, as an edit: what stood is kept as an earlier version. */
async function takeVisit(tx: Writer, scope: Scope, old: Visit, row: Row, tracings: readonly Row[]): Promise<void> {
	const { visit, tracing } = tables;
	const kept = await tx.select().from(tracing).where(eq(tracing.visitId, old.id));
	await keepEarlier(tx, 'visit', old, { ...old, tracings: kept }, scope.personId);
	await tx.delete(tracing).where(eq(tracing.visitId, old.id));
	await tx
		.update(visit)
		.set({
			visitedOn: String(row['visitedOn']),
			note: String(row['note']),
			checked: row['checked'] === true,
			contentHash: String(row['contentHash']),
			undoneAt: typeof row['undoneAt'] === 'string' ? new Date(row['undoneAt']) : null,
			version: old.version + 1
		})
		.where(eq(visit.id, old.id));
	if (tracings.length > 0)
		await tx
			.insert(tracing)
			.values(tracings.map((t) => asRow(t, {})) as never)
			.onConflictDoNothing();
	const about = { on: String(row['visitedOn']) };
	await noteDeed(tx, scope, { yardId: old.yardId, horseId: old.horseId, what: 'visit-changed', about });
}

/** Pictures as the door would take them: decoded within bounds, and without what a camera wrote into them. */
async function cleaned({ record, photos }: Unpacked): Promise<ReadonlyMap<string, CleanPicture>> {
	const clean = new Map<string, CleanPicture>();
	for (const { id } of record.photos) clean.set(id, await cleanPicture(Buffer.from(photos.get(id) as Uint8Array)));
	return clean;
}

/**
 * Imports a whole record into a yard and judges it there. What is there already stays as it is: the same archive again
 * adds nothing. Nothing is added to a visit that stands here at another version; such visits are named, and `take` puts
 * the archive's in their place as an edit. Throws `not-found` or `read-only`, `not-an-image`.
 */
export async function putWholeRecord(
	db: Database,
	scope: Scope,
	yardId: string,
	given: Unpacked,
	as: RecordAs,
	onDiffer: OnDiffer = 'keep'
): Promise<RecordPut> {
	// Before anything is decoded or looked up.
	mustMayInYard(scope, yardId, 'horse');
	const mapped = await resolveIds(db, yardId, given, as);
	const pictures = await cleaned(mapped);
	return andJudge(db, scope, { yardId, right: 'horse' }, async (tx) => {
		const t = tables;
		const { record } = await joinPairings(tx, mapped);
		const madeBy = scope.personId;
		const { count, put } = counter(tx);
		const { same, differing, here } = await sortVisits(tx, record);
		const taken = onDiffer === 'take' ? differing.filter((d) => !d.otherHorse) : [];
		const freshHorse = await put(t.horse, [asRow(record.horse, { yardId, archivedAt: null })]);
		const freshSaddles = await put(t.saddle, record.saddles.map((r) => asRow(r, { yardId }))); // prettier-ignore
		await put(t.saddleService, record.services.map((r) => asRow(r, { yardId, madeBy }))); // prettier-ignore
		const freshVisits = await put(t.visit, record.visits.map((r) => asRow(r, { yardId, madeBy }))); // prettier-ignore
		await put(t.pairing, record.pairings.map((r) => asRow(r, { yardId }))); // prettier-ignore
		for (const { visitId } of taken) {
			const row = record.visits.find((v) => v.id === visitId) as Row;
			await takeVisit(tx, scope, here.get(visitId) as Visit, row, ofVisits(record.tracings, new Set([visitId])));
		}
		// Tracings of a visit that stands here were its writer's to add or remove; taps are only ever added.
		await put(t.tracing, ofVisits(record.tracings, freshVisits).map((r) => asRow(r, {}))); // prettier-ignore
		const open = new Set([...freshVisits, ...same, ...taken.map((d) => d.visitId)]);
		await put(t.visitEntry, ofVisits(record.entries, open).map((r) => asRow(r, { madeBy }))); // prettier-ignore
		await put(t.ride, record.rides.map((r) => asRow(r, { yardId, madeBy }))); // prettier-ignore
		await put(t.fitMark, ofVisits(record.fitMarks, open).map((r) => asRow(r, { madeBy }))); // prettier-ignore
		await put(t.task, record.tasks.map((r) => asRow(r, { yardId, madeBy, doneBy: r['doneAt'] ? madeBy : null }))); // prettier-ignore
		for (const photo of record.photos) {
			if (photo['visitId'] !== null && !open.has(String(photo['visitId']))) continue;
			const { bytes, mediaType } = pictures.get(photo.id) as CleanPicture;
			const sha256 = sql`encode(sha256(${bytes}::bytea), 'hex')`;
			await put(t.photo, [asRow(photo, { yardId, madeBy, bytes, mediaType, sha256 })]);
		}
		// Of what was here already nobody's past is rewritten.
		const fresh = new Set([...freshHorse, ...freshSaddles, ...freshVisits]);
		const earlier = record.earlier.filter((e) => fresh.has(String(e['rowId'])));
		await put(t.earlierVersion, earlier.map(({ id: _id, ...e }) => asRow(e as unknown as Row, { yardId, replacedBy: madeBy }))); // prettier-ignore
		if (count.added > 0 || taken.length > 0) {
			await shapeChanged(tx, record.horse);
			const about = { from: record.yardName };
			await noteDeed(tx, scope, { yardId, horseId: record.horse.id, what: 'record-brought', about });
		}
		const total = rowsOf(record);
		return {
			horseId: record.horse.id,
			horseName: String(record.horse['name']),
			added: count.added,
			known: total - count.added,
			differing,
			taken: taken.length > 0
		};
	});
}

const rowsOf = (r: WholeRecord): number =>
	1 +
	[
		r.saddles,
		r.services,
		r.visits,
		r.pairings,
		r.tracings,
		r.entries,
		r.rides,
		r.fitMarks,
		r.tasks,
		r.earlier,
		r.photos
	]
		.map((rows) => rows.length)
		.reduce((a, b) => a + b, 0);
