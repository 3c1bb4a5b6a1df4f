import { CoreError } from '../../../core/errors/index.js';
import { LRUCache } from 'lru-cache';
import type { FitDayView } from '../../../core/seat/index.js';
import type { Asker } from '../db/index.js';
import { seatOnBack } from '../judge/index.js';
import { listTracings } from './tracings.js';

/** Seats reckoned lately; a seat that is being reckoned is waited for by all who ask for it. */
const MOST_KEPT = 300;
const kept = new LRUCache<string, Promise<FitDayView>>({ max: MOST_KEPT });

/** The saddle as it fitted, on the back of a day; kept by the shape's revision. The caller has bounded the horse. */
export function findFitDaySeat(
	db: Asker,
	horse: { readonly id: string; readonly revision: number },
	fittedOn: string,
	on: string
): Promise<FitDayView> {
	const key = [horse.id, horse.revision, fittedOn, on].join(' ');
	const found = kept.get(key);
	if (found) return found;
	const asked = listTracings(db, horse.id).then((tracings) => seatOnBack(tracings, { fittedOn, on }));
	kept.set(key, asked);
	// What failed is tried anew by the next who asks.
	asked.catch(() => kept.delete(key));
	return asked;
}

/** A seat where the cuts allow one. */
export const seatOrNone = (seat: Promise<FitDayView>): Promise<FitDayView | undefined> =>
	seat.catch((error: unknown) => {
		if (error instanceof CoreError) return undefined;
		throw error;
	});
