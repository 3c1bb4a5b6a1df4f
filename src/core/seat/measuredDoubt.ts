import { dayUnsure } from '../change/index.js';
import { cutsOf, type Side } from '../curve/index.js';
import { CoreError } from '../errors/index.js';
import { CONDITIONS, strengths, type Fault } from './conditions.js';
import { chancesOf, forEachFault, STRENGTH_SD, type ByFault } from './faultChances.js';
import { BARS_FROM_MM } from './fitDaySaddle.js';
import { PART_DEPTHS_MM, type SideMoved } from './fitDayBack.js';
import { RAIL_MM, SADDLE_PLACES, type SaddleMeasures, type SaddlePlace } from './measuredSaddle.js';
import { figuresOf, type Seat } from './seatOf.js';
import type { SeatMeasuredQuestion } from './seatMeasured.js';

/** What the drawings behind a seat may have got wrong. */
export interface Slip {
	/** How a station's sides may differ from what was traced. */
	readonly moved?: (station: string) => Readonly<Record<Side, SideMoved>>;
	/** And heights along the back, by place, mm. */
	readonly alongMm?: (sMm: number) => number;
	/** And where the last rib was felt, mm. */
	readonly ribMm?: number;
	/** And the saddle's own measures. */
	readonly saddle?: (measures: SaddleMeasures) => SaddleMeasures;
}

/** How sure a seat of a saddle's own shape is. */
export interface MeasuredUnsure {
	/** Standard deviations. */
	readonly sd: { readonly pitchDeg: number; readonly rollDeg: number; readonly contactShare: number };
	/** How probable each fault is, where it is more than a trifle. */
	readonly chances: Readonly<Partial<Record<Fault, number>>>;
}

/** What one drawing of a saddle and of a long line may be off by, standard deviations (common practice, no source). */
const FLARE_MM = 1.5;
const ROCK_MM = 2;
const CHANNEL_MM = 3;
const SAG_MM = 1.5;
const REAR_MM = 2;
/** Two hands seldom feel the last rib in one place. */
const RIB_MM = 10;
/** A flare turns a bar about its rail and is full so far beside it, mm. */
const FLARE_AT_MM = 45;
/** A strength that is far past its limit says no more. */
const MOST_STRENGTH = 3;
/** Parts of one station without what a turned sheet does, in proportion to depth: the seat levels every tracing. */
function levelledParts(parts: Float64Array, station: number): Readonly<Record<Side, SideMoved>> {
	const at = (side: 0 | 1, k: number): number => parts[(2 * station + side) * 3 + k] as number;
	const apart = PART_DEPTHS_MM.map((_, k) => (at(0, k) - at(1, k)) / 2);
	const turn =
		apart.reduce((sum, v, k) => sum + v * (PART_DEPTHS_MM[k] as number), 0) /
		PART_DEPTHS_MM.reduce((sum, v) => sum + v * v, 0);
	const side = (sign: 1 | -1): SideMoved => {
		const of = (k: number): number =>
			(at(0, k) + at(1, k)) / 2 + sign * ((apart[k] as number) - turn * (PART_DEPTHS_MM[k] as number));
		return [of(0), of(1), of(2)];
	};
	return { near: side(1), off: side(-1) };
}

const flared = (measures: SaddleMeasures, place: SaddlePlace, mm: number): SaddleMeasures => {
	const section = measures.sections[place];
	const yMm = section.yMm.map((y, i) => y - (mm * (Math.abs(section.xMm[i] as number) - RAIL_MM)) / FLARE_AT_MM);
	return { ...measures, sections: { ...measures.sections, [place]: { ...section, yMm } } };
};

/** One standard deviation of each thing that may be wrong, to either side. */
function slipsOf({ tracings, bearsMm }: SeatMeasuredQuestion): ((sign: 1 | -1) => Slip)[] {
	const unsure = dayUnsure(cutsOf(tracings));
	const backs = (unsure?.columns ?? []).map((column) => (sign: 1 | -1): Slip => {
		const parts = column.map((v) => sign * v);
		const moved = new Map(unsure?.stations.map((s, i) => [s, levelledParts(parts, i)]));
		return { moved: (station) => moved.get(station) ?? { near: [0, 0, 0], off: [0, 0, 0] } };
	});
	const share = (sMm: number): number => Math.min(1, Math.max(0, (sMm - BARS_FROM_MM) / bearsMm));
	return [
		...backs,
		(sign) => ({ alongMm: (s) => sign * SAG_MM * Math.sin(Math.PI * share(s)) }),
		(sign) => ({ alongMm: (s) => sign * REAR_MM * share(s) }),
		...SADDLE_PLACES.map((place) => (sign: 1 | -1): Slip => ({ saddle: (m) => flared(m, place, sign * FLARE_MM) })),
		(sign) => ({ ribMm: sign * RIB_MM }),
		(sign) => ({ saddle: (m) => ({ ...m, rockMm: m.rockMm + sign * ROCK_MM }) }),
		(sign) => ({
			saddle: (m) => ({
				...m,
				sections: Object.fromEntries(
					SADDLE_PLACES.map((p) => [p, { ...m.sections[p], channelMm: m.sections[p].channelMm + sign * CHANNEL_MM }])
				) as unknown as SaddleMeasures['sections']
			})
		})
	];
}

const bounded = (v: number): number => Math.max(-MOST_STRENGTH, Math.min(MOST_STRENGTH, v));

/**
 * How sure a seat is: everything that its drawings may have got wrong is tried by one standard deviation to either
 * side, and what that does to its figures is summed. `unread`: faults that cannot be read here at all.
 */
export function measuredDoubt(
	q: SeatMeasuredQuestion,
	seat: Seat,
	seatWith: (slip: Slip) => Seat,
	unread: readonly Fault[]
): MeasuredUnsure {
	const figures = (s: Seat): readonly number[] => [s.pitchDeg, s.rollDeg, s.contactMm2 / s.barMm2];
	const strong = (s: Seat): ByFault => {
		const each = strengths(figuresOf(s));
		return forEachFault((c) => bounded(each[c]));
	};
	const variance = [0, 0, 0];
	const unsure = forEachFault(() => STRENGTH_SD ** 2);
	const tried = (slip: Slip): Seat => {
		try {
			return seatWith(slip);
		} catch (error) {
			if (error instanceof CoreError) return seat;
			throw error;
		}
	};
	for (const slip of slipsOf(q)) {
		const [up, down] = [tried(slip(1)), tried(slip(-1))];
		// A side on which it could not be seated is this seat itself: the other tells all.
		const apart = up === seat || down === seat ? 1 : 2;
		const half = (a: number, b: number): number => ((a - b) / apart) ** 2;
		const [more, less] = [figures(up), figures(down)];
		more.forEach((v, i) => (variance[i] = (variance[i] as number) + half(v, less[i] as number)));
		const [high, low] = [strong(up), strong(down)];
		for (const c of CONDITIONS) unsure[c] += half(high[c], low[c]);
	}
	const [pitchDeg, rollDeg, contactShare] = variance.map(Math.sqrt) as [number, number, number];
	return { sd: { pitchDeg, rollDeg, contactShare }, chances: chancesOf(strong(seat), unsure, unread) };
}
