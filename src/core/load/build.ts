import type { Day } from '../units/index.js';

/** Withers and croup taped on one day, cm. */
export interface Heights {
	readonly on: Day;
	readonly withersCm: number;
	readonly croupCm: number;
}

/** A tape at the withers is good for so much, cm (common practice, no source). */
const TAPE_CM = 1;

export type Build = 'uphill' | 'level' | 'downhill';

/** How a horse is built on a day: withers against croup, within what a tape can tell. */
export const buildOf = ({ withersCm, croupCm }: Pick<Heights, 'withersCm' | 'croupCm'>): Build =>
	Math.abs(withersCm - croupCm) <= TAPE_CM ? 'level' : withersCm > croupCm ? 'uphill' : 'downhill';

/**
 * Withers against croup through time: first and last, and whether the withers have gained on the croup by more than two
 * tapes can tell. A young horse is built downhill until its withers come up (common practice, no source).
 */
export function followBuild(
	heights: readonly Heights[]
): { readonly first: Heights; readonly last: Heights; readonly gainedCm: number; readonly real: boolean } | undefined {
	const [first, last] = [heights[0], heights[heights.length - 1]];
	if (!first || !last || first === last) return undefined;
	const gainedCm = last.withersCm - last.croupCm - (first.withersCm - first.croupCm);
	return { first, last, gainedCm, real: Math.abs(gainedCm) > 2 * TAPE_CM };
}
