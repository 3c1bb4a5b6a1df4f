import { createHash } from 'node:crypto';
import { eq, inArray, type AnyColumn } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { asSystem, tables, type Asker, type Database } from '../db/index.js';
import type { Row, Unpacked, WholeRecord } from '../wholeRecord/index.js';

/** An id of this server for one of the archive: the same each time it is asked with the same salt. */
function mappedId(salt: string, old: string): string {
	const hex = createHash('sha256').update(`${salt} ${old}`).digest('hex');
	return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-7${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;

/** The record with some ids exchanged for others, wherever they stand: in columns, in fields of taps, in what taps hold. */
export function withIds({ record, photos }: Unpacked, to: (id: string) => string | undefined): Unpacked {
	return {
		record: JSON.parse(JSON.stringify(record).replace(UUID, (id) => to(id) ?? id)) as WholeRecord,
		photos: new Map([...photos].map(([id, bytes]) => [to(id) ?? id, bytes]))
	};
}

/** Ids that the archive's own rows have. */
function ownIds(record: WholeRecord): Set<string> {
	const parts = [record.saddles, record.pairings, record.visits, record.tracings, record.entries, record.services];
	const more = [record.rides, record.fitMarks, record.tasks, record.photos];
	return new Set([record.horse.id, ...[...parts, ...more].flatMap((rows) => rows.map((r) => r.id))]);
}

const renamed = (given: Unpacked, salt: string): Unpacked => {
	const own = ownIds(given.record);
	return withIds(given, (id) => (own.has(id) ? mappedId(salt, id) : undefined));
};

const CHUNK = 2000;

/** True where one of the ids stands under a table's yard that is not this one. */
async function anyElsewhere(
	ids: readonly string[],
	yardId: string,
	find: (some: readonly string[]) => PromiseLike<{ yardId: string | null }[]>
): Promise<boolean> {
	for (let i = 0; i < ids.length; i += CHUNK)
		if ((await find(ids.slice(i, i + CHUNK))).some((r) => r.yardId !== yardId)) return true;
	return false;
}

/**
 * True where any row of the archive stands in another yard under the same id: none of its ids is then free, and writing
 * under one would write into that yard's record. Asked past row-level security, and told to nobody.
 */
function isElsewhere(db: Database, record: WholeRecord, yardId: string): Promise<boolean> {
	const t = tables;
	const ids = (rows: readonly Row[]) => rows.map((r) => r.id);
	// Tables that hold the yard themselves, each asked in the same words.
	type Direct = typeof t.horse;
	const direct = (table: { readonly yardId: AnyColumn }) => (some: readonly string[]) =>
		db
			.select({ yardId: (table as Direct).yardId })
			.from(table as Direct)
			.where(inArray((table as Direct).id, [...some]));
	const byVisit = (table: typeof t.tracing | typeof t.visitEntry) => (some: readonly string[]) =>
		db
			.select({ yardId: t.visit.yardId })
			.from(table as typeof t.tracing)
			.innerJoin(t.visit, eq(t.visit.id, table.visitId))
			.where(inArray(table.id, [...some]));
	const byHorse = (some: readonly string[]) =>
		db
			.select({ yardId: t.horse.yardId })
			.from(t.fitMark)
			.innerJoin(t.horse, eq(t.horse.id, t.fitMark.horseId))
			.where(inArray(t.fitMark.id, [...some]));
	return asSystem(async () => {
		const asked: [readonly string[], (some: readonly string[]) => PromiseLike<{ yardId: string | null }[]>][] = [
			[[record.horse.id], direct(t.horse)],
			[ids(record.saddles), direct(t.saddle)],
			[ids(record.services), direct(t.saddleService)],
			[ids(record.pairings), direct(t.pairing)],
			[ids(record.visits), direct(t.visit)],
			[ids(record.rides), direct(t.ride)],
			[ids(record.tasks), direct(t.task)],
			[ids(record.photos), direct(t.photo)],
			[ids(record.tracings), byVisit(t.tracing)],
			[ids(record.entries), byVisit(t.visitEntry)],
			[ids(record.fitMarks), byHorse]
		];
		for (const [some, find] of asked) if (await anyElsewhere(some, yardId, find)) return true;
		return false;
	});
}

/** The archive under ids that are free in this yard or belong to it: its own, or others, the same ones each time. */
export async function resolveIds(db: Database, yardId: string, given: Unpacked, as: 'same' | 'new'): Promise<Unpacked> {
	if (as === 'new') return renamed(given, uuidv7());
	return (await isElsewhere(db, given.record, yardId)) ? renamed(given, yardId) : given;
}

/** Where this horse wears a saddle of the archive under another pairing's id, that pairing is meant. */
export async function joinPairings(tx: Asker, given: Unpacked): Promise<Unpacked> {
	const { pairing } = tables;
	const there = await tx.select().from(pairing).where(eq(pairing.horseId, given.record.horse.id));
	const to = new Map(
		given.record.pairings.flatMap((p) => {
			const same = there.find((o) => o.saddleId === p['saddleId'] && o.id !== p.id);
			return same ? [[p.id, same.id] as const] : [];
		})
	);
	return to.size === 0 ? given : withIds(given, (id) => to.get(id));
}
