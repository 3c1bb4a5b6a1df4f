import type { Tracing } from '../curve/index.js';
import { findOutliers, NO_SPREAD, STARTING_SD_MM, withinSd, type WithinTally } from '../noise/index.js';
import { median } from '../math/index.js';
import { NO_COMMON, readBand, type BandReading, type Common } from './bandFit.js';
import { makeBandModel, type BandModel, type Neighbour } from './bandModel.js';

/** One tracing's band against the reference, mm per side; a side that does not reach the band is absent. */
export interface TracingReading {
	readonly tracing: Tracing;
	readonly nearMm: number | undefined;
	readonly offMm: number | undefined;
	/** Change near the top, mean of the sides. */
	readonly topMm: number | undefined;
	readonly leftOut: boolean;
}

/** All tracings of one station at one visit, outliers marked. */
export interface StationVisit {
	readonly visitedOn: string;
	readonly station: string;
	readonly readings: readonly TracingReading[];
}

/** Root mean square distance of an aligned tracing from the middle one of its visit, mm. */
function disagreement(distances: Float64Array, middle: Float64Array): number {
	let squares = 0;
	let count = 0;
	for (let k = 0; k < distances.length; k++) {
		const apart = (distances[k] as number) - (middle[k] as number);
		if (Number.isNaN(apart)) continue;
		squares += apart * apart;
		count++;
	}
	return count > 0 ? Math.sqrt(squares / count) : Number.POSITIVE_INFINITY;
}

/** The middle of several tracings at each place where most of them have a line; NaN elsewhere. */
function middleOf(all: readonly Float64Array[]): Float64Array {
	const out = new Float64Array(all[0]?.length ?? 0);
	const here: number[] = [];
	for (let k = 0; k < out.length; k++) {
		here.length = 0;
		for (const d of all) if (!Number.isNaN(d[k])) here.push(d[k] as number);
		out[k] = here.length * 2 > all.length ? median(here) : Number.NaN;
	}
	return out;
}

/** Spread of the counted repeats about their mean along the curve: sum of squares and how many they stand for. */
function roughnessOf(distances: readonly Float64Array[], out: readonly boolean[]): WithinTally {
	const counted = distances.filter((_, i) => !out[i]);
	if (counted.length < 2) return NO_SPREAD;
	let [squares, places] = [0, 0];
	for (let k = 0; k < (counted[0]?.length ?? 0); k++) {
		let [sum, square] = [0, 0];
		for (const d of counted) {
			sum += d[k] as number;
			square += (d[k] as number) ** 2;
		}
		// A place that one of them does not reach is no number, and neither is its sum.
		if (Number.isNaN(sum)) continue;
		squares += Math.max(0, square - sum ** 2 / counted.length);
		places++;
	}
	if (places === 0) return NO_SPREAD;
	const freedom = (counted.length - 1) * INDEPENDENT_STRETCHES;
	return { squares: (squares / places) * INDEPENDENT_STRETCHES, freedom };
}

/** A waver's length fits about this many times into a curve: so many independent looks at it. */
const INDEPENDENT_STRETCHES = 10;
const STARTING_ROUGHNESS: WithinTally = { squares: 10 * 1.3 ** 2, freedom: 10 };
/** The fit is not made sharper or blunter than these: where pose and place must stay apart from waver. */
const ROUGHNESS_BOUNDS_MM = [0.7, 2.4] as const;
/** A waver's own shape is not known: believed a little less than its spread says, readings come out nearest (from simulation). */
const BELIEF = 1.1;
const roughnessMm = (tally: WithinTally): number =>
	Math.min(ROUGHNESS_BOUNDS_MM[1], Math.max(ROUGHNESS_BOUNDS_MM[0], BELIEF * withinSd(tally)));
/** What was learnt of the hand and of the fitted day's own pose and place from the visits so far. */
interface Known {
	readonly spread: WithinTally;
	/** Sums over visits of the mean pose and place found against the model. */
	readonly sums: Common;
	readonly visits: number;
}
const NOTHING_KNOWN: Known = { spread: STARTING_ROUGHNESS, sums: NO_COMMON, visits: 0 };

/** Mean pose and place so far; with few visits it is believed less. */
const centreOf = ({ sums, visits }: Known): Common =>
	sums.map((v) => v / (visits + CENTRE_CAUTION)) as unknown as Common;
