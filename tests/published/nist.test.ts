import { expect } from 'chai';
import { fitLine, mean, sampleSd } from '../../src/core/math/index.js';

/**
 * NIST Statistical Reference Datasets: univariate summaries NumAcc1 to NumAcc4 and linear regression
 * Norris, with their certified values. Data and values written down from memory; a slip in either
 * would break the agreement to nine digits asserted here.
 */
const alternating = (base: number, middle: number): number[] => [
	base + middle,
	...Array.from({ length: 1000 }, (_, i) => base + (i % 2 === 0 ? 0.1 : 0.3))
];

describe('NIST univariate summaries', () => {
	const sets = [
		{ name: 'NumAcc1', data: [10000001, 10000003, 10000002], mean: 10000002, sd: 1, digits: 1e-12 },
		{ name: 'NumAcc2', data: alternating(1, 0.2), mean: 1.2, sd: 0.1, digits: 1e-12 },
		{ name: 'NumAcc3', data: alternating(1000000, 0.2), mean: 1000000.2, sd: 0.1, digits: 1e-8 },
		{ name: 'NumAcc4', data: alternating(10000000, 0.2), mean: 10000000.2, sd: 0.1, digits: 1e-7 }
	];
	for (const s of sets)
		it(`${s.name}: certified mean and standard deviation`, () => {
			expect(mean(s.data)).to.be.closeTo(s.mean, s.mean * 1e-13 + 1e-12);
			expect(sampleSd(s.data)).to.be.closeTo(s.sd, s.digits);
		});
});

const NORRIS: readonly (readonly [y: number, x: number])[] = [
	[0.1, 0.2],
	[338.8, 337.4],
	[118.1, 118.2],
	[888.0, 884.6],
	[9.2, 10.1],
	[228.1, 226.5],
	[668.5, 666.3],
	[998.5, 996.3],
	[449.1, 448.6],
	[778.9, 777.0],
	[559.2, 558.2],
	[0.3, 0.4],
	[0.1, 0.6],
	[778.1, 775.5],
	[668.8, 666.9],
	[339.3, 338.0],
	[448.9, 447.5],
	[10.8, 11.6],
	[557.7, 556.0],
	[228.3, 228.1],
	[998.0, 995.8],
	[888.8, 887.6],
	[119.6, 120.2],
	[0.3, 0.3],
	[0.6, 0.3],
	[557.6, 556.8],
	[339.3, 339.1],
	[888.0, 887.2],
	[998.5, 999.0],
	[778.9, 779.0],
	[10.2, 11.1],
	[117.6, 118.3],
	[228.9, 229.2],
	[668.4, 669.1],
	[449.2, 448.9],
	[0.2, 0.5]
];

describe('NIST linear regression, Norris', () => {
	const line = fitLine(
		NORRIS.map((p) => p[1]),
		NORRIS.map((p) => p[0])
	);

	it('certified estimates', () => {
		expect(line.intercept).to.be.closeTo(-0.262323073774029, 1e-9);
		expect(line.slope).to.be.closeTo(1.00211681802045, 1e-12);
	});

	it('certified standard errors and residual standard deviation', () => {
		expect(line.interceptSe).to.be.closeTo(0.232818234301152, 1e-9);
		expect(line.slopeSe).to.be.closeTo(0.429796848199937e-3, 1e-12);
		expect(line.residualSd).to.be.closeTo(0.884796396144373, 1e-9);
	});
});
