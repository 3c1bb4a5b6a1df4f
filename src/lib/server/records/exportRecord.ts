import { eq, inArray, or } from 'drizzle-orm';
import { tables, type Database } from '../db/index.js';
import { RECORD_FORMAT, RECORD_VERSION, type Row, type Unpacked, type WholeRecord } from '../wholeRecord/index.js';
import { findHorse } from './horses.js';
import type { Scope } from './scope.js';

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
