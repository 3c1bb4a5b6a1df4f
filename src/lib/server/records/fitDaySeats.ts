import { LRUCache } from 'lru-cache';
import { CoreError } from '../../../core/errors/index.js';
import type { FitDayView, OwnLimit } from '../../../core/seat/index.js';
import type { Tracing } from '../../../core/curve/index.js';
import type { Asker, Database } from '../db/index.js';
import { limitsOfFitted, seatOnBack } from '../judge/index.js';
import { findHorsePage } from './horsePage.js';
import type { Scope } from './scope.js';
import { listTracings } from './tracings.js';

/** Seats and limits reckoned lately; what is being reckoned is waited for by all who ask for it. */
const MOST_KEPT = 300;
const seats = new LRUCache<string, Promise<FitDayView>>({ max: MOST_KEPT });
const limits = new LRUCache<string, Promise<readonly OwnLimit[]>>({ max: MOST_KEPT });

/** A horse by the revision of its shape: what is kept can never be of another shape. */
interface Shape {
	readonly id: string;
	readonly revision: number;
}

function kept<T extends object>(
	db: Asker,
	{ id, revision }: Shape,
	days: readonly string[],
	all: LRUCache<string, Promise<T>>,
	reckon: (tracings: readonly Tracing[]) => Promise<T>
): Promise<T> {
	const key = [id, revision, ...days].join(' ');
	const found = all.get(key);
	if (found) return found;
	const asked = listTracings(db, id).then(reckon);
	all.set(key, asked);
	// What failed is tried anew by the next who asks.
	asked.catch(() => all.delete(key));
	return asked;
}

/** The saddle as it fitted, on the back of a day. The caller has bounded the horse. */
export const findFitDaySeat = (db: Asker, horse: Shape, fittedOn: string, on: string): Promise<FitDayView> =>
	kept(db, horse, [fittedOn, on], seats, (tracings) => seatOnBack(tracings, { fittedOn, on }));

/** What the saddle as it fitted bears of each way of changing. The caller has bounded the horse. */
export const findOwnLimits = (db: Asker, horse: Shape, fittedOn: string): Promise<readonly OwnLimit[]> =>
	kept(db, horse, [fittedOn], limits, (tracings) => limitsOfFitted(tracings, fittedOn));

/** A pairing of a horse and the fit mark that counts on a day. Throws `not-found`. */
export async function findFitted(db: Database, scope: Scope, horseId: string, pairingId: string, on: string) {
	const { horse, marks, pairings, may } = await findHorsePage(db, scope, horseId);
	const mark = marks.filter((m) => m.pairingId === pairingId && m.fittedOn <= on).at(-1);
	const pairing = pairings.find((p) => p.id === pairingId);
	if (!mark || !pairing) throw new CoreError('not-found');
	return { horse, pairing, mark, may };
}

/** What a seat says, where the cuts allow one. */
export const seatOrNone = <T>(seat: Promise<T>): Promise<T | undefined> =>
	seat.catch((error: unknown) => {
		if (error instanceof CoreError) return undefined;
		throw error;
	});
