import { createHash } from 'node:crypto';
import { and, eq, inArray, or, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { asSystem, tables, type Asker, type Database } from '../db/index.js';
import { RECORD_FORMAT, RECORD_VERSION, type Row, type Unpacked, type WholeRecord } from '../wholeRecord/index.js';
import { shapeChanged } from './calls.js';
import { noteDeed } from './deeds.js';
import { findHorse } from './horses.js';
import { mustMayInYard, type Scope } from './scope.js';
import { andJudge } from './transaction.js';

const DERIVED = ['yardId', 'goneOn', 'shapeRevision', 'judgedRevision', 'verdict', 'nextOn', 'bytes'];

/** A row without what is derived or belongs to the yard; moments as text. */
function plain(row: Readonly<Record<string, unknown>>): Row {
	const kept = Object.entries(row).flatMap(([k, v]) =>
		DERIVED.includes(k) ? [] : [[k, v instanceof Date ? v.toISOString() : v] as const]
	);
	return Object.fromEntries(kept) as Row;
}

const byId = <T extends { readonly id: unknown }>(rows: readonly T[]): T[] =>
	[...rows].sort((a, b) => String(a.id).localeCompare(String(b.id)));

/** Everything of a horse as it is kept, with its pictures. Throws `not-found`. */
export async function readWholeRecord(db: Database, scope: Scope, horseId: string): Promise<Unpacked> {
	const horse = await findHorse(db, scope, horseId);
	return db.transaction(
		async (tx) => {
			const t = tables;
			const visits = await tx.select().from(t.visit).where(eq(t.visit.horseId, horse.id));
			const ids = visits.map((v) => v.id);
			const tracings = await tx.select().from(t.tracing).where(inArray(t.tracing.visitId, ids));
			const entries = await tx.select().from(t.visitEntry).where(inArray(t.visitEntry.visitId, ids));
			const rides = await tx.select().from(t.ride).where(eq(t.ride.horseId, horse.id));
			const pairings = await tx.select().from(t.pairing).where(eq(t.pairing.horseId, horse.id));
			const fitMarks = await tx.select().from(t.fitMark).where(eq(t.fitMark.horseId, horse.id));
			const tasks = await tx.select().from(t.task).where(eq(t.task.horseId, horse.id));
			const worn = [...new Set([...pairings.map((p) => p.saddleId), ...rides.flatMap((r) => r.saddleId ?? [])])];
			const saddles = await tx.select().from(t.saddle).where(inArray(t.saddle.id, worn));
			const services = await tx.select().from(t.saddleService).where(inArray(t.saddleService.saddleId, worn));
			const photos = await tx
				.select()
				.from(t.photo)
				.where(or(inArray(t.photo.visitId, ids), inArray(t.photo.saddleId, worn)));
			const kept = [horse.id, ...ids, ...worn];
			const earlier = await tx.select().from(t.earlierVersion).where(inArray(t.earlierVersion.rowId, kept));
			const [yard] = await tx.select({ name: t.yard.name }).from(t.yard).where(eq(t.yard.id, horse.yardId));
			const writers = [...visits, ...entries, ...rides, ...fitMarks, ...photos, ...tasks, ...services].flatMap(
				(r) => r.madeBy ?? []
			);
			const people = await tx
				.select({ id: t.person.id, name: t.person.name })
				.from(t.person)
				.where(inArray(t.person.id, [...new Set(writers)]));
			const record: WholeRecord = {
				format: RECORD_FORMAT,
				version: RECORD_VERSION,
				madeAt: new Date().toISOString(),
				yardName: yard?.name ?? '',
				horse: plain(horse),
				saddles: byId(saddles).map(plain),
				services: byId(services).map(plain),
				pairings: byId(pairings).map(plain),
				visits: byId(visits).map(plain),
				tracings: byId(tracings).map(plain),
				entries: byId(entries).map(plain),
				rides: byId(rides).map(plain),
				fitMarks: byId(fitMarks).map(plain),
				tasks: byId(tasks).map(plain),
				earlier: earlier
					.map(({ kind, rowId, version, body, replacedBy, replacedAt }) =>
						plain({ id: `${kind} ${rowId} ${version}`, kind, rowId, version, body, replacedBy, replacedAt })
					)
					.sort((a, b) => a.id.localeCompare(b.id)),
				photos: byId(photos).map(plain),
				people: Object.fromEntries(people.map((p) => [p.id, p.name]))
			};
			return { record, photos: new Map(photos.map((p) => [p.id, new Uint8Array(p.bytes)])) };
		},
		{ isolationLevel: 'repeatable read', accessMode: 'read only' }
	);
}

/** The same horse again, merged with what is there already; or another horse that begins with this one's record. */
export const RECORD_AS = ['same', 'new'] as const;
export type RecordAs = (typeof RECORD_AS)[number];

export interface RecordPut {
	readonly horseId: string;
	readonly horseName: string;
	/** Rows that were not there yet. */
	readonly added: number;
	/** Rows that were there and stayed as they are. */
	readonly known: number;
}

/** An id of this place for one of the archive: the same each time it is asked with the same salt. */
function mappedId(salt: string, old: string): string {
	const hex = createHash('sha256').update(`${salt} ${old}`).digest('hex');
	return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-7${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;

/** All ids of rows exchanged, wherever they stand: in columns, in fields of taps, in what taps hold. */
function renamed({ record, photos }: Unpacked, salt: string): Unpacked {
	const own = new Set<string>([
		record.horse.id,
		...[record.saddles, record.pairings, record.visits, record.tracings, record.entries].flatMap((rows) =>
			rows.map((r) => r.id)
		),
		...[record.services, record.rides, record.fitMarks, record.tasks, record.photos].flatMap((rows) =>
			rows.map((r) => r.id)
		)
	]);
	const text = JSON.stringify(record).replace(UUID, (id) => (own.has(id) ? mappedId(salt, id) : id));
	return {
		record: JSON.parse(text) as WholeRecord,
		photos: new Map([...photos].map(([id, bytes]) => [mappedId(salt, id), bytes]))
	};
}

/** True where the horse or one of its saddles stands in another yard: its ids are not free. Asked past the wall, and told to nobody. */
async function isElsewhere(db: Database, record: WholeRecord, yardId: string): Promise<boolean> {
	const { horse, saddle } = tables;
	return asSystem(async () => {
		const horses = await db.select({ yardId: horse.yardId }).from(horse).where(eq(horse.id, record.horse.id));
		const ids = record.saddles.map((s) => s.id);
		const saddles = await db.select({ yardId: saddle.yardId }).from(saddle).where(inArray(saddle.id, ids));
		return [...horses, ...saddles].some((r) => r.yardId !== yardId);
	});
}

const MOMENTS = /At$/;
const CHUNK = 400;

/** A row as its table takes it: of this yard, written by whoever puts it in, moments as moments. */
function asRow(row: Row, more: Readonly<Record<string, unknown>>): Record<string, unknown> {
	return {
		...Object.fromEntries(
			Object.entries(row).map(([k, v]) => [k, MOMENTS.test(k) && typeof v === 'string' ? new Date(v) : v])
		),
		...more
	};
}

/**
 * Puts a whole record into a yard and judges it there. What is there already stays as it is: the same archive again
 * adds nothing. Throws `not-found` or `read-only`.
 */
export async function putWholeRecord(
	db: Database,
	scope: Scope,
	yardId: string,
	given: Unpacked,
	as: RecordAs
): Promise<RecordPut> {
	mustMayInYard(scope, yardId, 'horse');
	const salt = as === 'new' ? uuidv7() : (await isElsewhere(db, given.record, yardId)) ? yardId : undefined;
	const { record, photos } = salt === undefined ? given : renamed(given, salt);
	return andJudge(db, async (tx) => {
		let [added, total] = [0, 0];
		const t = tables;
		const madeBy = scope.personId;
		const put = async (
			table: Parameters<Asker['insert']>[0],
			rows: readonly Record<string, unknown>[]
		): Promise<void> => {
			total += rows.length;
			for (let i = 0; i < rows.length; i += CHUNK) {
				const done = await tx
					.insert(table)
					.values(rows.slice(i, i + CHUNK) as never)
					.onConflictDoNothing()
					.returning({ one: sql<number>`1` });
				added += done.length;
			}
		};
		await put(t.horse, [asRow(record.horse, { yardId, archivedAt: null })]);
		await put(t.saddle, record.saddles.map((r) => asRow(r, { yardId }))); // prettier-ignore
		await put(t.saddleService, record.services.map((r) => asRow(r, { yardId, madeBy }))); // prettier-ignore
		await put(t.visit, record.visits.map((r) => asRow(r, { yardId, madeBy }))); // prettier-ignore
		await put(t.pairing, record.pairings.map((r) => asRow(r, { yardId }))); // prettier-ignore
		await put(t.tracing, record.tracings.map((r) => asRow(r, {}))); // prettier-ignore
		await put(t.visitEntry, record.entries.map((r) => asRow(r, { madeBy }))); // prettier-ignore
		await put(t.ride, record.rides.map((r) => asRow(r, { yardId, madeBy }))); // prettier-ignore
		await put(t.fitMark, record.fitMarks.map((r) => asRow(r, { madeBy }))); // prettier-ignore
		await put(t.task, record.tasks.map((r) => asRow(r, { yardId, madeBy, doneBy: r['doneAt'] ? madeBy : null }))); // prettier-ignore
		for (const photo of record.photos)
			await put(t.photo, [asRow(photo, { yardId, madeBy, bytes: Buffer.from(photos.get(photo.id) as Uint8Array) })]);
		const known = new Set(
			(
				await tx
					.select({ kind: t.earlierVersion.kind, rowId: t.earlierVersion.rowId, version: t.earlierVersion.version })
					.from(t.earlierVersion)
					.where(
						record.earlier.length === 0
							? sql`false`
							: or(
									...[...new Set(record.earlier.map((e) => String(e['rowId'])))].map((id) =>
										and(eq(t.earlierVersion.rowId, id))
									)
								)
					)
			).map((e) => `${e.kind} ${e.rowId} ${e.version}`)
		);
		const fresh = record.earlier.filter((e) => !known.has(`${e['kind']} ${e['rowId']} ${e['version']}`));
		total += record.earlier.length - fresh.length;
		await put(t.earlierVersion, fresh.map(({ id: _id, ...e }) => asRow(e as unknown as Row, { yardId, replacedBy: madeBy }))); // prettier-ignore
		if (added > 0) {
			await shapeChanged(tx, record.horse);
			await noteDeed(tx, scope, {
				yardId,
				horseId: record.horse.id,
				what: 'record-brought',
				about: { from: record.yardName }
			});
		}
		return { horseId: record.horse.id, horseName: String(record.horse['name']), added, known: total - added };
	});
}
