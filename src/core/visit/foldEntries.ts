import type { Entry, EntryValue, FieldState, FieldStates } from './entry.js';

/** Text that is equal for equal values, whatever the order of their keys. */
export function stableText(value: unknown): string {
	if (Array.isArray(value)) return `[${value.map(stableText).join(',')}]`;
	if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'null';
	const pairs = Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1));
	return `{${pairs.map(([k, v]) => `${JSON.stringify(k)}:${stableText(v)}`).join(',')}}`;
}

function stateOf(field: string, entries: readonly Entry[]): FieldState {
	const replaced = new Set(entries.flatMap((e) => e.replaces));
	const open = entries.filter((e) => !replaced.has(e.id));
	// A ring of replacements cannot come from honest devices; the newest ids then stand.
	const tips = (open.length > 0 ? open : entries).slice().sort((a, b) => (a.id < b.id ? -1 : 1));
	const last = tips[tips.length - 1] as Entry;
	const agreed = tips.every((t) => stableText(t.value) === stableText(last.value));
	return { field, tips, value: last.value, agreed };
}

/**
 * The fields of a visit from all of its entries, in any order, each counted once by id.
 * The same set of entries gives the same fields on every device.
 */
export function foldEntries(entries: Iterable<Entry>): FieldStates {
	const byField = new Map<string, Map<string, Entry>>();
	for (const e of entries) {
		const group = byField.get(e.field) ?? new Map<string, Entry>();
		group.set(e.id, e);
		byField.set(e.field, group);
	}
	return new Map([...byField].map(([field, group]) => [field, stateOf(field, [...group.values()])] as const));
}

/** Fields that two devices set differently, unseen by each other. */
export function disagreements(states: FieldStates): FieldState[] {
	return [...states.values()].filter((s) => !s.agreed);
}

/** The value of a field, undefined when it was never set or was taken back. */
export function valueOf(states: FieldStates, field: string): Exclude<EntryValue, null> | undefined {
	return states.get(field)?.value ?? undefined;
}
