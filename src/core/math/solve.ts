import { CoreError } from '../errors/index.js';

/**
 * Solves A x = b for a symmetric positive definite A (row-major, n by n) by Cholesky.
 * Neither input is changed. Throws `not-positive-definite`.
 */
export function solveSpd(a: Float64Array, b: Float64Array): Float64Array {
	const n = b.length;
	const l = new Float64Array(n * n);
	for (let i = 0; i < n; i++) {
		for (let j = 0; j <= i; j++) {
			let sum = a[i * n + j] as number;
			for (let k = 0; k < j; k++) sum -= (l[i * n + k] as number) * (l[j * n + k] as number);
			if (i === j) {
				if (!(sum > 0)) throw new CoreError('not-positive-definite', { row: i, pivot: sum });
				l[i * n + i] = Math.sqrt(sum);
			} else l[i * n + j] = sum / (l[j * n + j] as number);
		}
	}
	const x = Float64Array.from(b);
	for (let i = 0; i < n; i++) {
		for (let k = 0; k < i; k++) x[i] = (x[i] as number) - (l[i * n + k] as number) * (x[k] as number);
		x[i] = (x[i] as number) / (l[i * n + i] as number);
	}
	for (let i = n - 1; i >= 0; i--) {
		for (let k = i + 1; k < n; k++) x[i] = (x[i] as number) - (l[k * n + i] as number) * (x[k] as number);
		x[i] = (x[i] as number) / (l[i * n + i] as number);
	}
	return x;
}
