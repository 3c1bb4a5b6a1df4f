import type { Curve } from '../curve/index.js';
import { backSolve, dot, forwardSolve, logDetOf, matrixOf, times, transposed, type Matrix } from '../math/index.js';
import { BASIS, DEPTH_COUNT, SPLINES } from './depthBasis.js';
import { widthsOf, type StationFrame } from './stationFrame.js';
import { errorFactorsOf, rowsOf, type Reach } from './tracingErrors.js';

/** Coefficients of both sides of a station: near first. */
export const BOTH = 2 * SPLINES;

/** What a tracing tells of a station's change since the reference: `J c ≈ b`. */
export interface Information {
	/** BOTH by BOTH. */
	readonly j: Matrix;
	readonly b: Float64Array;
}

/** What is the same for all tracings of a station that reach as deep: S⁻¹B and BᵀS⁻¹B. */
interface Weights {
	readonly sb: Matrix;
	readonly j: Matrix;
}

function weightsOf(l: Matrix, reach: Reach): Weights {
	const rows = rowsOf(reach);
	const b = matrixOf(rows.length, BOTH, (r, c) => {
		const row = rows[r] as number;
		const off = row >= DEPTH_COUNT;
		const i = off ? c - SPLINES : c;
		return i >= 0 && i < SPLINES ? (BASIS.at[(off ? row - DEPTH_COUNT : row) * SPLINES + i] as number) : 0;
	});
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

/** Reads tracings of one station. */
export interface Reader {
	/** What one tells of the station's change; undefined where nothing of it can be read. `noise`: which of NOISES. */
	readonly read: (curve: Curve, noise: number, how?: How) => Information | undefined;
	/** How far a difference of widths is out of the usual for one tracing's errors; `noise`: which of NOISES. */
	readonly apart: (difference: Float64Array, reach: Reach, noise: number) => Apart;
}

/** Widths of several tracings at the depths that all of them reach, near first. */
export interface SharedWidths {
	readonly reach: Reach;
	readonly widths: readonly Float64Array[];
}

export interface Apart {
	/** Squared distance in units of the errors. */
	readonly d2: number;
	/** Logarithm of the determinant of their covariance. */
	readonly logDet: number;
}

/** Read as if a mistake had been made: seen from behind. */
export interface How {
	readonly mirrored?: boolean;
}

const reachOf = (widths: Readonly<Record<'near' | 'off', Float64Array>>): Reach => ({
	near: depthsRead(widths.near),
	off: depthsRead(widths.off)
});

/** How many depths of each side are read. */
export const depthsReached = (curve: Curve): Reach => reachOf(widthsOf(curve));

/** Repeats are held against one another to one of these numbers of depths: fewer kinds of errors to tell apart. */
const COMPARED_TO = [17, 13, 10, 6, 0] as const;

/** Widths of several tracings of one station where all of them reach. */
export function sharedWidths(curves: readonly Curve[]): SharedWidths {
	const all = curves.map(widthsOf);
	const reaches = all.map(reachOf);
	const least = (side: 'near' | 'off'): number => COMPARED_TO.find((n) => reaches.every((r) => r[side] >= n)) as number;
	const reach = { near: least('near'), off: least('off') };
	return {
		reach,
		widths: all.map((w) => {
			const both = new Float64Array(reach.near + reach.off);
			both.set(w.near.subarray(0, reach.near));
			both.set(w.off.subarray(0, reach.off), reach.near);
			return both;
		})
	};
}

/** Reads tracings of one station against its frame; what hangs on reach and noise only is kept. */
export function readerOf(frame: StationFrame): Reader {
	const errorFactor = errorFactorsOf(frame);
	const keyOf = (reach: Reach, noise: number): number => (noise * 32 + reach.near) * 32 + reach.off;
	const keptBy = <T>(make: (reach: Reach, noise: number) => T): ((reach: Reach, noise: number) => T) => {
		const kept = new Map<number, T>();
		return (reach, noise) => {
			const key = keyOf(reach, noise);
			const found = kept.get(key) ?? make(reach, noise);
			kept.set(key, found);
			return found;
		};
	};
	const factorOf = keptBy((reach, noise) => {
		const l = errorFactor(reach, noise);
		return { l, logDet: logDetOf(l) };
	});
	const weightsFor = keptBy((reach, noise) => weightsOf(factorOf(reach, noise).l, reach));
	return {
		read: (curve, noise, how) => {
			const raw = widthsOf(curve);
			const widths = how?.mirrored ? { near: raw.off, off: raw.near } : raw;
			const reach = reachOf(widths);
			if (reach.near + reach.off === 0) return undefined;
			const { sb, j } = weightsFor(reach, noise);
			const b = new Float64Array(BOTH);
			const side = (of: 'near' | 'off', from: number): void => {
				for (let k = 0; k < reach[of]; k++) {
					const y = (widths[of][k] as number) - (frame.widths[of][k] as number);
					for (let c = 0, at = (from + k) * BOTH; c < BOTH; c++, at++)
						b[c] = (b[c] as number) + (sb.at[at] as number) * y;
				}
			};
			side('near', 0);
			side('off', reach.near);
			return { j, b };
		},
		apart: (difference, reach, noise) => {
			const { l, logDet } = factorOf(reach, noise);
			const e = forwardSolve(l, { rows: difference.length, cols: 1, at: difference }).at;
			return { d2: dot(e, e), logDet };
		}
	};
}
