import {
	cholesky,
	columnOf,
	dot,
	forwardSolve,
	logDetOf,
	mirrorLower,
	rowProducts,
	transposed,
	zeros,
	type Matrix
} from '../math/index.js';

/** What is believed of a back: mean and covariance of levels, their slopes, the fitted day's parts and the habits of hands. */
export interface Belief {
	readonly mean: Float64Array;
	readonly cov: Matrix;
}

/** How a belief's numbers lie: `levels` first, as many slopes, then the fitted day's parts, then habits. */
export interface Layout {
	readonly levels: number;
	readonly parts: number;
	readonly habits: number;
}
export const sizeOf = (l: Layout): number => 2 * l.levels + l.parts + l.habits;
export const partsAt = (l: Layout): number => 2 * l.levels;
export const habitsAt = (l: Layout): number => 2 * l.levels + l.parts;

/** What a visit tells of the levels and habits: `j z ≈ b`, and the factor of j. */
export interface VisitInformation {
	readonly j: Matrix;
	readonly b: Float64Array;
	readonly factor: Matrix;
	readonly factorT: Matrix;
}

/** How a back goes on: how fast its slopes are, mm a week at the front's band, and within how many weeks they die away. */
export interface Pace {
	readonly perWeek: number;
	readonly dampingWeeks: number;
}

/**
 * Carries a belief on by some weeks: slopes die away and are renewed so that their spread stays
 * `perWeek`² times `kind` (an Ornstein-Uhlenbeck process and its integral, from memory).
 */
export function predict(
	belief: Belief,
	layout: Layout,
	weeks: number,
	kind: Matrix,
	{ perWeek, dampingWeeks }: Pace
): Belief {
	const n = sizeOf(layout);
	const d = layout.levels;
	const tau = dampingWeeks;
	const kept = Math.exp(-weeks / tau);
	const reach = tau * (1 - kept);
	const mean = belief.mean.slice();
	for (let i = 0; i < d; i++) {
		const slope = mean[d + i] as number;
		mean[i] = (mean[i] as number) + reach * slope;
		mean[d + i] = kept * slope;
	}
	const at = belief.cov.at.slice();
	// Rows of levels take their slopes' rows, then columns the same; slopes shrink.
	for (let i = 0; i < d; i++)
		for (let c = 0, p = i * n, q = (d + i) * n; c < n; c++, p++, q++) {
			at[p] = (at[p] as number) + reach * (at[q] as number);
			at[q] = kept * (at[q] as number);
		}
	for (let r = 0; r < n; r++)
		for (let i = 0, p = r * n, q = r * n + d; i < d; i++, p++, q++) {
			at[p] = (at[p] as number) + reach * (at[q] as number);
			at[q] = kept * (at[q] as number);
		}
	const s2 = perWeek * perWeek;
	const slopeVar = s2 * (1 - kept * kept);
	const crossVar = s2 * tau * (1 - kept) ** 2;
	const levelVar = s2 * (2 * tau * weeks - tau * tau * (3 - 4 * kept + kept * kept));
	for (let i = 0; i < d; i++) {
		addScaled(at, i * n, kind.at, i * d, levelVar, d);
		addScaled(at, i * n + d, kind.at, i * d, crossVar, d);
		addScaled(at, (d + i) * n, kind.at, i * d, crossVar, d);
		addScaled(at, (d + i) * n + d, kind.at, i * d, slopeVar, d);
	}
	return { mean, cov: { rows: n, cols: n, at } };
}

/** What a visit would do to a belief: how well it foresaw it, and what is needed to take it in. */
export interface Foresight {
	/** Up to what is the same for all beliefs. */
	readonly logLikelihood: number;
	/** L⁻¹ of the visit's spread, and the scaled surprise. */
	readonly l: Matrix;
	readonly surprise: Float64Array;
}

/** Places in a belief that a visit's information speaks of: levels, then habits. */
function placesOf(layout: Layout, count: number): Int32Array {
	const places = new Int32Array(count);
	for (let o = 0; o < count; o++) places[o] = o < layout.levels ? o : habitsAt(layout) + o - layout.levels;
	return places;
}

/** Some rows of a covariance at the columns that a visit speaks of. */
function columnsAt({ cols, at }: Matrix, rows: ArrayLike<number>, places: Int32Array): Float64Array {
	const m = places.length;
	const out = new Float64Array(rows.length * m);
	for (let r = 0, o = 0; r < rows.length; r++) {
		const from = (rows[r] as number) * cols;
		for (let c = 0; c < m; c++, o++) out[o] = at[from + (places[c] as number)] as number;
	}
	return out;
}

/** How well a belief foresaw a visit: with P the covariance of what it speaks of and F Fᵀ its information, I + Fᵀ P F decides. */
export function foresight({ mean, cov }: Belief, layout: Layout, visit: VisitInformation): Foresight {
	const m = visit.b.length;
	const square = { rowsA: m, rowsB: m, length: m };
	const places = placesOf(layout, m);
	const ft = visit.factorT.at;
	const fp = new Float64Array(m * m);
	rowProducts(fp, ft, columnsAt(cov, places, places), square);
	const s = new Float64Array(m * m);
	// Only the lower triangle is read by the factor.
	rowProducts(s, fp, ft, { ...square, lower: true });
	for (let r = 0; r < m; r++) s[r * m + r] = (s[r * m + r] as number) + 1;
	const left = visit.b.slice();
	for (let r = 0; r < m; r++) {
		let sum = 0;
		for (let c = 0; c < m; c++) sum += (visit.j.at[r * m + c] as number) * (mean[places[c] as number] as number);
		left[r] = (left[r] as number) - sum;
	}
	const l = cholesky({ rows: m, cols: m, at: s });
	const surprise = forwardSolve(l, forwardSolve(visit.factor, columnOf(left))).at;
	return { logLikelihood: -0.5 * (dot(surprise, surprise) + logDetOf(l)), l, surprise };
}

