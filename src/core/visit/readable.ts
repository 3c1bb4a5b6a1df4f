import { type Entry } from '../entry/index.js';
import { isReadable } from './fields/index.js';

export interface SortedEntries {
	readonly readable: readonly Entry[];
	/** Stored entries that no rule of today can read and that nobody has replaced: named to a person, never guessed at. */
	readonly unreadable: readonly Entry[];
}

/** Tells entries that can be read from those that cannot, so that one bad stored value takes nothing else along. */
export function sortReadable(entries: readonly Entry[]): SortedEntries {
	const bad = entries.filter((e) => !isReadable(e.field, e.value));
	if (bad.length === 0) return { readable: entries, unreadable: [] };
	const replaced = new Set(entries.flatMap((e) => e.replaces));
	return {
		readable: entries.filter((e) => !bad.includes(e)),
		unreadable: bad.filter((e) => !replaced.has(e.id) && e.value !== null)
	};
}
