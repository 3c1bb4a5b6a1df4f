import { cholesky, forwardSolve, zeros, type Matrix } from '../math/index.js';
import { smallestDetectableChange } from '../noise/index.js';
import type { Day } from '../units/index.js';
import type { Back } from './back.js';
import { bandSlope, bandUnder, joinedUnder, type Mixture, type Under } from './changeOf.js';
import { PARTS, SPLINES } from './depthBasis.js';
import type { Following } from './followBack.js';
import type { StationReading } from './readVisit.js';
import { summed } from './repeats.js';
import { BOTH } from './tracingInformation.js';

/** mm and mm². */
export interface Estimate {
	readonly mm: number;
	readonly variance: number;
}

/** Noise of one visit at one station. */
export interface VisitNoise {
	/** SD of the band, mean of both sides, in a single tracing, its own pose and place included, mm. */
	readonly ownSdMm: number;
	/** Variance of what a visit's repeats share, mm². */
	readonly sharedVar: number;
}

/** Change since the fitted day at one station on one day, from data up to that day. */
export interface StationChange {
	/** When it was last traced. */
	readonly visitedOn: Day;
	readonly near: Estimate;
	readonly off: Estimate;
	/** Mean of both sides. */
	readonly both: Estimate;
	/** Off less near. */
	readonly apart: Estimate;
	/** The same under each kind of change that is thought of; chances of limits are asked of these. */
	readonly under: Readonly<Record<'near' | 'off' | 'both' | 'apart', readonly Under[]>>;
	/** mm a day, and the variance of that of both sides. */
	readonly slopes: Readonly<Record<'near' | 'off' | 'both' | 'variance', number>>;
	/** Tracings counted and left out, of the day it was last traced. */
	readonly counted: number;
	readonly leftOut: number;
	readonly noise: VisitNoise;
	/** True where it moved suddenly. */
	readonly stepped: boolean;
}

/** Kinds and errors allow for more than most backs and hands do: variances are taken so much smaller (docs/validation.md: intervals). */
const TAKEN = 0.82;
/** A repeat that counts less than this is named as left out. */
export const LEFT_OUT = 0.35;
const WEEK_DAYS = 7;
/** A band that moved so far between two visits close together is a step. */
const STEP_MM = 3.5;
const STEP_DAYS = 45;

/** Row of the mean of both sides' bands of a station. */
function bandRows(stations: number): Matrix {
	const n = stations * BOTH;
	const rows = zeros(n, stations);
	for (let s = 0; s < stations; s++)
		for (let i = 0; i < SPLINES; i++)
			for (const side of [0, SPLINES]) rows.at[(s * BOTH + side + i) * stations + s] = (PARTS.band[i] as number) / 2;
	return rows;
}

/** Variances of the mean of both sides' bands, by station, from information on their coefficients, mm². */
function bandVariances(j: Matrix, stations: number): number[] {
	const n = stations * BOTH;
	const at = new Float64Array(n * n);
	for (let r = 0; r < n; r++)
		for (let c = 0; c < n; c++) at[r * n + c] = (j.at[r * j.cols + c] as number) + (r === c ? UNSEEN : 0);
	const half = forwardSolve(cholesky({ rows: n, cols: n, at }), bandRows(stations));
	return Array.from({ length: stations }, (_, s) => {
		let sum = 0;
		for (let r = 0; r < n; r++) sum += (half.at[r * stations + s] as number) ** 2;
		return sum;
	});
}
const UNSEEN = 1 / 40 ** 2;

/** Noise of a visit by station: of a single tracing, and what all its repeats share. */
export function noiseOf(back: Back, readings: readonly StationReading[], whole: Matrix): VisitNoise[] {
	const all = bandVariances(whole, back.frames.length);
	return back.frames.map((_, station) => {
		const here = readings.filter((r) => r.station === station);
		const counted = here.reduce((s, r) => s + r.weights.reduce((a, b) => a + b, 0), 0);
		const { j } = summed(
			here.map((r) => r.information),
			here.map(() => 1)
		);
		const own = bandVariances(j, 1)[0] as number;
		return {
			ownSdMm: Math.sqrt(own * Math.max(1, counted)),
			sharedVar: Math.max(0, (all[station] as number) - own)
		};
	});
}

const estimate = (under: readonly Under[]): { mm: number; variance: number } => {
	const joined = joinedUnder(under);
	return { mm: joined.mm, variance: TAKEN * joined.variance };
};
const honest = (under: readonly Under[]): Under[] => under.map((u) => ({ ...u, variance: TAKEN * u.variance }));

export function stationChange(
	f: Following,
	mixture: Mixture,
	station: number,
	last: StationChange | undefined,
	seen: { visitedOn: Day; readings: readonly StationReading[]; noise: VisitNoise } | undefined
): StationChange {
	const under = {
		near: bandUnder(mixture, station, 1, 0),
		off: bandUnder(mixture, station, 0, 1),
		both: bandUnder(mixture, station, 0.5, 0.5),
		apart: bandUnder(mixture, station, -1, 1)
	};
	const [near, off] = [bandSlope(f, station, 1, 0), bandSlope(f, station, 0, 1)];
	const both = bandSlope(f, station, 0.5, 0.5);
	const weights = seen?.readings.filter((r) => r.station === station).flatMap((r) => r.weights) ?? [];
	const leftOut = weights.filter((w) => w < LEFT_OUT).length;
	return {
		visitedOn: seen ? seen.visitedOn : (last?.visitedOn ?? f.day),
		near: estimate(under.near),
		off: estimate(under.off),
		both: estimate(under.both),
		apart: estimate(under.apart),
		under: {
			near: honest(under.near),
			off: honest(under.off),
			both: honest(under.both),
			apart: honest(under.apart)
		},
		slopes: {
			near: near.mm / WEEK_DAYS,
			off: off.mm / WEEK_DAYS,
			both: both.mm / WEEK_DAYS,
			variance: both.variance / WEEK_DAYS ** 2
		},
		counted: seen ? weights.length - leftOut : (last?.counted ?? 0),
		leftOut: seen ? leftOut : (last?.leftOut ?? 0),
		noise: seen?.noise ?? last?.noise ?? { ownSdMm: 1.5, sharedVar: 1 },
		stepped: false
	};
}

export function steppedFrom(last: StationChange | undefined, now: StationChange, days: number): boolean {
	if (!last || days > STEP_DAYS) return false;
	return Math.max(Math.abs(now.near.mm - last.near.mm), Math.abs(now.off.mm - last.off.mm)) > STEP_MM;
}

/** A change whose interval takes in half of what the plain reading stands away. */
export function widened(c: StationChange, partedMm: number): StationChange {
	const more = (partedMm / 2) ** 2;
	const wide = <T extends { readonly variance: number }>(e: T): T => ({ ...e, variance: e.variance + more });
	return {
		...c,
		near: wide(c.near),
		off: wide(c.off),
		both: wide(c.both),
		under: {
			near: c.under.near.map(wide),
			off: c.under.off.map(wide),
			both: c.under.both.map(wide),
			apart: c.under.apart
		}
	};
}

/** Smallest change of the band, mean of both sides, that two visits of `repeats` tracings can show, mm, shared errors included. */
export const detectableChangeMm = ({ ownSdMm, sharedVar }: VisitNoise, repeats: number): number =>
	smallestDetectableChange(Math.sqrt(ownSdMm ** 2 / Math.max(1, repeats) + sharedVar));