/** A belief with a visit taken in. */
export function update({ mean, cov }: Belief, layout: Layout, visit: VisitInformation, seen: Foresight): Belief {
	const n = cov.rows;
	const m = visit.b.length;
	const places = placesOf(layout, m);
	const all = new Int32Array(n).map((_, r) => r);
	// W = P F L⁻ᵀ, a row for each number of the belief.
	const w = new Float64Array(n * m);
	rowProducts(w, columnsAt(cov, all, places), forwardSolve(seen.l, visit.factorT).at, {
		rowsA: n,
		rowsB: m,
		length: m
	});
	const next = mean.slice();
	for (let r = 0; r < n; r++) {
		let sum = 0;
		for (let i = 0; i < m; i++) sum += (w[r * m + i] as number) * (seen.surprise[i] as number);
		next[r] = (next[r] as number) + sum;
	}
	const at = cov.at.slice();
	rowProducts(at, w, w, { rowsA: n, rowsB: n, length: m, lower: true, less: true });
	mirrorLower(at, n);
	return { mean: next, cov: { rows: n, cols: n, at } };
}

/** out[o…] += v in[i…], over n numbers. */
function addScaled(out: Float64Array, o: number, from: Float64Array, i: number, v: number, n: number): void {
	if (v === 0) return;
	for (let k = 0; k < n; k++) out[o + k] = (out[o + k] as number) + v * (from[i + k] as number);
}

/** Those of several beliefs that count, with their shares. */
function countedIn(beliefs: readonly Belief[], weights: readonly number[]) {
	const counted = beliefs.flatMap((belief, i) => {
		const w = weights[i] as number;
		return w > LEAST_WEIGHT ? [{ belief, w }] : [];
	});
	const total = counted.reduce((s, { w }) => s + w, 0);
	return counted.map(({ belief, w }) => ({ belief, share: w / total }));
}

function meanOf(counted: ReturnType<typeof countedIn>, n: number): Float64Array {
	const mean = new Float64Array(n);
	for (const { belief, share } of counted) addScaled(mean, 0, belief.mean, 0, share, n);
	return mean;
}

/** The mean of a mixture of beliefs alone, where nobody asks for its covariance. */
export const mixedMean = (beliefs: readonly Belief[], weights: readonly number[]): Float64Array =>
	meanOf(countedIn(beliefs, weights), (beliefs[0] as Belief).mean.length);

/** Several beliefs as one: mean and covariance of their mixture. Those of next to no weight are left aside. */
export function mixed(beliefs: readonly Belief[], weights: readonly number[]): Belief {
	const n = (beliefs[0] as Belief).mean.length;
	const counted = countedIn(beliefs, weights);
	const mean = meanOf(counted, n);
	const at = new Float64Array(n * n);
	const apart = new Float64Array(n);
	for (const { belief, share } of counted) {
		const from = belief.cov.at;
		for (let k = 0; k < n; k++) apart[k] = (belief.mean[k] as number) - (mean[k] as number);
		for (let r = 0; r < n; r++) {
			const v = apart[r] as number;
			for (let c = 0, o = r * n; c <= r; c++, o++)
				at[o] = (at[o] as number) + share * ((from[o] as number) + v * (apart[c] as number));
		}
	}
	mirrorLower(at, n);
	return { mean, cov: { rows: n, cols: n, at } };
}
const LEAST_WEIGHT = 3e-3;

/** Adds information as a factor: a little is added so that what was not seen at all can be factored too. */
export function factored(j: Matrix, b: Float64Array): VisitInformation {
	const n = j.rows;
	const at = j.at.slice();
	for (let i = 0; i < n; i++) at[i * n + i] = (at[i * n + i] as number) + UNSEEN;
	const seen = { rows: n, cols: n, at };
	const factor = cholesky(seen);
	return { j: seen, b, factor, factorT: transposed(factor) };
}
const UNSEEN = 1e-5;

/**
 * Information on z from `j z + u ≈ b`-like readings that share an unknown `t u`, u of unit variance:
 * u is marginalised (Woodbury's identity).
 */
export function marginalised(j: Matrix, b: Float64Array, t: Matrix): { j: Matrix; b: Float64Array } {
	const [n, q] = [j.rows, t.cols];
	const tT = transposed(t);
	const tj = zeros(q, n);
	rowProducts(tj.at, tT.at, j.at, { rowsA: q, rowsB: n, length: n });
	const s = zeros(q, q);
	rowProducts(s.at, tj.at, tT.at, { rowsA: q, rowsB: q, length: n, lower: true });
	for (let r = 0; r < q; r++) s.at[r * q + r] = (s.at[r * q + r] as number) + 1;
	const l = cholesky(s);
	const half = transposed(forwardSolve(l, tj)).at;
	const tb = zeros(q, 1);
	rowProducts(tb.at, tT.at, b, { rowsA: q, rowsB: 1, length: n });
	const hb = forwardSolve(l, tb).at;
	const outJ = j.at.slice();
	rowProducts(outJ, half, half, { rowsA: n, rowsB: n, length: q, lower: true, less: true });
	mirrorLower(outJ, n);
	const outB = b.slice();
	rowProducts(outB, half, hb, { rowsA: n, rowsB: 1, length: q, less: true });
	return { j: { rows: n, cols: n, at: outJ }, b: outB };
}
