import { cholesky, dot, forwardSolve, backSolve, zeros, type Matrix } from '../math/index.js';
import { BOTH, type Information } from './tracingInformation.js';

/** A coefficient is seldom this far from the reference, mm: keeps what was not seen at all in bounds. */
const BROAD_MM = 40;

/** Sum of informations with their weights. */
export function summed(all: readonly Information[], weights: readonly number[]): { j: Matrix; b: Float64Array } {
	const j = zeros(BOTH, BOTH);
	const b = new Float64Array(BOTH);
	all.forEach((one, i) => {
		const w = weights[i] as number;
		for (let k = 0; k < j.at.length; k++) j.at[k] = (j.at[k] as number) + w * (one.j.at[k] as number);
		for (let k = 0; k < BOTH; k++) b[k] = (b[k] as number) + w * (one.b[k] as number);
	});
	return { j, b };
}

function withBroad(j: Matrix): Matrix {
	const at = j.at.slice();
	for (let k = 0; k < BOTH; k++) at[k * BOTH + k] = (at[k * BOTH + k] as number) + 1 / BROAD_MM ** 2;
	return { ...j, at };
}

/** How far one tracing lies from what the others say: the squared distance in units of what both may err. */
function apartFrom(one: Information, others: { j: Matrix; b: Float64Array }): number {
	const lo = cholesky(withBroad(others.j));
	const mean = backSolve(lo, forwardSolve(lo, { rows: BOTH, cols: 1, at: others.b })).at;
	// In the space of b: r = b - J m has covariance J + J C J, C that of the others' mean.
	const r = one.b.slice();
	for (let i = 0; i < BOTH; i++)
		for (let k = 0; k < BOTH; k++) r[i] = (r[i] as number) - (one.j.at[i * BOTH + k] as number) * (mean[k] as number);
	const half = forwardSolve(lo, one.j);
	const c = zeros(BOTH, BOTH);
	for (let k = 0; k < BOTH; k++)
		for (let i = 0; i < BOTH; i++) {
			const v = half.at[k * BOTH + i] as number;
			for (let l = 0; l <= i; l++)
				c.at[i * BOTH + l] = (c.at[i * BOTH + l] as number) + v * (half.at[k * BOTH + l] as number);
		}
	for (let i = 0; i < BOTH; i++)
		for (let l = 0; l <= i; l++)
			c.at[i * BOTH + l] = (c.at[i * BOTH + l] as number) + (one.j.at[i * BOTH + l] as number);
	for (let k = 0; k < BOTH; k++) c.at[k * BOTH + k] = (c.at[k * BOTH + k] as number) * (1 + 1e-9) + UNSEEN;
	const l = cholesky(c);
	const e = forwardSolve(l, { rows: BOTH, cols: 1, at: r }).at;
	return dot(e, e);
}
const UNSEEN = 1e-9;

/** Far tracings weigh less, none is thrown out: a Student's t of six degrees over the coefficients. */
export const HEAVY_TAIL = 6;
const weightFor = (d2: number): number => Math.min(1, (HEAVY_TAIL + BOTH) / (HEAVY_TAIL + d2));

/** Weights of the repeats of one station at one visit, by their distance from the others. */
export function repeatWeights(all: readonly Information[]): number[] {
	let weights = all.map(() => 1);
	if (all.length < 2) return weights;
	// Of two that part nobody knows which is right: both weigh less, not one.
	for (let round = 0; round < (all.length > 2 ? 2 : 1); round++) {
		const now = weights;
		weights = all.map((one, i) => {
			const others = summed(
				all,
				now.map((w, k) => (k === i ? 0 : w))
			);
			return weightFor(apartFrom(one, others));
		});
		// Where all count whole the others are the same as before.
		if (weights.every((w) => w === 1)) break;
	}
	return weights;
}
