import { CoreError } from '../errors/index.js';

/** Bounds of what a tape round or along a horse can read, cm; foals and the largest breeds included. */
export const GIRTH_CM = { least: 60, most: 280 } as const;
export const LENGTH_CM = { least: 60, most: 300 } as const;

/**
 * Body weight in kg from heart girth and body length (point of shoulder to point of buttock), cm:
 * girth² × length / 11 880. Carroll & Huntington, Equine Veterinary Journal 1988 (from memory).
 * Throws `bad-tape` outside the bounds.
 */
export function bodyWeightKg(girthCm: number, lengthCm: number): number {
	if (!(girthCm >= GIRTH_CM.least && girthCm <= GIRTH_CM.most))
		throw new CoreError('bad-tape', { what: 'girth', cm: girthCm });
	if (!(lengthCm >= LENGTH_CM.least && lengthCm <= LENGTH_CM.most))
		throw new CoreError('bad-tape', { what: 'body length', cm: lengthCm });
	return (girthCm ** 2 * lengthCm) / 11_880;
}

/** Share of body weight at which carrying is too much for a fit, grown horse (common practice, no source). */
export const MOST_CARRIED_SHARE = 0.2;

/** Carried share of body weight, 0..1: rider with clothes, and all tack, kg. Throws `bad-load`. */
export function carriedShare(carriedKg: number, horseKg: number): number {
	if (!(carriedKg >= 0 && carriedKg <= 300)) throw new CoreError('bad-load', { kg: carriedKg });
	if (!(horseKg >= 50 && horseKg <= 1500)) throw new CoreError('bad-horse-weight', { kg: horseKg });
	return carriedKg / horseKg;
}

/** Relative change of weight that calls for a look at the saddle (common practice, no source). */
export const WEIGHT_CHANGE_SHARE = 0.05;
