import type { Curve } from '../curve/index.js';
import { backSolve, cholesky, forwardSolve, matrixOf, times, transposed, type Matrix } from '../math/index.js';
import { degToRad } from '../units/index.js';
import { BASIS, DEPTH_COUNT, SPLINES } from './depthBasis.js';
import { widthsOf, type ErrorName, type StationFrame } from './stationFrame.js';

/** Coefficients of both sides of a station: near first. */
export const BOTH = 2 * SPLINES;

/** What a tracing tells of a station's change since the reference: `J c ≈ b`. */
export interface Information {
	/** BOTH by BOTH. */
	readonly j: Matrix;
	readonly b: Float64Array;
}

/** Errors of one tracing alone, SD (common practice with flexible rulers, no source). */
export const TRACING_ERRORS: readonly (readonly [ErrorName, number])[] = [
	['tilt', degToRad(1.8)],
	['pick', 2],
	['raise', 0.8],
	['place', 5],
	['spring', 0.01]
];

/** A line's waver, long and short along the curve, and a bend that adds up from the apex; all times the hand's noise. */
const LONG_MM = 55;
const SHORT_MM = 12;
const LONG_SHARE = 0.5;
const BEND_AT_MM = 180;
/** What splines cannot draw of a back, and what no error here has the shape of: without it the misfit at the top drags the flank. */
const MISFIT_SD_MM = 0.6;
const MISFIT_LENGTH_MM = 18;
const NUGGET_MM2 = 0.15;

/** Noises of a hand that are told apart, mm. */
export const NOISES_MM: readonly number[] = Array.from({ length: 6 }, (_, i) => 0.6 * (3.4 / 0.6) ** (i / 5));

interface Reach {
	readonly near: number;
	readonly off: number;
}

/** Rows of both sides that are there, near first, as places in the rows of full sides. */
const rowsOf = (reach: Reach): number[] => [
	...Array.from({ length: reach.near }, (_, k) => k),
	...Array.from({ length: reach.off }, (_, k) => DEPTH_COUNT + k)
];

/** Covariances of a tracing of full reach: what grows with the hand's noise (of 1 mm), and what does not. */
interface Covariances {
	readonly hand: Matrix;
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
	return {
		hand: matrixOf(n, n, (r, c) => {
			const [p, q] = near(r, c);
			const apart = p.along - q.along;
			const [s, t] =
				Math.abs(p.along) < Math.abs(q.along)
					? [Math.abs(p.along), Math.abs(q.along)]
					: [Math.abs(q.along), Math.abs(p.along)];
			const bend = p.side === q.side ? (1.5 * s * s * (t - s / 3)) / BEND_AT_MM ** 3 : 0;
			const waver = LONG_SHARE * smoothness(apart, LONG_MM) + (1 - LONG_SHARE) * smoothness(apart, SHORT_MM);
			return (waver + bend) * p.steep * q.steep;
		}),
		fixed: matrixOf(n, n, (r, c) => {
			const [p, q] = near(r, c);
			let sum = MISFIT_SD_MM ** 2 * smoothness(p.along - q.along, MISFIT_LENGTH_MM) + (r === c ? NUGGET_MM2 : 0);
			for (const e of errors) sum += (e[r] as number) * (e[c] as number);
			return sum;
		})
	};
}

const smoothness = (apartMm: number, lengthMm: number): number => Math.exp(-0.5 * (apartMm / lengthMm) ** 2);

/** What is the same for all tracings of a station that reach as deep: S⁻¹B and BᵀS⁻¹B. */
interface Weights {
	readonly sb: Matrix;
	readonly j: Matrix;
}

function weightsOf({ hand, fixed }: Covariances, reach: Reach, noiseMm: number): Weights {
	const rows = rowsOf(reach);
	const full = 2 * DEPTH_COUNT;
	const b = matrixOf(rows.length, BOTH, (r, c) => {
		const row = rows[r] as number;
		const off = row >= DEPTH_COUNT;
		const i = off ? c - SPLINES : c;
		return i >= 0 && i < SPLINES ? (BASIS.at[(off ? row - DEPTH_COUNT : row) * SPLINES + i] as number) : 0;
	});
	const noise2 = noiseMm * noiseMm;
	const l = cholesky(
		matrixOf(rows.length, rows.length, (r, c) => {
			const at = (rows[r] as number) * full + (rows[c] as number);
			return noise2 * (hand.at[at] as number) + (fixed.at[at] as number);
		})
	);
	const half = forwardSolve(l, b);
	return { sb: backSolve(l, half), j: times(transposed(half), half) };
}

/** Sides are read to one of these numbers of depths: fewer kinds of weights, and the last bit of a line is the least sure. */
const READ_TO = [19, 17, 16, 15, 14, 13, 12, 11, 10, 9, 8, 7, 6] as const;

/** How many depths of a side are read. */
function depthsRead(w: Float64Array): number {
	let last = 0;
	while (last < DEPTH_COUNT && !Number.isNaN(w[last])) last++;
	return READ_TO.find((n) => n <= last) ?? 0;
}

/** How many depths of each side are read. */
export function depthsReached(curve: Curve): Readonly<Record<'near' | 'off', number>> {
	const widths = widthsOf(curve);
	return { near: depthsRead(widths.near), off: depthsRead(widths.off) };
}

export type Reader = (curve: Curve, noise: number, how?: How) => Information | undefined;

/** Read as if a mistake had been made: seen from behind. */
export interface How {
	readonly mirrored?: boolean;
}

/** Reads tracings of one station against its frame; weights are kept by reach and noise. */
export function readerOf(frame: StationFrame): Reader {
	const covariances = covariancesOf(frame);
	const kept = new Map<number, Weights>();
	return (curve, noise, how) => {
		const raw = widthsOf(curve);
		const widths = how?.mirrored ? { near: raw.off, off: raw.near } : raw;
		const reach = { near: depthsRead(widths.near), off: depthsRead(widths.off) };
		if (reach.near + reach.off === 0) return undefined;
		const key = (noise * 32 + reach.near) * 32 + reach.off;
		let weights = kept.get(key);
		if (!weights) kept.set(key, (weights = weightsOf(covariances, reach, NOISES_MM[noise] as number)));
		const b = new Float64Array(BOTH);
		const { sb } = weights;
		const side = (of: 'near' | 'off', from: number): void => {
			for (let k = 0; k < reach[of]; k++) {
				const y = (widths[of][k] as number) - (frame.widths[of][k] as number);
				for (let c = 0, at = (from + k) * BOTH; c < BOTH; c++, at++)
					b[c] = (b[c] as number) + (sb.at[at] as number) * y;
			}
		};
		side('near', 0);
		side('off', reach.near);
		return { j: weights.j, b };
	};
}
