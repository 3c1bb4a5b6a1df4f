import type { Curve } from '../curve/index.js';
import { HEAVY_TAIL } from './repeats.js';
import { NOISES, type HandNoise } from './tracingErrors.js';
import { sharedWidths, type Reader } from './tracingInformation.js';

/** What is believed of a hand's noise: chances of NOISES. */
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

const logSizeOf = (noise: number): number => Math.log((NOISES[noise] as HandNoise).mm);
export const STARTING_BELIEF: NoiseBelief = normalised(
	NOISES.map(({ mm }) => -0.5 * (Math.log(mm / USUAL_NOISE_MM) / USUAL_SPREAD) ** 2)
);

/** The told-apart noise nearest to what is believed: of the likelier way of wavering, its mean size. */
export function nearestNoise(belief: NoiseBelief): number {
	const chances = new Map<number, number>();
	NOISES.forEach(({ waver }, i) => chances.set(waver, (chances.get(waver) ?? 0) + (belief[i] as number)));
	const [likeliest, chance] = [...chances].reduce((best, one) => (one[1] > best[1] ? one : best));
	const those = NOISES.flatMap(({ waver }, i) => (waver === likeliest ? [i] : []));
	const at = those.reduce((sum, i) => sum + (belief[i] as number) * logSizeOf(i), 0) / chance;
	return those.reduce((best, i) => (Math.abs(logSizeOf(i) - at) < Math.abs(logSizeOf(best) - at) ? i : best));
}

/** Variance of a hand's drawings, as a multiple of what most hands' is. */
export const unsteadiness = (belief: NoiseBelief | undefined): number =>
	Math.exp(2 * logSizeOf(nearestNoise(belief ?? STARTING_BELIEF))) / USUAL_NOISE_MM ** 2;

/**
 * How likely the repeats are under those of NOISES that are asked, in logarithms: each from the others where all
 * reach, with heavy tails so that a bad one tells little.
 */
function repeatsLikelihood(
	reader: Reader,
	curves: readonly Curve[],
	weights: readonly number[],
	asked: readonly number[]
): number[] {
	const { reach, widths } = sharedWidths(curves);
	const depths = reach.near + reach.off;
	if (depths === 0) return asked.map(() => 0);
	// Weights among one another only: where all lie far apart, none of them is a bad one.
	const most = Math.max(...weights);
	const apart = widths.map((own, i) => {
		const others = weights.map((w, k) => (k === i ? 0 : w / most));
		const all = others.reduce((a, b) => a + b, 0);
		// The mean of the others has errors too.
		const scale = 1 / Math.sqrt(1 + 1 / all);
		return own.map(
			(v, d) => scale * (v - widths.reduce((sum, w, k) => sum + (others[k] as number) * (w[d] as number), 0) / all)
		);
	});
	return asked.map((noise) =>
		apart.reduce((log, difference) => {
			const { d2, logDet } = reader.apart(difference, reach, noise);
			return log - 0.5 * logDet - 0.5 * (HEAVY_TAIL + depths) * Math.log(1 + d2 / HEAVY_TAIL);
		}, 0)
	);
}

/** Depths of one tracing tell nearly the same: so much of their likelihood is believed. */
const BELIEVED = 0.5;

/** What is believed of a hand's noise after the repeats of one station, of which at least two are read, with their weights. */
export function learnNoise(
	belief: NoiseBelief,
	curves: readonly Curve[],
	reader: Reader,
	weights: readonly number[]
): NoiseBelief {
	const asked = NOISES.flatMap((_, noise) => (isAsked(belief, noise) ? [noise] : []));
	const likely = repeatsLikelihood(reader, curves, weights, asked);
	const logs = NOISES.map(() => -Infinity);
	asked.forEach((noise, i) => {
		logs[noise] = Math.log(Math.max(LEAST_CHANCE, belief[noise] as number)) + BELIEVED * (likely[i] as number);
	});
	return normalised(logs);
}
const LEAST_CHANCE = 1e-6;

/** Noises that are hardly believed are not asked, but for those beside one that is: of its size, or of its waver. */
const isAsked = (belief: NoiseBelief, noise: number): boolean =>
	(belief[noise] as number) > ASKED_FROM ||
	belief.some((p, other) => p > BESIDE_FROM && BESIDE[noise]?.includes(other));
const ASKED_FROM = 1e-3;
const BESIDE_FROM = 0.05;
const BESIDE: readonly (readonly number[])[] = NOISES.map(({ mm, waver }) => {
	const sizes = [...new Set(NOISES.map((n) => n.mm))];
	return NOISES.flatMap((n, i) => {
		const apart = Math.abs(sizes.indexOf(n.mm) - sizes.indexOf(mm));
		return (n.waver === waver && apart === 1) || (n.waver !== waver && apart === 0) ? [i] : [];
	});
});
