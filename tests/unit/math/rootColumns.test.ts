import { expect } from 'chai';
import { matrixOf, rootColumns } from '../../../src/core/math/index.js';

describe('a covariance as columns', () => {
	const summed = (columns: readonly Float64Array[], n: number) =>
		matrixOf(n, n, (r, c) => columns.reduce((s, v) => s + (v[r] as number) * (v[c] as number), 0));
	it('whose outer products sum to it', () => {
		// 4 2 1 / 2 3 0 / 1 0 2: positive definite by its leading minors 4, 8 and 13.
		const k = { rows: 3, cols: 3, at: Float64Array.from([4, 2, 1, 2, 3, 0, 1, 0, 2]) };
		const columns = rootColumns(k, 0);
		expect(columns).to.have.length(3);
		summed(columns, 3).at.forEach((v, i) => expect(v).to.be.closeTo(k.at[i] as number, 1e-12));
	});
	it('of lower rank has no more columns than its rank', () => {
		const a = [1, -2, 3, 0.5];
		const k = matrixOf(4, 4, (r, c) => (a[r] as number) * (a[c] as number));
		const columns = rootColumns(k, 1e-9);
		expect(columns).to.have.length(1);
		summed(columns, 4).at.forEach((v, i) => expect(v).to.be.closeTo(k.at[i] as number, 1e-12));
	});
	it('leaves out no more than the share that it may', () => {
		const k = matrixOf(5, 5, (r, c) => (r === c ? 10 ** -r : 0));
		const columns = rootColumns(k, 0.02);
		const trace = (of: readonly number[]): number => of.reduce((s, v) => s + v, 0);
		const all = trace([1, 0.1, 0.01, 0.001, 0.0001]);
		const kept = trace(columns.map((c) => c.reduce((s, v) => s + v * v, 0)));
		expect(columns).to.have.length(2);
		expect(1 - kept / all).to.be.within(0, 0.02);
	});
});
