import { foldEntries, type Entry, type EntryValue } from '../../src/core/visit/index.js';
import type { VisitFields } from '../../src/core/zones/index.js';

let n = 0;

/** A tap with an id of its own, later ids sorting later. */
export function tap(field: string, value: unknown, replaces: readonly string[] = []): Entry {
	const id = `01930000-0000-7000-8000-${String(++n).padStart(12, '0')}`;
	return { id, field, value: value as EntryValue, replaces, madeAt: '2026-03-14T09:00:00.000Z' };
}

/** A visit of a day from fields and values. */
export function visitOf(visitedOn: string, fields: Readonly<Record<string, unknown>>): VisitFields {
	return { visitedOn, states: foldEntries(Object.entries(fields).map(([f, v]) => tap(f, v))) };
}
