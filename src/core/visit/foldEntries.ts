import { stableText, type Entry, type FieldState, type FieldStates } from '../entry/index.js';
import { mergeValues } from './fields/index.js';

function stateOf(field: string, entries: readonly Entry[]): FieldState {
	const replaced = new Set(entries.flatMap((e) => e.replaces));
	const open = entries.filter((e) => !replaced.has(e.id));
	// A ring of replacements cannot come from honest devices: none of its entries has seen another one off.
	const tips = (open.length > 0 ? open : entries).slice().sort((a, b) => (a.id < b.id ? -1 : 1));
	const last = tips[tips.length - 1] as Entry;
	const agreed = tips.every((t) => stableText(t.value) === stableText(last.value));
	const value = agreed
		? last.value
		: mergeValues(
				field,
				tips.map((t) => t.value)
			);
	return { field, tips, value, agreed };
}

/**
 * The fields of a visit from all of its entries, in any order, each counted once by id. The same set of entries gives
 * the same fields on every device. Where two devices set a field without seeing each other, the more serious value
 * counts until a person settles it.
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
