import { foldEntries, type EntryValue, type FieldStates } from '../../src/core/visit/index.js';

/** Fields of a visit as they stand, from plain pairs. */
export const statesOf = (fields: Readonly<Record<string, EntryValue>>): FieldStates =>
	foldEntries(
		Object.entries(fields).map(([field, value], i) => ({
			id: String(i).padStart(6, '0'),
			field,
			value,
			replaces: [],
			madeAt: '2026-01-01T00:00:00Z'
		}))
	);

export const visitOn = (visitedOn: string, fields: Readonly<Record<string, EntryValue>>) => ({
	visitedOn,
	states: statesOf(fields)
});
