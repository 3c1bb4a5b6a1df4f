import type { TrendModel } from './levelFilter.js';

/** One measurement of a level: days since the first, mm, and its variance. */
export interface Measured {
	readonly day: number;
	readonly mm: number;
	readonly varianceMm2: number;
}

export interface Smoothed {
	readonly mm: number;
	readonly varianceMm2: number;
}

type Pair = readonly [number, number];
/** Symmetric 2 by 2: level variance, covariance, slope variance. */
type Spread = readonly [number, number, number];

interface Ahead {
	readonly at: Pair;
	readonly p: Spread;
}

const UNKNOWN_MM2 = 1e4;

/** Level and slope carried on by some days. */
function ahead(at: Pair, p: Spread, days: number, m: TrendModel): Ahead & { reach: number; keep: number } {
	const keep = Math.exp(-days / m.slopeFadeDays);
	const reach = m.slopeFadeDays * (1 - keep);
	const slopeVar = m.slopeSdMmPerDay ** 2 * (1 - keep ** 2);
	return {
		reach,
		keep,
		at: [at[0] + reach * at[1], keep * at[1]],
		p: [
			p[0] + 2 * reach * p[1] + reach * reach * p[2] + m.levelMm2PerDay * days + slopeVar * (days / 2) ** 2,
			keep * (p[1] + reach * p[2]),
			keep * keep * p[2] + slopeVar
		]
	};
}

/**
 * The level at each measurement as seen from all of them (fixed-interval smoother of Rauch, Tung & Striebel
 * 1965, on a damped local linear trend). In order of day.
 */
export function smoothLevels(measured: readonly Measured[], model: TrendModel): Smoothed[] {
	const seen: { at: Pair; p: Spread; next: ReturnType<typeof ahead> | undefined }[] = [];
	let at: Pair = [0, 0];
	let p: Spread = [UNKNOWN_MM2, 0, model.slopeSdMmPerDay ** 2];
	measured.forEach(({ day, mm, varianceMm2 }, i) => {
		const before = measured[i - 1];
		if (before) {
			const next = ahead(at, p, day - before.day, model);
			(seen[i - 1] as (typeof seen)[number]).next = next;
			[at, p] = [next.at, next.p];
		}
		const total = p[0] + varianceMm2;
		const [g0, g1] = [p[0] / total, p[1] / total];
		const off = mm - at[0];
		at = [at[0] + g0 * off, at[1] + g1 * off];
		p = [p[0] - g0 * p[0], p[1] - g0 * p[1], p[2] - g1 * p[1]];
		seen.push({ at, p, next: undefined });
	});
	let [later, laterP] = [at, p];
	const out: Smoothed[] = [];
	for (const { at: here, p: hereP, next } of seen.reverse()) {
		if (next) {
			// Gain: covariance of now with next, times the inverse of next's.
			const c00 = hereP[0] + next.reach * hereP[1];
			const c01 = next.keep * hereP[1];
			const c10 = hereP[1] + next.reach * hereP[2];
			const c11 = next.keep * hereP[2];
			const [n0, n1, n2] = next.p;
			const det = n0 * n2 - n1 * n1;
			const g = [
				(c00 * n2 - c01 * n1) / det,
				(c01 * n0 - c00 * n1) / det,
				(c10 * n2 - c11 * n1) / det,
				(c11 * n0 - c10 * n1) / det
			] as const;
			const [dl, ds] = [later[0] - next.at[0], later[1] - next.at[1]];
			later = [here[0] + g[0] * dl + g[1] * ds, here[1] + g[2] * dl + g[3] * ds];
			const [v0, v1, v2] = [laterP[0] - n0, laterP[1] - n1, laterP[2] - n2];
			const row = (a: number, b: number, c: number, d: number) => a * c * v0 + (a * d + b * c) * v1 + b * d * v2;
			laterP = [
				hereP[0] + row(g[0], g[1], g[0], g[1]),
				hereP[1] + row(g[0], g[1], g[2], g[3]),
				hereP[2] + row(g[2], g[3], g[2], g[3])
			];
		}
		out.push({ mm: later[0], varianceMm2: Math.max(0, laterP[0]) });
	}
	return out.reverse();
}
