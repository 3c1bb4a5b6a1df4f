import { frameAtApex, halfWidthAtDepth, walkSide, type Side, type Tracing } from '../curve/index.js';
import { backSolve, cholesky, columnOf, forwardSolve, median, Z95, type Matrix } from '../math/index.js';
import { BASIS, DEPTHS_MM, SPLINES } from './depthBasis.js';
import { backOf, type Back } from './back.js';
import { likelyChange, unitOf } from './dayUnsure.js';
import { readVisit, visitInformation } from './readVisit.js';
import { LEFT_OUT } from './stationChange.js';
import type { NoiseBelief } from './handNoise.js';
import { framesOf, type StationFrame } from './stationFrame.js';
import { depthsReached } from './tracingInformation.js';

/** The curve that others are held against: places along it from near to off with outward normals, mm. */
export interface Against {
	readonly xMm: readonly number[];
	readonly yMm: readonly number[];
	readonly normalX: readonly number[];
	readonly normalY: readonly number[];
	/** Length along the curve from the apex, negative on the near side. */
	readonly alongMm: readonly number[];
}

/** One day's difference at each of those places, outward positive; null where the day has no line there. */
export interface DayDifference {
	readonly day: string;
	readonly mm: readonly (number | null)[];
	/** Half of the 95% interval at each place, errors shared by the repeats included. */
	readonly plusMinusMm: readonly (number | null)[];
	readonly counted: number;
	readonly leftOut: number;
}

export interface Comparison {
	readonly against: Against;
	readonly days: readonly DayDifference[];
}

/** A day's curve differs from another's by any of the kinds of change, of about this size, mm. */
const USUAL_MM = 6;

/** A day's coefficients at the one station of a back, and their covariance. */
interface DayShape {
	readonly mean: Float64Array;
	readonly cov: Matrix;
	/** Depths reached by most of its tracings. */
	readonly reach: Readonly<Record<Side, number>>;
	readonly counted: number;
	readonly leftOut: number;
}

function shapeOf(
	back: Back,
	prior: Matrix,
	tracings: readonly Tracing[],
	noise: ReadonlyMap<string, NoiseBelief>,
	day: string
): { shape: DayShape | undefined; noise: ReadonlyMap<string, NoiseBelief> } {
	const read = readVisit(back, { day, tracings }, noise);
	const { readings } = read;
	if (readings.length === 0) return { shape: undefined, noise: read.noise };
	// Hands are not told apart here: what one draws is what is shown.
	const { j, b } = visitInformation(back, readings, [...new Set(readings.map((r) => r.hand))].slice(0, 1), 1);
	const n = 2 * SPLINES;
	const at = j.at.map((v, i) => v + (prior.at[i] as number));
	const l = cholesky({ rows: n, cols: n, at });
	const weights = readings.flatMap((r) => r.weights);
	const leftOut = weights.filter((w) => w < LEFT_OUT).length;
	const counted = readings.flatMap((r) => r.tracings.filter((_, i) => (r.weights[i] as number) >= LEFT_OUT));
	const reach = (side: Side): number => {
		const all = counted.map((t) => depthsReached(t.curve)[side]).sort((a, c) => a - c);
		return all[all.length >> 1] ?? 0;
	};
	return {
		shape: {
			mean: backSolve(l, forwardSolve(l, columnOf(b))).at,
			cov: backSolve(l, forwardSolve(l, unitOf(n))),
			reach: { near: reach('near'), off: reach('off') },
			counted: weights.length - leftOut,
			leftOut
		},
		noise: read.noise
	};
}

interface Place {
	readonly side: Side;
	/** Which of DEPTHS_MM; at 0 with a share under 1 it lies between the apex and the first of them. */
	readonly k: number;
	readonly share: number;
}

/** Depths above the first that is read, as shares of it: drawn so that the top looks like one, read from nothing. */
const SHALLOW = [0.75, 0.5, 0.3, 0.15, 0.05] as const;
const sidePlaces = (side: Side): Place[] => [
	...DEPTHS_MM.map((_, k) => ({ side, k, share: 1 })).reverse(),
	...SHALLOW.map((share) => ({ side, k: 0, share }))
];
/** Places along a frame's curve, near to off; the apex between the sides. */
const PLACES: readonly (Place | undefined)[] = [...sidePlaces('near'), undefined, ...sidePlaces('off').reverse()];

