import { backSolve, cholesky, forwardSolve, logDetOf, zeros, type Matrix } from '../math/index.js';

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
}

/** Slopes die away within about so many weeks. */
export const DAMPING_WEEKS = 9;

/**
 * Carries a belief on by some weeks: slopes die away and are renewed so that their spread stays
 * `perWeek`² times `kind` (an Ornstein-Uhlenbeck process and its integral, from memory).
 */
export function predict(
	belief: Belief,
	layout: Layout,
	weeks: number,
	kind: Matrix,
	perWeek: number,
	dampingWeeks = DAMPING_WEEKS
): Belief {
	const n = sizeOf(layout);
	const d = layout.levels;
	const tau = dampingWeeks;
	const kept = Math.exp(-weeks / tau);
	const reach = tau * (1 - kept);
	const mean = Float64Array.from(belief.mean);
	for (let i = 0; i < d; i++) {
		const slope = mean[d + i] as number;
		mean[i] = (mean[i] as number) + reach * slope;
		mean[d + i] = kept * slope;
	}
	const at = Float64Array.from(belief.cov.at);
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
const placesOf = (layout: Layout, count: number): Int32Array =>
	Int32Array.from({ length: count }, (_, o) => (o < layout.levels ? o : habitsAt(layout) + o - layout.levels));

/** How well a belief foresaw a visit: with P the covariance of what it speaks of and F Fᵀ its information, I + Fᵀ P F decides. */
export function foresight({ mean, cov }: Belief, layout: Layout, visit: VisitInformation): Foresight {
	const n = cov.rows;
	const m = visit.b.length;
	const places = placesOf(layout, m);
	const f = visit.factor.at;
	const pf = new Float64Array(m * m);
	for (let r = 0; r < m; r++) {
		const from = (places[r] as number) * n;
		const row = r * m;
		for (let o = 0; o < m; o++) {
			const p = cov.at[from + (places[o] as number)] as number;
			if (p === 0) continue;
			const l = o * m;
			for (let c = 0; c <= o; c++) pf[row + c] = (pf[row + c] as number) + p * (f[l + c] as number);
		}
	}
	const s = new Float64Array(m * m);
	for (let o = 0; o < m; o++)
		for (let r = 0; r <= o; r++) {
			const l = f[o * m + r] as number;
			if (l === 0) continue;
			// Only the lower triangle is read by the factor.
			for (let c = 0; c <= r; c++) s[r * m + c] = (s[r * m + c] as number) + l * (pf[o * m + c] as number);
		}
	for (let r = 0; r < m; r++) s[r * m + r] = (s[r * m + r] as number) + 1;
	const left = Float64Array.from(visit.b);
	for (let r = 0; r < m; r++) {
		let sum = 0;
		for (let c = 0; c < m; c++) sum += (visit.j.at[r * m + c] as number) * (mean[places[c] as number] as number);
		left[r] = (left[r] as number) - sum;
	}
	const l = cholesky({ rows: m, cols: m, at: s });
	const scaled = forwardSolve(visit.factor, { rows: m, cols: 1, at: left });
	const surprise = forwardSolve(l, scaled).at;
	let squares = 0;
	for (let r = 0; r < m; r++) squares += (surprise[r] as number) ** 2;
	return { logLikelihood: -0.5 * (squares + logDetOf(l)), l, surprise };
}

/** A belief with a visit taken in. */
export function update({ mean, cov }: Belief, layout: Layout, visit: VisitInformation, seen: Foresight): Belief {
	const n = cov.rows;
	const m = visit.b.length;
	const places = placesOf(layout, m);
	const f = visit.factor.at;
	// W = L⁻¹ Fᵀ P, row by row.
	const w = new Float64Array(m * n);
	for (let o = 0; o < m; o++) {
		const from = (places[o] as number) * n;
		for (let c = 0; c <= o; c++) addScaled(w, c * n, cov.at, from, f[o * m + c] as number, n);
	}
	for (let i = 0; i < m; i++) {
		for (let k = 0; k < i; k++) addScaled(w, i * n, w, k * n, -(seen.l.at[i * m + k] as number), n);
		const pivot = 1 / (seen.l.at[i * m + i] as number);
		for (let c = 0, p = i * n; c < n; c++, p++) w[p] = (w[p] as number) * pivot;
	}
	const next = Float64Array.from(mean);
	for (let i = 0; i < m; i++) addScaled(next, 0, w, i * n, seen.surprise[i] as number, n);
	const at = Float64Array.from(cov.at);
	for (let a = 0; a < n; a++) {
		const row = a * n;
		let i = 0;
		// Four rows at once: the sum is read and written a quarter as often.
		for (; i + 3 < m; i += 4) {
			const [o0, o1, o2, o3] = [i * n, (i + 1) * n, (i + 2) * n, (i + 3) * n];
			const [v0, v1, v2, v3] = [w[o0 + a] as number, w[o1 + a] as number, w[o2 + a] as number, w[o3 + a] as number];
			for (let c = 0; c <= a; c++)
				at[row + c] =
					(at[row + c] as number) -
					v0 * (w[o0 + c] as number) -
					v1 * (w[o1 + c] as number) -
					v2 * (w[o2 + c] as number) -
					v3 * (w[o3 + c] as number);
		}
		for (; i < m; i++) addScaled(at, row, w, i * n, -(w[i * n + a] as number), a + 1);
	}
	for (let a = 0; a < n; a++) for (let c = 0; c < a; c++) at[c * n + a] = at[a * n + c] as number;
	return { mean: next, cov: { rows: n, cols: n, at } };
}

/** out[o…] += v in[i…], over n numbers. */
function addScaled(out: Float64Array, o: number, from: Float64Array, i: number, v: number, n: number): void {
	if (v === 0) return;
	for (let k = 0; k < n; k++) out[o + k] = (out[o + k] as number) + v * (from[i + k] as number);
}

/** Several beliefs as one: mean and covariance of their mixture. Those of next to no weight are left aside. */
export function mixed(beliefs: readonly Belief[], weights: readonly number[]): Belief {
	const n = (beliefs[0] as Belief).mean.length;
	const counted = beliefs.flatMap((belief, i) => {
		const w = weights[i] as number;
		return w > LEAST_WEIGHT ? [{ belief, w }] : [];
	});
	const total = counted.reduce((s, { w }) => s + w, 0);
	const mean = new Float64Array(n);
	for (const { belief, w } of counted) addScaled(mean, 0, belief.mean, 0, w / total, n);
	const at = new Float64Array(n * n);
	const apart = new Float64Array(n);
	for (const { belief, w } of counted) {
		addScaled(at, 0, belief.cov.at, 0, w / total, n * n);
		for (let k = 0; k < n; k++) apart[k] = (belief.mean[k] as number) - (mean[k] as number);
		for (let r = 0; r < n; r++) addScaled(at, r * n, apart, 0, (w / total) * (apart[r] as number), n);
	}
	return { mean, cov: { rows: n, cols: n, at } };
}
const LEAST_WEIGHT = 3e-3;

/** Adds information as a factor: a little is added so that what was not seen at all can be factored too. */
export function factored(j: Matrix, b: Float64Array): VisitInformation {
	const n = j.rows;
	const at = Float64Array.from(j.at);
	for (let i = 0; i < n; i++) at[i * n + i] = (at[i * n + i] as number) + UNSEEN;
	const with_ = { rows: n, cols: n, at };
	return { j: with_, b, factor: cholesky(with_) };
}
const UNSEEN = 1e-5;

/**
 * Information on z from `j z + u ≈ b`-like readings that share an unknown `t u`, u of unit variance:
 * u is marginalised (Woodbury's identity).
 */
export function marginalised(j: Matrix, b: Float64Array, t: Matrix): { j: Matrix; b: Float64Array } {
	const [n, q] = [j.rows, t.cols];
	const jt = zeros(n, q);
	for (let r = 0; r < n; r++)
		for (let k = 0; k < n; k++) {
			const v = j.at[r * n + k] as number;
			if (v === 0) continue;
			for (let c = 0; c < q; c++) jt.at[r * q + c] = (jt.at[r * q + c] as number) + v * (t.at[k * q + c] as number);
		}
	const s = zeros(q, q);
	for (let k = 0; k < n; k++)
		for (let r = 0; r < q; r++) {
			const v = t.at[k * q + r] as number;
			if (v === 0) continue;
			for (let c = 0; c < q; c++) s.at[r * q + c] = (s.at[r * q + c] as number) + v * (jt.at[k * q + c] as number);
		}
	for (let r = 0; r < q; r++) s.at[r * q + r] = (s.at[r * q + r] as number) + 1;
	const l = cholesky(s);
	const jtT = zeros(q, n);
	for (let r = 0; r < n; r++) for (let c = 0; c < q; c++) jtT.at[c * n + r] = jt.at[r * q + c] as number;
	const half = forwardSolve(l, jtT);
	const tb = zeros(q, 1);
	for (let k = 0; k < n; k++)
		for (let c = 0; c < q; c++) tb.at[c] = (tb.at[c] as number) + (t.at[k * q + c] as number) * (b[k] as number);
	const back = backSolve(l, forwardSolve(l, tb)).at;
	const outJ = Float64Array.from(j.at);
	for (let k = 0; k < q; k++)
		for (let r = 0; r < n; r++) {
			const v = half.at[k * n + r] as number;
			if (v === 0) continue;
			for (let c = 0; c < n; c++) outJ[r * n + c] = (outJ[r * n + c] as number) - v * (half.at[k * n + c] as number);
		}
	const outB = Float64Array.from(b);
	for (let r = 0; r < n; r++)
		for (let c = 0; c < q; c++) outB[r] = (outB[r] as number) - (jt.at[r * q + c] as number) * (back[c] as number);
	return { j: { rows: n, cols: n, at: outJ }, b: outB };
}
