import { dot } from '../math/index.js';
import type { Seen } from './followBack.js';
import { JUMPING } from './kinds.js';

/** How unlike what was foreseen a visit is: the squared surprise a coefficient under the kind that foresaw it best. */
export const surpriseOf = ({ looks, information }: Seen): number =>
	Math.min(...looks.flatMap((look, i) => (JUMPING[i] || !look ? [] : [dot(look.surprise, look.surprise)]))) /
	information.b.length;

/**
 * How large the errors of this horse's visits are, beside what most hands' are. A steady hand's visits are foreseen
 * better than errors that allow for most hands say, an unsteady one's worse.
 */
export interface Usual {
	/** Variances, as a multiple of the usual. */
	readonly scale: number;
	/** Visits that it counts for. */
	readonly visits: number;
}
export const USUAL_AT_FIRST: Usual = { scale: 1, visits: 4 };
/** The kinds allow for more than most visits bring: a usual visit's surprise is below one. */
export const USUAL_SURPRISE = 0.7;
const LEAST_SCALE = 0.4;
const MOST_SCALE = 1.6;
/** Visits long ago count no more than a dozen together. */
const REMEMBERED = 16;

export function usualAfter({ scale, visits }: Usual, surprise: number): Usual {
	const now = scale * Math.min(2, surprise / USUAL_SURPRISE);
	const mean = (scale * visits + now) / (visits + 1);
	return { scale: Math.min(MOST_SCALE, Math.max(LEAST_SCALE, mean)), visits: Math.min(REMEMBERED, visits + 1) };
}
