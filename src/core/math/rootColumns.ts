import { vectorOf, type Matrix } from './matrix.js';

/**
 * A covariance as columns whose outer products sum to it: pivoted Cholesky, ended where no more than `leftShare` of
 * all variance is left. Rank may be less than the size.
 */
export function rootColumns({ rows: n, at }: Matrix, leftShare: number): Float64Array[] {
	const left = vectorOf(n, (r) => at[r * n + r] as number);
	const remaining = (): number => left.reduce((sum, v) => sum + Math.max(0, v), 0);
	const enough = leftShare * remaining();
	const columns: Float64Array[] = [];
	while (columns.length < n && remaining() > enough) {
		const pivot = left.indexOf(Math.max(...left));
		const root = Math.sqrt(left[pivot] as number);
		const column = vectorOf(n, (r) => {
			const known = columns.reduce((sum, c) => sum + (c[r] as number) * (c[pivot] as number), 0);
			return ((at[r * n + pivot] as number) - known) / root;
		});
		column.forEach((v, r) => (left[r] = (left[r] as number) - v * v));
		columns.push(column);
	}
	return columns;
}
