import type { Tracing } from '../curve/index.js';
import { cholesky, dot, forwardSolve, logDetOf, backSolve, zeros, type Matrix } from '../math/index.js';
import { BOTH, NOISES_MM, type Information, type Reader } from './tracingInformation.js';

/** What is believed of a hand's noise: chances of NOISES_MM. */
export type NoiseBelief = readonly number[];

/** What people with flexible rulers usually show: median mm, spread of its logarithm. */
const USUAL_NOISE_MM = 1.3;
const USUAL_SPREAD = 0.5;

const normalised = (logs: readonly number[]): number[] => {
	const most = Math.max(...logs);
	const raw = logs.map((l) => Math.exp(l - most));
	const sum = raw.reduce((a, b) => a + b, 0);
	return raw.map((v) => v / sum);
};

export const STARTING_BELIEF: NoiseBelief = normalised(
	NOISES_MM.map((mm) => -0.5 * (Math.log(mm / USUAL_NOISE_MM) / USUAL_SPREAD) ** 2)
);

export const noiseMm = (belief: NoiseBelief): number =>
	Math.exp(belief.reduce((s, p, i) => s + p * Math.log(NOISES_MM[i] as number), 0));

/** The told-apart noise nearest to what is believed. */
export function nearestNoise(belief: NoiseBelief): number {
	const at = Math.log(noiseMm(belief));
	let best = 0;
	NOISES_MM.forEach((mm, i) => {
		if (Math.abs(Math.log(mm) - at) < Math.abs(Math.log(NOISES_MM[best] as number) - at)) best = i;
	});
	return best;
}

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
	const at = Float64Array.from(j.at);
	for (let k = 0; k < BOTH; k++) at[k * BOTH + k] = (at[k * BOTH + k] as number) + 1 / BROAD_MM ** 2;
	return { ...j, at };
}

const keptLogDets = new WeakMap<Matrix, number>();
/** The same for all tracings that reach as deep: kept by matrix. */
function broadLogDet(j: Matrix): number {
	const found = keptLogDets.get(j) ?? logDetOf(cholesky(withBroad(j)));
	keptLogDets.set(j, found);
	return found;
}

/** How far one tracing lies from what the others say. */
interface Apart {
	/** Squared distance in units of what both may err. */
	readonly d2: number;
	/** Logarithm of the determinant of that error, up to what is the same for all noises. */
	readonly logDet: number;
}

export function apartFrom(one: Information, others: { j: Matrix; b: Float64Array }): Apart {
	const lo = cholesky(withBroad(others.j));
	const mean = backSolve(lo, forwardSolve(lo, { rows: BOTH, cols: 1, at: others.b })).at;
	// In the space of b: r = b - J m has covariance J + J C J, C that of the others' mean.
	const r = Float64Array.from(one.b);
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
	return { d2: dot(e, e), logDet: logDetOf(l) - 2 * broadLogDet(one.j) };
}
const UNSEEN = 1e-9;

/** Far tracings weigh less, none is thrown out: a Student's t of six degrees over the coefficients. */
const HEAVY_TAIL = 6;
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
			return weightFor(apartFrom(one, others).d2);
		});
	}
	return weights;
}

/** Logarithm of how likely the repeats are: each from the others, with heavy tails so that a bad one tells little. */
function repeatsLikelihood(all: readonly Information[], weights: readonly number[]): number {
	let log = 0;
	// Weights among one another only: where all lie far apart, none of them is a bad one.
	const most = Math.max(...weights);
	all.forEach((one, i) => {
		const others = summed(
			all,
			weights.map((w, k) => (k === i ? 0 : w / most))
		);
		const { d2, logDet } = apartFrom(one, others);
		log -= 0.5 * logDet + 0.5 * (HEAVY_TAIL + BOTH) * Math.log(1 + d2 / HEAVY_TAIL);
	});
	return log;
}

/** Depths of one tracing tell nearly the same: so much of their likelihood is believed. */
const BELIEVED = 0.5;

/**
 * What is believed of a hand's noise after the repeats of one station, of which at least two are read; `weights` are
 * theirs at the noise nearest to what was believed.
 */
export function learnNoise(
	belief: NoiseBelief,
	tracings: readonly Tracing[],
	read: Reader,
	weights: readonly number[]
): NoiseBelief {
	const at = (noise: number): Information[] => tracings.flatMap((t) => read(t.curve, noise) ?? []);
	const asked = belief.map(
		(p, noise) => p > ASKED_FROM || [noise - 1, noise + 1].some((k) => (belief[k] ?? 0) > BESIDE_FROM)
	);
	return normalised(
		belief.map((p, noise) =>
			asked[noise] ? Math.log(Math.max(1e-12, p)) + BELIEVED * repeatsLikelihood(at(noise), weights) : -Infinity
		)
	);
}

/** Noises that are hardly believed are not asked, but for those beside one that is. */
const ASKED_FROM = 1e-3;
const BESIDE_FROM = 0.05;
