import type { Entry } from './entry.js';

/**
 * Whether whoever made `later` was shown `earlier`. The device says so by naming it (`answers`): no clock is asked. A
 * device that says nothing is believed only where it tapped after the server had the earlier entry. Entries that never
 * met a server (a file, a single device) are taken in the order of their visits.
 */
export function knewOf(later: Entry, earlier: Entry): boolean {
	if (later.answers) return later.answers.includes(earlier.id);
	return earlier.receivedAt === undefined || Date.parse(later.madeAt) > Date.parse(earlier.receivedAt);
}

/** True where one of `later` was made knowing every one of `earlier`. */
export const answeredBy = (later: readonly Entry[], earlier: readonly Entry[]): boolean =>
	later.some((l) => earlier.every((e) => knewOf(l, e)));
