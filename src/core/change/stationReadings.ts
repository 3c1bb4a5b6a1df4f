import {
	BAND_DEPTHS_MM,
	consensusCurve,
	halfWidthsAtDepths,
	layOver,
	makeReference,
	walkSide,
	type Alignment,
	type Curve,
	type Reference,
	type Side,
	type Tracing
} from '../curve/index.js';
import { findOutliers, STARTING_SD_MM } from '../noise/index.js';
import { mean, median } from '../math/index.js';

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

/** At least this share of the band must be drawn for a side to count. */
const LEAST_BAND_SHARE = 0.5;

type Widths = Readonly<Record<Side, readonly (number | undefined)[]>>;

function bandWidthsOf(curve: Curve): Widths {
	const at = (side: Side) => halfWidthsAtDepths(walkSide(curve, side), BAND_DEPTHS_MM);
	return { near: at('near'), off: at('off') };
}

function meanDifference(
	now: readonly (number | undefined)[],
	then: readonly (number | undefined)[]
): number | undefined {
	const differences: number[] = [];
	now.forEach((w, i) => {
		const before = then[i];
		if (w !== undefined && before !== undefined) differences.push(w - before);
	});
	return differences.length >= LEAST_BAND_SHARE * now.length ? mean(differences) : undefined;
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

function readVisit(ref: Reference, then: Widths, tracings: readonly Tracing[]): TracingReading[] {
	const laid = tracings.map((t) => layOver(ref, t.curve));
	const distances = tracings.length >= 3 ? laid.map((l) => l.leftMm) : [];
	const middle = middleOf(distances);
	const out = findOutliers(
		distances.map((d) => disagreement(d, middle)),
		STARTING_SD_MM / 2
	);
	return tracings.map((tracing, i) => {
		const widths = bandWidthsOf((laid[i] as Alignment).curve);
		return {
			tracing,
			nearMm: meanDifference(widths.near, then.near),
			offMm: meanDifference(widths.off, then.off),
			leftOut: out[i] ?? false
		};
	});
}

/** Groups tracings by day, in order of day; the order of repeats is kept. */
export function groupByDay(tracings: readonly Tracing[]): Map<string, Tracing[]> {
	const days = new Map<string, Tracing[]>();
	for (const t of [...tracings].sort((a, b) => a.visitedOn.localeCompare(b.visitedOn) || a.repeat - b.repeat))
		days.set(t.visitedOn, [...(days.get(t.visitedOn) ?? []), t]);
	return days;
}

/** Every tracing of one station laid over the fitted day's consensus. Undefined when that day has none here. */
export function readStation(
	station: string,
	tracings: readonly Tracing[],
	fitDay: string
): { reference: Reference; visits: StationVisit[] } | undefined {
	const here = groupByDay(tracings.filter((t) => t.station === station));
	const fitted = here.get(fitDay);
	if (!fitted) return undefined;
	const reference = makeReference(consensusCurve(fitted.map((t) => t.curve)));
	const then = bandWidthsOf(reference.curve);
	const visits = [...here].map(([visitedOn, list]) => ({
		visitedOn,
		station,
		readings: readVisit(reference, then, list)
	}));
	return { reference, visits };
}
