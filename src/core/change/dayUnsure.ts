import type { Tracing } from '../curve/index.js';
import { matrixOf, rootColumns, solveSpdMany, times, transposed, type Matrix } from '../math/index.js';
import { backOf, type Back } from './back.js';
import { PART_ROWS, partRows } from './depthBasis.js';
import { isJump, KINDS } from './kinds.js';
import { readVisit, visitInformation } from './readVisit.js';
import { framesOf } from './stationFrame.js';

const LEAST_VARIANCE = 0.01;
export const unitOf = (n: number): Matrix => matrixOf(n, n, (r, c) => (r === c ? 1 : 0));

/**
 * What is believed of a day's difference from another beforehand, as information: any of the kinds of change, of
 * about `likelyMm`. It tells a turned sheet from muscle that moved.
 */
export function likelyChange({ kinds }: Back, likelyMm: number): Matrix {
	const each = KINDS.filter((kind) => !isJump(kind)).map((kind) => kinds.get(kind) as Matrix);
	const { rows: n } = each[0] as Matrix;
	const at = new Float64Array(n * n);
	for (const k of each)
		for (let i = 0; i < at.length; i++) at[i] = (at[i] as number) + (likelyMm ** 2 / each.length) * (k.at[i] as number);
	for (let k = 0; k < n; k++) at[k * n + k] = (at[k * n + k] as number) + LEAST_VARIANCE;
	return solveSpdMany({ rows: n, cols: n, at }, unitOf(n));
}

/** One day's drawings may be wrong by about any change, mm. */
const LIKELY_MM = 6;
/** So little of all variance is left out, to have few columns. */
const LEFT_OUT_SHARE = 0.02;

/** How the parts of a back (by station, near then off, each top, band, low; mm) may differ from what one day's tracings show. */
export interface DayUnsure {
	readonly stations: readonly string[];
	/** Independent differences of one standard deviation each. */
	readonly columns: readonly Float64Array[];
}

/** What one day's cuts leave open, errors that their repeats share included; undefined where none can be read. */
export function dayUnsure(cuts: readonly Tracing[]): DayUnsure | undefined {
	const frames = framesOf(cuts);
	if (frames.length === 0) return undefined;
	const back = backOf(frames, 0);
	const day = (cuts[0] as Tracing).visitedOn;
	const { readings } = readVisit(back, { day, tracings: cuts }, new Map());
	if (readings.length === 0) return undefined;
	// Hands are not told apart: their habits are in what each draws.
	const { j } = visitInformation(back, readings, [...new Set(readings.map((r) => r.hand))].slice(0, 1), 1);
	const prior = likelyChange(back, LIKELY_MM);
	const cov = solveSpdMany({ ...j, at: j.at.map((v, i) => v + (prior.at[i] as number)) }, unitOf(j.rows));
	const parts = partRows(frames.length * 2 * PART_ROWS.length);
	const rows = matrixOf(parts.length, j.rows, (p, c) => {
		const { from, row } = parts[p] as (typeof parts)[number];
		return c >= from && c < from + row.length ? (row[c - from] as number) : 0;
	});
	return {
		stations: frames.map((f) => f.station),
		columns: rootColumns(times(rows, times(cov, transposed(rows))), LEFT_OUT_SHARE)
	};
}
