import type { Tracing } from '../curve/index.js';
import { findOutliers, STARTING_SD_MM } from '../noise/index.js';
import { median } from '../math/index.js';
import { makeBandModel, readBand, type BandModel, type Neighbour } from './bandFit.js';

/** One tracing's band against the reference, mm per side; a side that does not reach the band is absent. */
export interface TracingReading {
	readonly tracing: Tracing;
	readonly nearMm: number | undefined;
	readonly offMm: number | undefined;
	readonly leftOut: boolean;
}

/** All tracings of one station at one visit, outliers marked. */
export interface StationVisit {
	readonly visitedOn: string;
	readonly station: string;
	readonly readings: readonly TracingReading[];
}

/** Root mean square distance of an aligned tracing from the middle one of its visit, mm. */
function disagreement(distances: Float64Array, middle: readonly number[]): number {
	let squares = 0;
	let count = 0;
	distances.forEach((d, k) => {
		const m = middle[k] as number;
		if (Number.isNaN(d) || Number.isNaN(m)) return;
		squares += (d - m) ** 2;
		count++;
	});
	return count > 0 ? Math.sqrt(squares / count) : Number.POSITIVE_INFINITY;
}

function middleOf(all: readonly Float64Array[]): number[] {
	return Array.from(all[0] ?? [], (_, k) => {
		const here = all.map((d) => d[k] as number).filter((d) => !Number.isNaN(d));
		return here.length * 2 > all.length ? median(here) : Number.NaN;
	});
}

function readVisit(model: BandModel, tracings: readonly Tracing[]): TracingReading[] {
	const laid = tracings.map((t) => readBand(model, t.curve, tracings.length));
	const distances = tracings.length >= 3 ? laid.map((l) => l.leftMm) : [];
	const middle = middleOf(distances);
	const out = findOutliers(
		distances.map((d) => disagreement(d, middle)),
		STARTING_SD_MM / 2
	);
	return tracings.map((tracing, i) => ({
		tracing,
		nearMm: laid[i]?.nearMm,
		offMm: laid[i]?.offMm,
		leftOut: out[i] ?? false
	}));
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

/** Every tracing of one station read against the fitted day's curve. Undefined when that day has none here. */
export function readStation(
	station: string,
	tracings: readonly Tracing[],
	fitDay: string
): readonly StationVisit[] | undefined {
	const here = groupByDay(tracings.filter((t) => t.station === station));
	const fitted = here.get(fitDay);
	if (!fitted) return undefined;
	const model = makeBandModel(
		fitted.map((t) => t.curve),
		neighboursOf(station, tracings, fitDay)
	);
	return [...here].map(([visitedOn, list]) => ({ visitedOn, station, readings: readVisit(model, list) }));
}