function againstOf(frame: StationFrame, top: (side: Side, depthMm: number) => number): Against {
	const each = (of: (p: Place, sign: number) => number): number[] =>
		PLACES.map((p) => (p ? of(p, p.side === 'near' ? -1 : 1) : 0));
	const depth = (p: Place): number => (DEPTHS_MM[p.k] as number) * p.share;
	const out = (p: Place): number => (p.share < 1 ? top(p.side, depth(p)) : (frame.widths[p.side][p.k] as number));
	const steep = (p: Place): number => Math.hypot(1, frame.slope[p.side][p.k] as number);
	return {
		xMm: each((p, sign) => sign * out(p)),
		yMm: each((p) => -depth(p)),
		normalX: each((p, sign) => sign / steep(p)),
		normalY: PLACES.map((p) => (p ? (frame.slope[p.side][p.k] as number) / steep(p) : 1)),
		alongMm: each(
			(p, sign) => sign * (p.share < 1 ? Math.hypot(out(p), depth(p)) : (frame.along[p.side][p.k] as number))
		)
	};
}

/** Difference of two shapes at a place, along the normal, with half its 95% interval. */
function differenceAt(frame: StationFrame, now: DayShape, then: DayShape, p: Place): [mm: number, plusMinus: number] {
	const from = p.side === 'near' ? 0 : SPLINES;
	const cos = 1 / Math.hypot(1, frame.slope[p.side][p.k] as number);
	const row = BASIS.at.subarray(p.k * SPLINES, (p.k + 1) * SPLINES);
	let [mm, variance] = [0, 0];
	for (let i = 0; i < SPLINES; i++) {
		mm += (row[i] as number) * ((now.mean[from + i] as number) - (then.mean[from + i] as number));
		for (let c = 0; c < SPLINES; c++) {
			const at = (from + i) * 2 * SPLINES + from + c;
			variance += (row[i] as number) * (row[c] as number) * ((now.cov.at[at] as number) + (then.cov.at[at] as number));
		}
	}
	return [p.share * cos * mm, p.share * Z95 * cos * Math.sqrt(variance)];
}

/**
 * Every day's mean curve of one station against one day's. Tilt, apex pick and marked place are part of the
 * interval, as they are in the call. Undefined where that day has no tracing there.
 */
export function compareDays(station: string, tracings: readonly Tracing[], againstDay: string): Comparison | undefined {
	const here = tracings.filter((t) => t.station === station);
	const on = (day: string): Tracing[] => here.filter((t) => t.visitedOn === day);
	const frames = framesOf(on(againstDay));
	const frame = frames[0];
	if (!frame) return undefined;
	const back = backOf(frames, 0);
	const prior = likelyChange(back, USUAL_MM);
	let noise: ReadonlyMap<string, NoiseBelief> = new Map();
	const shapes = new Map<string, DayShape>();
	for (const day of [...new Set(here.map((t) => t.visitedOn))].sort()) {
		const read = shapeOf(back, prior, on(day), noise, day);
		noise = read.noise;
		if (read.shape) shapes.set(day, read.shape);
	}
	const then = shapes.get(againstDay);
	if (!then) return undefined;
	const days = [...shapes].map(([day, now]): DayDifference => {
		const each = PLACES.map((p): [number, number] | null => {
			if (!p) return [0, 0];
			return p.k < now.reach[p.side] ? differenceAt(frame, now, then, p) : null;
		});
		return {
			day,
			mm: each.map((e) => e && e[0]),
			plusMinusMm: each.map((e) => e && e[1]),
			counted: now.counted,
			leftOut: now.leftOut
		};
	});
	const tops = on(againstDay).map((t) => frameAtApex(t.curve));
	const top = (side: Side, depthMm: number): number =>
		median(tops.flatMap((c) => halfWidthAtDepth(walkSide(c, side), depthMm) ?? []));
	return { against: againstOf(frame, top), days };
}