const CENTRE_CAUTION = 6;

/** One tracing laid against the model. */
interface Laid extends BandReading {
	readonly tracing: Tracing;
	readonly leftOut: boolean;
}

function readVisit(model: BandModel, tracings: readonly Tracing[], known: Known): { laid: Laid[]; known: Known } {
	const centre = centreOf(known);
	const laid = tracings.map((t) => readBand(model, t.curve, tracings.length, roughnessMm(known.spread), centre));
	const posed = laid.map((l) => l.posedMm);
	const middle = middleOf(posed);
	const out = findOutliers(tracings.length >= 3 ? posed.map((d) => disagreement(d, middle)) : [], STARTING_SD_MM / 2);
	const found = roughnessOf(
		laid.map((l) => l.leftMm),
		out
	);
	const spread = { squares: known.spread.squares + found.squares, freedom: known.spread.freedom + found.freedom };
	const counted = laid.filter((_, i) => !out[i]);
	const sums = known.sums.map(
		(v, i) => v + counted.reduce((s, l) => s + (l.common[i] as number), 0) / Math.max(1, counted.length)
	) as unknown as Common;
	return {
		laid: laid.map((l, i) => ({ ...l, tracing: tracings[i] as Tracing, leftOut: out[i] ?? false })),
		known: { spread, sums, visits: known.visits + 1 }
	};
}

/** Groups tracings by day, in order of day; the order of repeats is kept. */
export function groupByDay(tracings: readonly Tracing[]): Map<string, Tracing[]> {
	const days = new Map<string, Tracing[]>();
	for (const t of [...tracings].sort((a, b) => a.visitedOn.localeCompare(b.visitedOn) || a.repeat - b.repeat))
		days.set(t.visitedOn, [...(days.get(t.visitedOn) ?? []), t]);
	return days;
}

/** Usual places of stations along the back, mm behind the resting blade (common practice, no source). */
const USUAL_PLACE_MM: Readonly<Record<string, number>> = { T8: 40, T13: 240, T18: 440 };

/** The stations next along the back that were traced on the fitted day. */
function neighboursOf(station: string, tracings: readonly Tracing[], fitDay: string): Neighbour[] {
	const at = USUAL_PLACE_MM[station];
	if (at === undefined) return [];
	return Object.entries(USUAL_PLACE_MM)
		.filter(([s, mm]) => s !== station && Math.abs(mm - at) <= 200)
		.map(([s, mm]) => ({
			curves: tracings.filter((t) => t.station === s && t.visitedOn === fitDay).map((t) => t.curve),
			awayMm: mm - at
		}))
		.filter((n) => n.curves.length > 0);
}

/** A day's curve of one station to measure against, with its neighbours of that day. Undefined when that day has none here. */
export function modelOf(station: string, tracings: readonly Tracing[], day: string): BandModel | undefined {
	const fitted = tracings.filter((t) => t.station === station && t.visitedOn === day);
	if (fitted.length === 0) return undefined;
	return makeBandModel(
		fitted.map((t) => t.curve),
		neighboursOf(station, tracings, day)
	);
}

/** Each day's tracings against the model, in order of day: a day is read with what was learnt by then. */
export function readDays(
	model: BandModel,
	days: ReadonlyMap<string, readonly Tracing[]>
): { readonly day: string; readonly laid: readonly Laid[] }[] {
	let known = NOTHING_KNOWN;
	return [...days].map(([day, list]) => {
		const read = readVisit(model, list, known);
		known = read.known;
		return { day, laid: read.laid };
	});
}

/** Every tracing of one station read against the fitted day's curve. Undefined when that day has none here. */
export function readStation(
	station: string,
	tracings: readonly Tracing[],
	fitDay: string
): readonly StationVisit[] | undefined {
	const model = modelOf(station, tracings, fitDay);
	if (!model) return undefined;
	const here = groupByDay(tracings.filter((t) => t.station === station));
	return readDays(model, here).map(({ day, laid }) => ({
		visitedOn: day,
		station,
		readings: laid.map(({ tracing, nearMm, offMm, topMm, leftOut }) => ({ tracing, nearMm, offMm, topMm, leftOut }))
	}));
}
