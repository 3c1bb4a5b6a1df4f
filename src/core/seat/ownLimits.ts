import type { FittedCut } from './fitDayBack.js';
import { outcomeOf, seated, strengthsAgainst, type FitDaySaddle } from './fitDay.js';
import { CONDITIONS, type Fault } from './conditions.js';
import { readSeat, type Seat } from './seatOf.js';

/** A back's main ways of changing. */
export const WAYS_OF_CHANGE = [
	'withers-lost',
	'withers-gained',
	'near-lost',
	'off-lost',
	'fat-lost',
	'fat-gained'
] as const;
export type WayOfChange = (typeof WAYS_OF_CHANGE)[number];

/** How much of one way of changing this saddle bears before a fault; mm of half-width at the front's band, without sign. */
export interface OwnLimit {
	readonly way: WayOfChange;
	/** Undefined where it bears more than was tried. */
	readonly mm: number | undefined;
	/** What comes first. */
	readonly fault: Fault | 'clearance' | undefined;
}

/** As far as is tried, mm: a back that changes by more is another back. */
export const MOST_TRIED_MM = 16;
/** Three fingers that become two: what may be lost where nobody counted, mm (common practice, no source). */
const USUAL_ROOM_MM = 18;
const FINE_MM = 0.5;

/** Muscle at the withers fades to the rear and lies in the band; fat lies everywhere, thicker low. Shares of the front's band. */
const FADES: readonly (readonly [sMm: number, share: number])[] = [
	[40, 1],
	[245, 0.36],
	[450, 0.12]
];
const MUSCLE = [0.7, 1, 0.6] as const;
const FAT = [0.6, 1, 1.25] as const;

/** Share of the front's muscle that a station has, by its place behind the blade. */
export function muscleAlong(sMm: number): number {
	const [[s0, a], [s1, b], [s2, c]] = FADES as [
		readonly [number, number],
		readonly [number, number],
		readonly [number, number]
	];
	if (sMm <= s0) return a;
	if (sMm <= s1) return a + ((b - a) * (sMm - s0)) / (s1 - s0);
	return sMm >= s2 ? c : b + ((c - b) * (sMm - s1)) / (s2 - s1);
}

/** The parts of every station after so many mm of a way: near then off, each top, band, low. */
function partsOf(cuts: readonly FittedCut[], way: WayOfChange, mm: number): Float64Array {
	const fat = way.startsWith('fat');
	const sign = way.endsWith('gained') ? 1 : -1;
	const side = (name: 'near' | 'off'): number =>
		way === 'near-lost' || way === 'off-lost' ? (way.startsWith(name) ? 1 : 0) : 1;
	return Float64Array.from(
		cuts.flatMap(({ sMm }) => {
			const here = sign * mm * (fat ? 1 : muscleAlong(sMm));
			const depths = fat ? FAT : MUSCLE;
			return [...depths.map((d) => here * d * side('near')), ...depths.map((d) => here * d * side('off'))];
		})
	);
}

/**
 * The limits that a pairing's own saddle sets (in place of 4, 6 and 8 mm for all): along each way the least change at
 * which the seat crosses a fault or the front loses the room there is. From a saddle that is inferred: a rule of thumb
 * with a doubt of a quarter or so (docs/seat.md).
 */
export function ownLimits(saddle: FitDaySaddle, bearsMm: number, roomMm: number = USUAL_ROOM_MM): OwnLimit[] {
	const fitted: Seat = readSeat(saddle.given, saddle.bed, saddle.load, { pose: saddle.pose, residual: 0, steps: 0 });
	return WAYS_OF_CHANGE.map((way): OwnLimit => {
		const faultAt = (mm: number): OwnLimit['fault'] => {
			const now = seated(saddle, partsOf(saddle.cuts, way, mm), bearsMm);
			const outcome = outcomeOf(fitted, now);
			if (-outcome[3] > roomMm) return 'clearance';
			const strength = strengthsAgainst(saddle.given, now, outcome);
			return CONDITIONS.find((c) => strength[c] >= 1);
		};
		if (faultAt(MOST_TRIED_MM) === undefined) return { way, mm: undefined, fault: undefined };
		let [low, high] = [0, MOST_TRIED_MM];
		while (high - low > FINE_MM) {
			const mid = (low + high) / 2;
			if (faultAt(mid) === undefined) low = mid;
			else high = mid;
		}
		return { way, mm: Math.round(high), fault: faultAt(high) };
	});
}
