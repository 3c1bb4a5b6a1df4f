import { columnOf, solveSpdMany } from './matrix.js';

/**
 * Solves A x = b for a symmetric positive definite A (row-major, n by n) by Cholesky.
 * Neither input is changed. Throws `not-positive-definite`.
 */
export const solveSpd = (a: Float64Array, b: Float64Array): Float64Array =>
	solveSpdMany({ rows: b.length, cols: b.length, at: a }, columnOf(b)).at;
