import { cholesky, matrixOf, type Matrix } from '../math/index.js';
import { degToRad } from '../units/index.js';
import { DEPTH_COUNT } from './depthBasis.js';
import type { ErrorName, StationFrame } from './stationFrame.js';

/** Errors of one tracing alone, SD (common practice with flexible rulers, no source). */
export const TRACING_ERRORS: readonly (readonly [ErrorName, number])[] = [
	['tilt', degToRad(1.8)],
	['pick', 2],
	['raise', 0.8],
	['place', 5],
	['spring', 0.01]
];

/** A waver, as shares of its variance by the length over which it is alike along the curve, mm. */
type Waver = readonly (readonly [share: number, lengthMm: number])[];
/** How hands waver, told apart by their repeats: by eye, in short bends or longer ones, and a strip that is bent anew. */
export const WAVERS: readonly Waver[] = [
	[
		[0.5, 12],
		[0.5, 55]
	],
	[[1, 18]],
	[[1, 30]],
	[
		[0.05, 12],
		[0.95, 55]
	]
];
/** A bend adds up from the apex: as large as the waver at this length. */
const BEND_AT_MM = 180;
/** What splines cannot draw of a back, and what no error here has the shape of: without it the misfit at the top drags the flank. */
const MISFIT_SD_MM = 0.6;
const MISFIT_LENGTH_MM = 18;
const NUGGET_MM2 = 0.15;

/** How a hand's lines waver. */
export interface HandNoise {
	readonly mm: number;
	/** Which of WAVERS. */
	readonly waver: number;
}
const SIZES_MM: readonly number[] = Array.from({ length: 6 }, (_, i) => 0.6 * (3.4 / 0.6) ** (i / 5));
/** Noises of a hand that are told apart. */
export const NOISES: readonly HandNoise[] = WAVERS.flatMap((_, waver) => SIZES_MM.map((mm) => ({ mm, waver })));

/** How many depths of each side are read. */
export interface Reach {
	readonly near: number;
	readonly off: number;
}

/** Rows of both sides that are there, near first, as places in the rows of full sides. */
export const rowsOf = (reach: Reach): number[] => [
	...Array.from({ length: reach.near }, (_, k) => k),
	...Array.from({ length: reach.off }, (_, k) => DEPTH_COUNT + k)
];

/** Covariances of a tracing of full reach: what grows with the hand's noise (of 1 mm), and what does not. */
interface Covariances {
	/** By noise, each of 1 mm. */
	readonly hand: readonly Matrix[];
	readonly fixed: Matrix;
}

function covariancesOf(frame: StationFrame): Covariances {
	const at = (['near', 'off'] as const).flatMap((side) =>
		Array.from({ length: DEPTH_COUNT }, (_, k) => ({
			side,
			along: (frame.along[side][k] as number) * (side === 'near' ? -1 : 1),
			steep: Math.hypot(1, frame.slope[side][k] as number)
		}))
	);
	const errors = TRACING_ERRORS.map(([name, sd]) =>
		[...frame.errors[name].near, ...frame.errors[name].off].map((v) => v * sd)
	);
	const n = at.length;
	const near = (r: number, c: number) => [at[r] as (typeof at)[number], at[c] as (typeof at)[number]] as const;
	const wavering = (shares: Waver): Matrix =>
		matrixOf(n, n, (r, c) => {
			const [p, q] = near(r, c);
			const apart = p.along - q.along;
			const [s, t] =
				Math.abs(p.along) < Math.abs(q.along)
					? [Math.abs(p.along), Math.abs(q.along)]
					: [Math.abs(q.along), Math.abs(p.along)];
			const bend = p.side === q.side ? (1.5 * s * s * (t - s / 3)) / BEND_AT_MM ** 3 : 0;
			const waver = shares.reduce((sum, [share, mm]) => sum + share * smoothness(apart, mm), 0);
			return (waver + bend) * p.steep * q.steep;
		});
	const byWaver = WAVERS.map(wavering);
	return {
		hand: NOISES.map(({ waver }) => byWaver[waver] as Matrix),
		fixed: matrixOf(n, n, (r, c) => {
			const [p, q] = near(r, c);
			let sum = MISFIT_SD_MM ** 2 * smoothness(p.along - q.along, MISFIT_LENGTH_MM) + (r === c ? NUGGET_MM2 : 0);
			for (const e of errors) sum += (e[r] as number) * (e[c] as number);
			return sum;
		})
	};
}

const smoothness = (apartMm: number, lengthMm: number): number => Math.exp(-0.5 * (apartMm / lengthMm) ** 2);

/** Factor of the covariance of what a tracing of a station has wrong at the depths it reaches; `noise`: which of NOISES. */
export function errorFactorsOf(frame: StationFrame): (reach: Reach, noise: number) => Matrix {
	const { hand, fixed } = covariancesOf(frame);
	const full = 2 * DEPTH_COUNT;
	return (reach, noise) => {
		const rows = rowsOf(reach);
		const waver = hand[noise] as Matrix;
		const variance = (NOISES[noise] as HandNoise).mm ** 2;
		return cholesky(
			matrixOf(rows.length, rows.length, (r, c) => {
				const at = (rows[r] as number) * full + (rows[c] as number);
				return variance * (waver.at[at] as number) + (fixed.at[at] as number);
			})
		);
	};
}
