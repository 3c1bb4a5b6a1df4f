import { LRUCache } from 'lru-cache';
import { overlayCuts, type CutOverlay } from '../../../core/change/index.js';
import type { Asker } from '../db/index.js';
import { listTracings } from './tracings.js';

/** Horses looked at lately: their cuts are laid over each other once, not at every look. */
const MOST_KEPT = 500;
const kept = new LRUCache<string, readonly CutOverlay[]>({ max: MOST_KEPT });

/**
 * A horse's cuts of one day over the fitted day's. `horse.revision` goes up with every change of its shape, so what is
 * kept can never be of another shape. The caller has bounded the horse.
 */
export async function findOverlays(
	db: Asker,
	horse: { readonly id: string; readonly revision: number },
	fitDay: string | undefined,
	tracedOn: string
): Promise<readonly CutOverlay[]> {
	const key = [horse.id, horse.revision, fitDay, tracedOn].join(' ');
	const found = kept.get(key);
	if (found) return found;
	const cuts = overlayCuts(
		await listTracings(db, horse.id, fitDay ? [fitDay, tracedOn] : [tracedOn]),
		fitDay,
		tracedOn
	);
	kept.set(key, cuts);
	return cuts;
}
