import { BAND_BOTTOM_MM, BAND_TOP_MM } from '../curve/index.js';
import { columnOf, matrixOf, solveSpdMany, times, transposed, type Matrix } from '../math/index.js';

/** Depths below the apex at which half-widths are read, mm. Above the first the apex itself is too unsure. */
export const DEPTHS_MM: readonly number[] = Array.from({ length: 17 }, (_, i) => 20 + 8 * i);
export const DEPTH_COUNT = DEPTHS_MM.length;

/** Cubic B-splines over the square root of depth that carry a side's change: fine near the top, coarse below. */
export const SPLINES = 4;

const DEGREE = 3;
const FROM = Math.sqrt(DEPTHS_MM[0] as number);
const TO = Math.sqrt(DEPTHS_MM[DEPTH_COUNT - 1] as number);
const KNOTS: readonly number[] = Array.from({ length: SPLINES + DEGREE + 1 }, (_, i) => {
	const inner = Math.min(1, Math.max(0, (i - DEGREE) / (SPLINES - DEGREE)));
	return FROM + inner * (TO - FROM);
});

/** Value of spline `i` of a degree at `u` (Cox and de Boor's recursion). */
function spline(i: number, degree: number, u: number): number {
	const knot = (k: number): number => KNOTS[k] as number;
	if (degree === 0) {
		const last = i === SPLINES - 1 && u >= TO;
		return (knot(i) <= u && u < knot(i + 1)) || last ? 1 : 0;
	}
	const left = knot(i + degree) - knot(i);
	const right = knot(i + degree + 1) - knot(i + 1);
	return (
		(left > 0 ? ((u - knot(i)) / left) * spline(i, degree - 1, u) : 0) +
		(right > 0 ? ((knot(i + degree + 1) - u) / right) * spline(i + 1, degree - 1, u) : 0)
	);
}

const splinesAt = (depthMm: number): number[] =>
	Array.from({ length: SPLINES }, (_, i) => spline(i, DEGREE, Math.min(TO, Math.max(FROM, Math.sqrt(depthMm)))));

/** Depths by splines. */
export const BASIS: Matrix = matrixOf(DEPTH_COUNT, SPLINES, (k, i) => splinesAt(DEPTHS_MM[k] as number)[i] as number);

/** Small beside what a slope changes over, mm. */
const SLOPE_STEP_MM = 0.01;
/** Growth of each spline with depth, a mm: depths by splines. */
const SLOPES: Matrix = (() => {
	const clamped = (d: number): number => Math.min(DEPTHS_MM.at(-1) as number, Math.max(DEPTHS_MM[0] as number, d));
	return matrixOf(DEPTH_COUNT, SPLINES, (k, i) => {
		const [a, b] = [-SLOPE_STEP_MM, SLOPE_STEP_MM].map((step) => clamped((DEPTHS_MM[k] as number) + step)) as [
			number,
			number
		];
		return ((splinesAt(b)[i] as number) - (splinesAt(a)[i] as number)) / (b - a);
	});
})();

/** Least-squares coefficients of values at the depths: splines by depths. */
export const TO_SPLINES: Matrix = (() => {
	const bt = transposed(BASIS);
	return solveSpdMany(times(bt, BASIS), bt);
})();

const meanRow = (fromMm: number, toMm: number): Float64Array => {
	const row = new Float64Array(SPLINES);
	const steps = Math.round(toMm - fromMm);
	for (let s = 0; s <= steps; s++) {
		const weight = (s === 0 || s === steps ? 0.5 : 1) / steps;
		splinesAt(fromMm + s).forEach((v, i) => (row[i] = (row[i] as number) + weight * v));
	}
	return row;
};

/** Means over parts of a side, as rows over its splines: near the top, the bearing band, below it. */
export const PARTS = {
	top: meanRow(24, 52),
	band: meanRow(BAND_TOP_MM, BAND_BOTTOM_MM),
	low: meanRow(124, 148)
} as const;
export const PART_ROWS: readonly Float64Array[] = [PARTS.top, PARTS.band, PARTS.low];

/** Where the parts of all sides stand among the coefficients: by station, near then off, each top, band, low. */
export const partRows = (parts: number): { readonly from: number; readonly row: Float64Array }[] =>
	Array.from({ length: parts }, (_, p) => ({
		from: Math.floor(p / PART_ROWS.length) * SPLINES,
		row: PART_ROWS[p % PART_ROWS.length] as Float64Array
	}));

/** A function of depth, as coefficients. */
export function asSplines(values: ArrayLike<number>): Float64Array {
	const out = new Float64Array(SPLINES);
	for (let i = 0; i < SPLINES; i++) {
		let sum = 0;
		for (let k = 0; k < DEPTH_COUNT; k++) sum += (TO_SPLINES.at[i * DEPTH_COUNT + k] as number) * (values[k] as number);
		out[i] = sum;
	}
	return out;
}

/** How a function grows with depth, from its coefficients, at the depths. */
export const slopesOfSplines = (coefficients: Float64Array): Float64Array => times(SLOPES, columnOf(coefficients)).at;
