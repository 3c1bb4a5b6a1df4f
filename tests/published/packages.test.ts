import { polygonArea } from 'd3-polygon';
import { expect } from 'chai';
import { Matrix, solve } from 'ml-matrix';
import * as ss from 'simple-statistics';
import { fitLine, mean, median, normalCdf, probabilityAbove, sampleSd, solveSpd } from '../../src/core/math/index.js';
import { sideAreaCm2, walkSide } from '../../src/core/curve/index.js';
import { normal, seededRandom } from '../../sim/random.js';
import { curveOf } from '../support/shapes.js';

/** General packages from the registry, on random input, as a second opinion. */
const random = seededRandom(20260);
const sample = (n: number): number[] => Array.from({ length: n }, () => 50 + 12 * normal(random));

describe('a general statistics package agrees', () => {
	it('on means, medians and sample SDs of random samples', () => {
		for (const n of [2, 3, 10, 101]) {
			const data = sample(n);
			expect(mean(data)).to.be.closeTo(ss.mean(data), 1e-9);
			expect(median(data)).to.be.closeTo(ss.median(data), 1e-12);
			expect(sampleSd(data)).to.be.closeTo(ss.sampleStandardDeviation(data), 1e-9);
		}
	});

	it('on least-squares lines', () => {
		const [x, y] = [sample(40), sample(40)];
		const theirs = ss.linearRegression(x.map((v, i) => [v, y[i] as number]));
		const ours = fitLine(x, y);
		expect(ours.slope).to.be.closeTo(theirs.m, 1e-9);
		expect(ours.intercept).to.be.closeTo(theirs.b, 1e-8);
	});

	it('on the normal distribution, as far as its own approximation reaches', () => {
		for (let z = -3; z <= 3; z += 0.25) expect(normalCdf(z)).to.be.closeTo(ss.cumulativeStdNormalProbability(z), 2e-4);
	});
});

describe('the normal distribution against printed tables (from memory)', () => {
	const table = [
		[-3, 0.0013499],
		[-1.96, 0.0249979],
		[-1, 0.1586553],
		[0, 0.5],
		[0.674489750196, 0.75],
		[1.644853626951, 0.95],
		[2.575829303549, 0.995],
		[4.5, 0.9999966]
	] as const;
	for (const [z, p] of table) it(`Φ(${z}) = ${p}`, () => expect(normalCdf(z)).to.be.closeTo(p, 6e-8));

	it('is certain without spread', () => {
		expect(probabilityAbove(6, 7, 0)).to.equal(1);
		expect(probabilityAbove(6, 5, 0)).to.equal(0);
		expect(probabilityAbove(6, 6, 2)).to.equal(0.5);
	});
});

describe('a matrix package agrees', () => {
	it('on solutions of random positive definite systems', () => {
		for (const n of [1, 3, 8]) {
			const b = Array.from({ length: n }, () => sample(n));
			const spd = new Matrix(b).mmul(new Matrix(b).transpose()).add(Matrix.eye(n, n));
			const right = sample(n);
			const theirs = solve(spd, Matrix.columnVector(right)).to1DArray();
			const ours = solveSpd(Float64Array.from(spd.to1DArray()), Float64Array.from(right));
			ours.forEach((v, i) => expect(v).to.be.closeTo(theirs[i] as number, 1e-6));
		}
	});

	it('an indefinite system is refused', () =>
		expect(() => solveSpd(Float64Array.from([1, 2, 2, 1]), Float64Array.from([1, 1]))).to.throw(
			'not-positive-definite'
		));
});

describe('a geometry package agrees', () => {
	it('on the area between midline and curve, for random bumpy flanks', () => {
		for (let k = 0; k < 20; k++) {
			const [a, b] = [0.6 + random() * 0.4, random() * 6];
			const curve = curveOf((x) => a * Math.abs(x) + b * (1 - Math.cos(x / 20)) * 0.5, 260, 1);
			const walk = walkSide(curve, 'off');
			const polygon: [number, number][] = [];
			for (let i = 0; i < walk.outMm.length; i++) {
				const [x, d] = [walk.outMm[i] as number, walk.depthMm[i] as number];
				if (d > 120) {
					const [x0, d0] = polygon[polygon.length - 1] as [number, number];
					polygon.push([x0 + ((120 - d0) / (d - d0)) * (x - x0), 120]);
					break;
				}
				polygon.push([x, d]);
			}
			polygon.push([0, 120]);
			expect(sideAreaCm2(walk)).to.be.closeTo(Math.abs(polygonArea(polygon)) / 100, 1e-6);
		}
	});
});
