import { and, asc, eq, isNull } from 'drizzle-orm';
import {
	foldEntries,
	sortReadable,
	type Entry,
	type FieldStates,
	type SortedEntries
} from '../../../core/visit/index.js';
import type { VisitFields } from '../../../core/zones/index.js';
import { tables, type Asker } from '../db/index.js';

const asEntry = (r: typeof tables.visitEntry.$inferSelect): Entry => ({
	id: r.id,
	field: r.field,
	value: r.value.v,
	replaces: r.replaces,
	madeAt: r.madeAt.toISOString(),
	...(r.answers ? { answers: r.answers } : {}),
	receivedAt: r.receivedAt.toISOString()
});

/** All taps of a visit, with those that cannot be read apart. The caller has bounded it. */
export async function entriesOf(db: Asker, visitId: string): Promise<SortedEntries> {
	const rows = await db
		.select()
		.from(tables.visitEntry)
		.where(eq(tables.visitEntry.visitId, visitId))
		.orderBy(asc(tables.visitEntry.id));
	return sortReadable(rows.map(asEntry));
}

/** What was written in words at a visit. */
export interface VisitNote {
	/** The field it stands at: `note`, `treat/note`, or a sign's. */
	readonly field: string;
	readonly text: string;
}

/** All notes of a visit, its own first. */
export function notesOf(states: FieldStates): VisitNote[] {
	const notes = [...states.values()].flatMap(({ field, value }): VisitNote[] => {
		if (field === 'note' || field === 'treat/note')
			return typeof value === 'string' && value ? [{ field, text: value }] : [];
		const note = field.startsWith('sign/') && value !== null ? (value as { note?: unknown }).note : undefined;
		return typeof note === 'string' && note ? [{ field, text: note }] : [];
	});
	return notes.sort((a, b) => Number(b.field === 'note') - Number(a.field === 'note'));
}

export interface RecordedVisit extends VisitFields {
	readonly id: string;
	/** Stored entries that cannot be read: left out of all judging, and named on the horse's page. */
	readonly unreadable: readonly Entry[];
}

/** The fields of every visit of a horse that stands, oldest first. The caller has bounded the horse. */
export async function listVisitFields(db: Asker, horseId: string): Promise<RecordedVisit[]> {
	const rows = await db
		.select({ entry: tables.visitEntry, visitedOn: tables.visit.visitedOn })
		.from(tables.visitEntry)
		.innerJoin(tables.visit, eq(tables.visit.id, tables.visitEntry.visitId))
		.where(and(eq(tables.visit.horseId, horseId), isNull(tables.visit.undoneAt)))
		// Of two visits of one day the later one made speaks last.
		.orderBy(tables.visit.visitedOn, tables.visit.createdAt, tables.visitEntry.id);
	const visits = new Map<string, { visitedOn: string; entries: Entry[] }>();
	for (const { entry, visitedOn } of rows) {
		const found = visits.get(entry.visitId) ?? { visitedOn, entries: [] };
		found.entries.push(asEntry(entry));
		visits.set(entry.visitId, found);
	}
	return [...visits].map(([id, v]) => {
		const { readable, unreadable } = sortReadable(v.entries);
		return { id, visitedOn: v.visitedOn, states: foldEntries(readable), unreadable };
	});
}
