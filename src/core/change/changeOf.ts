import { zeros, type Matrix } from '../math/index.js';
import { PART_ROWS, partRows, PARTS, SPLINES } from './depthBasis.js';
import { sideAt, type Following } from './followBack.js';
import { partsAt, sizeOf, type Belief, type Layout } from './jointState.js';

/** Mean and covariance of several changes. */
export interface Gaussian {
	readonly mean: Float64Array;
	readonly cov: Matrix;
}

/** Change of every part since the fitted day: by station, near then off, each top, band, low. */
export function partsChange(belief: Belief, layout: Layout): Gaussian {
	const n = sizeOf(layout);
	const p = layout.parts;
	const at = partsAt(layout);
	const rows = partRows(p);
	const mean = new Float64Array(p);
	const half = zeros(p, n);
	rows.forEach(({ from, row }, i) => {
		let m = -(belief.mean[at + i] as number);
		for (let k = 0; k < SPLINES; k++) m += (row[k] as number) * (belief.mean[from + k] as number);
		mean[i] = m;
		// Slopes and habits have no part in it.
		for (const [first, end] of [
			[0, layout.levels],
			[at, at + p]
		] as const)
			for (let c = first; c < end; c++) {
				let sum = -(belief.cov.at[(at + i) * n + c] as number);
				for (let k = 0; k < SPLINES; k++) sum += (row[k] as number) * (belief.cov.at[(from + k) * n + c] as number);
				half.at[i * n + c] = sum;
			}
	});
	const cov = zeros(p, p);
	for (let r = 0; r < p; r++)
		rows.forEach(({ from, row }, c) => {
			let sum = -(half.at[r * n + at + c] as number);
			for (let k = 0; k < SPLINES; k++) sum += (row[k] as number) * (half.at[r * n + from + k] as number);
			cov.at[r * p + c] = sum;
		});
	return { mean, cov };
}

/** The changes under each kind that is still thought of, with its chance. */
export interface Mixture {
	readonly chances: readonly number[];
	readonly each: readonly Gaussian[];
}

export const changesOf = (f: Following): Mixture => ({
	chances: f.chances.filter((c) => c > 0),
	each: f.beliefs.filter((_, i) => (f.chances[i] as number) > 0).map((b) => partsChange(b, f.layout))
});

/** One change under one kind. */
export interface Under {
	readonly chance: number;
	readonly mm: number;
	readonly variance: number;
}

/** A station's band in near and off as seen from a mixture: the weights of both make the change asked for. */
export function bandUnder(mixture: Mixture, station: number, near: number, off: number): Under[] {
	const first = (2 * station * PART_ROWS.length + BAND) as number;
	const second = first + PART_ROWS.length;
	return mixture.each.map(({ mean, cov }, i) => {
		const n = mean.length;
		const at = (r: number, c: number): number => cov.at[r * n + c] as number;
		return {
			chance: mixture.chances[i] as number,
			mm: near * (mean[first] as number) + off * (mean[second] as number),
			// On the fitted day itself nothing has changed, to rounding.
			variance: Math.max(
				0,
				near * near * at(first, first) + 2 * near * off * at(first, second) + off * off * at(second, second)
			)
		};
	});
}
const BAND = 1;

/** Mean and variance of a mixture of one change. */
export function joinedUnder(all: readonly Under[]): { mm: number; variance: number } {
	const mm = all.reduce((s, u) => s + u.chance * u.mm, 0);
	return { mm, variance: all.reduce((s, u) => s + u.chance * (u.variance + (u.mm - mm) ** 2), 0) };
}

/** All parts' change over the kinds together. */
export function joinedParts({ chances, each }: Mixture): Gaussian {
	const n = (each[0] as Gaussian).mean.length;
	const mean = new Float64Array(n);
	each.forEach((g, i) => g.mean.forEach((v, k) => (mean[k] = (mean[k] as number) + (chances[i] as number) * v)));
	const cov = zeros(n, n);
	each.forEach((g, i) => {
		const w = chances[i] as number;
		for (let r = 0; r < n; r++)
			for (let c = 0; c < n; c++) {
				const apart = ((g.mean[r] as number) - (mean[r] as number)) * ((g.mean[c] as number) - (mean[c] as number));
				cov.at[r * n + c] = (cov.at[r * n + c] as number) + w * ((g.cov.at[r * n + c] as number) + apart);
			}
	});
	return { mean, cov };
}

/** How fast a station's band is changing, mm a week, with its variance. */
export function bandSlope(f: Following, station: number, near: number, off: number): { mm: number; variance: number } {
	const d = f.layout.levels;
	const n = sizeOf(f.layout);
	const row = new Float64Array(2 * SPLINES);
	for (let i = 0; i < SPLINES; i++) {
		row[i] = near * (PARTS.band[i] as number);
		row[SPLINES + i] = off * (PARTS.band[i] as number);
	}
	const from = d + sideAt(station, 0);
	const all = f.beliefs.flatMap((b, i): Under[] => {
		const chance = f.chances[i] as number;
		if (chance === 0) return [];
		let [mm, variance] = [0, 0];
		for (let r = 0; r < row.length; r++) {
			mm += (row[r] as number) * (b.mean[from + r] as number);
			for (let c = 0; c < row.length; c++)
				variance += (row[r] as number) * (row[c] as number) * (b.cov.at[(from + r) * n + from + c] as number);
		}
		return [{ chance, mm, variance }];
	});
	return joinedUnder(all);
}
