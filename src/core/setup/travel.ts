import type { CheckResult } from '../checks/index.js';

/** How a saddle has moved during a ride: mm to the front (behind is negative), and to which side. */
export interface Travel {
	readonly movedMm: number;
	readonly shifted: 'near' | 'off' | null;
}

/** Less than this is within what a hand can tell, mm (common practice, no source). */
export const STAYED_MM = 10;
export const MOST_MOVED_MM = 150;

export const TRAVEL_CAUSES = [
	'too-narrow',
	'too-little-rock',
	'girth-line',
	'downhill',
	'too-wide',
	'crooked-rider',
	'one-sided-back',
	'twisted-tree',
	'sides-girthed-unlike'
] as const;
export type TravelCause = (typeof TRAVEL_CAUSES)[number];

export interface TravelReading {
	readonly says: 'stayed' | 'slid-back' | 'slid-forward' | 'shifted';
	/** Rival causes, the likeliest first. */
	readonly causes: readonly TravelCause[];
}

/** What bears on the order of the causes. */
export interface TravelFacts {
	readonly width: 'narrow' | 'wide' | 'fits' | 'unclear' | undefined;
	/** Results of the hand checks that speak of it, by code. */
	readonly bridges: boolean;
	readonly girthDrags: boolean;
	/** Croup over withers, mm; undefined where not taped. */
	readonly downhillMm: number | undefined;
	readonly oneSided: boolean;
	readonly straight: CheckResult | undefined;
}

const DOWNHILL_MM = 20;

/** Reads where a saddle went (common practice, no source): back, forward or to a side, with what may be behind it. */
export function readTravel({ movedMm, shifted }: Travel, facts: TravelFacts): TravelReading {
	const weighed = (all: readonly (readonly [TravelCause, number])[]): TravelCause[] =>
		all
			.filter(([, weight]) => weight > 0)
			.sort((a, b) => b[1] - a[1])
			.map(([cause]) => cause);
	if (movedMm <= -STAYED_MM)
		return {
			says: 'slid-back',
			causes: weighed([
				['too-narrow', facts.width === 'narrow' ? 3 : facts.width === 'wide' ? 0.2 : 1.2],
				['too-little-rock', facts.bridges ? 2.5 : 1.1],
				['girth-line', facts.girthDrags ? 2 : 0.5]
			])
		};
	if (movedMm >= STAYED_MM)
		return {
			says: 'slid-forward',
			causes: weighed([
				['girth-line', facts.girthDrags ? 3 : 1.3],
				['downhill', (facts.downhillMm ?? 0) >= DOWNHILL_MM ? 2.5 : facts.downhillMm === undefined ? 1 : 0],
				['too-wide', facts.width === 'wide' ? 2.8 : facts.width === 'narrow' ? 0.1 : 1.1]
			])
		};
	if (shifted)
		return {
			says: 'shifted',
			causes: weighed([
				['one-sided-back', facts.oneSided ? 3 : 1],
				['crooked-rider', 1.5],
				['sides-girthed-unlike', 1.2],
				['twisted-tree', facts.straight === 'beyond' ? 1.4 : 0.8],
				['too-wide', facts.width === 'wide' ? 1.6 : 0.3]
			])
		};
	return { says: 'stayed', causes: [] };
}
