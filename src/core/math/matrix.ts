import { CoreError } from '../errors/index.js';

/** A row-major matrix. */
export interface Matrix {
	readonly rows: number;
	readonly cols: number;
	readonly at: Float64Array;
}

export const zeros = (rows: number, cols: number): Matrix => ({ rows, cols, at: new Float64Array(rows * cols) });

export function matrixOf(rows: number, cols: number, value: (r: number, c: number) => number): Matrix {
	const m = zeros(rows, cols);
	for (let r = 0; r < rows; r++) for (let c = 0; c < cols; c++) m.at[r * cols + c] = value(r, c);
	return m;
}

/** A vector by its places. `Float64Array.from` with a function is forty times as slow. */
export function vectorOf(length: number, value: (i: number) => number): Float64Array {
	const v = new Float64Array(length);
	for (let i = 0; i < length; i++) v[i] = value(i);
	return v;
}

/** A B. */
export function times(a: Matrix, b: Matrix): Matrix {
	const out = zeros(a.rows, b.cols);
	const [n, m, p] = [a.rows, a.cols, b.cols];
	for (let i = 0; i < n; i++)
		for (let k = 0; k < m; k++) {
			const v = a.at[i * m + k] as number;
			if (v === 0) continue;
			for (let j = 0, o = i * p, q = k * p; j < p; j++, o++, q++)
				out.at[o] = (out.at[o] as number) + v * (b.at[q] as number);
		}
	return out;
}

export function transposed({ rows, cols, at }: Matrix): Matrix {
	const out = zeros(cols, rows);
	for (let r = 0, p = 0; r < rows; r++) for (let c = 0; c < cols; c++, p++) out.at[c * rows + r] = at[p] as number;
	return out;
}

/**
 * Lower Cholesky factor of a symmetric positive definite matrix; only its lower triangle is read.
 * Throws `not-positive-definite`.
 */
export function cholesky(a: Matrix): Matrix {
	const n = a.rows;
	const l = zeros(n, n);
	const at = l.at;
	for (let i = 0; i < n; i++)
		for (let j = 0; j <= i; j++) {
			let sum = a.at[i * n + j] as number;
			for (let k = 0, p = i * n, q = j * n; k < j; k++, p++, q++) sum -= (at[p] as number) * (at[q] as number);
			if (i !== j) at[i * n + j] = sum / (at[j * n + j] as number);
			else {
				if (!(sum > 0)) throw new CoreError('not-positive-definite', { row: i, pivot: sum });
				at[i * n + i] = Math.sqrt(sum);
			}
		}
	return l;
}

/** L⁻¹ B for a lower triangular L. */
export function forwardSolve(l: Matrix, b: Matrix): Matrix {
	const [n, m] = [l.rows, b.cols];
	const out = { rows: n, cols: m, at: Float64Array.from(b.at) };
	for (let i = 0; i < n; i++) {
		for (let k = 0; k < i; k++) {
			const v = l.at[i * n + k] as number;
			if (v === 0) continue;
			for (let j = 0, o = i * m, q = k * m; j < m; j++, o++, q++)
				out.at[o] = (out.at[o] as number) - v * (out.at[q] as number);
		}
		const d = l.at[i * n + i] as number;
		for (let j = 0, o = i * m; j < m; j++, o++) out.at[o] = (out.at[o] as number) / d;
	}
	return out;
}

/** L⁻ᵀ B for a lower triangular L. */
export function backSolve(l: Matrix, b: Matrix): Matrix {
	const [n, m] = [l.rows, b.cols];
	const out = { rows: n, cols: m, at: Float64Array.from(b.at) };
	for (let i = n - 1; i >= 0; i--) {
		for (let k = i + 1; k < n; k++) {
			const v = l.at[k * n + i] as number;
			if (v === 0) continue;
			for (let j = 0, o = i * m, q = k * m; j < m; j++, o++, q++)
				out.at[o] = (out.at[o] as number) - v * (out.at[q] as number);
		}
		const d = l.at[i * n + i] as number;
		for (let j = 0, o = i * m; j < m; j++, o++) out.at[o] = (out.at[o] as number) / d;
	}
	return out;
}

export const columnOf = (v: Float64Array): Matrix => ({ rows: v.length, cols: 1, at: v });

/** A⁻¹ B for a symmetric positive definite A. */
export function solveSpdMany(a: Matrix, b: Matrix): Matrix {
	const l = cholesky(a);
	return backSolve(l, forwardSolve(l, b));
}

/** Logarithm of the determinant of L Lᵀ. */
export function logDetOf(l: Matrix): number {
	let sum = 0;
	for (let i = 0; i < l.rows; i++) sum += Math.log(l.at[i * l.rows + i] as number);
	return 2 * sum;
}

export function dot(a: Float64Array, b: Float64Array): number {
	let sum = 0;
	for (let i = 0; i < a.length; i++) sum += (a[i] as number) * (b[i] as number);
	return sum;
}
