import { expect } from 'chai';
import { Matrix, SVD, determinant, inverse } from 'ml-matrix';
import { makeSeries, SERIES_KINDS } from '../../sim/series.js';
import { seededRandom, normal } from '../../sim/random.js';
import { makeBack } from '../../sim/back.js';
import { drawTracing, trueCut, USUAL_HAND } from '../../sim/trace.js';
import { watchHorse, type Watch } from '../../src/core/call/index.js';
import { readBand } from '../../src/core/change/bandFit.js';
import { makeBandModel } from '../../src/core/change/bandModel.js';
import {
	BACK_TREND,
	changeSinceFit,
	markFit,
	predictTrend,
	startTrend,
	updateTrend
} from '../../src/core/change/index.js';
import { consensusCurve, makeCurve, type Curve } from '../../src/core/curve/index.js';
import { addDays } from '../../src/core/units/index.js';

/** Methods from the literature, written here from their definitions, as a second opinion on the engine. */
const START = '2024-01-08';
const errors = { noiseMm: 0.8, tiltSdDeg: 1.5, apexSdMm: 2, placeSdMm: 10, sharedSdMm: 0.5, badShare: 0 };

interface Told {
	readonly watch: Watch;
	readonly truth: readonly number[];
}
function told(kind: (typeof SERIES_KINDS)[number], seed: number): Told {
	const series = makeSeries(kind, 24, errors, 3, seededRandom(seed));
	const tracings = series.visits.flatMap((v) =>
		v.tracings.map((t) => ({ ...t, visitedOn: addDays(START, v.day), curve: makeCurve(t.points) }))
	);
	return {
		watch: watchHorse(tracings, { school: 'close', fittedOn: START }),
		truth: series.visits.map((v) => (v.truth.T8.nearMm + v.truth.T8.offMm) / 2)
	};
}

/** Tabular CUSUM of a rise above a target (Page 1954; Montgomery, Introduction to Statistical Quality Control). */
function cusumOf(values: readonly number[], target: number, slack: number): number[] {
	let sum = 0;
	return values.map((v) => (sum = Math.max(0, sum + v - target - slack)));
}

describe('CUSUM', () => {
	it('as written here gives Montgomery’s worked example: 5.28 at the 29th sample, past the limit of 5 (from memory)', () => {
		const samples = [
			9.45, 7.99, 9.29, 11.66, 12.16, 10.18, 8.04, 11.46, 9.2, 10.34, 9.03, 11.47, 10.51, 9.4, 10.08, 9.37, 10.62,
			10.31, 8.52, 10.84, 10.9, 9.33, 12.29, 11.5, 10.6, 11.08, 10.38, 11.62, 11.31, 10.52
		];
		const sums = cusumOf(samples, 10, 0.5);
		expect(sums[28]).to.be.closeTo(5.28, 0.005);
		expect(sums.findIndex((s) => s > 5)).to.equal(28);
	});

	it('on the same readings: no still horse is called by the engine, and a sudden loss no later than by CUSUM', () => {
		for (const seed of [61_001, 61_002, 61_003, 61_004]) {
			const still = told('quiet', seed);
			expect(still.watch.calls.map((c) => c.verdict)).not.to.include('refit');
			const lost = told('lay-off', seed);
			const readings = (lost.watch.series.get('T8') ?? []).map((c) => -c.readMeanMm);
			// A shift of the refit limit, 6 mm, in SDs of a reading of about 1.2 mm: slack half of it, limit five SDs.
			const alarm = cusumOf(readings, readings[0] ?? 0, 3).findIndex((s) => s > 5 * 1.2);
			const refit = lost.watch.calls.findIndex((c) => c.verdict === 'refit');
			expect(refit, `seed ${seed}`).to.be.within(1, alarm + 1);
		}
	});
});

/** Median of all slopes between pairs (Theil 1950, Sen 1968). */
function theilSen(x: readonly number[], y: readonly number[]): number {
	const slopes = x
		.flatMap((a, i) => x.slice(i + 1).map((b, k) => ((y[i + 1 + k] as number) - (y[i] as number)) / (b - a)))
		.sort((a, b) => a - b);
	return slopes[slopes.length >> 1] as number;
}

/** Z of the Mann-Kendall test without ties (Mann 1945, Kendall 1975). */
function mannKendallZ(y: readonly number[]): number {
	const n = y.length;
	const s = y.reduce((sum, a, i) => sum + y.slice(i + 1).reduce((t, b) => t + Math.sign(b - a), 0), 0);
	return (s - Math.sign(s)) / Math.sqrt((n * (n - 1) * (2 * n + 5)) / 18);
}

describe('Theil-Sen and Mann-Kendall', () => {
	it('as written here: a straight line has its own slope, and 10 rising values S = 45, Z = 44 / sqrt(125) = 3.94 (Kendall’s table, from memory)', () => {
		const x = Array.from({ length: 10 }, (_, i) => i);
		expect(
			theilSen(
				x,
				x.map((v) => 3 - 0.7 * v)
			)
		).to.be.closeTo(-0.7, 1e-12);
		expect(mannKendallZ(x)).to.be.closeTo(44 / Math.sqrt(125), 1e-12);
	});

	it('on growing horses: the trend is there without any filter, and as steep as the engine says', () => {
		for (const seed of [62_001, 62_002, 62_003]) {
			const { watch } = told('growth', seed);
			const series = watch.series.get('T8') ?? [];
			const x = series.map((_, i) => i);
			const readings = series.map((c) => c.readMeanMm);
			expect(mannKendallZ(readings)).to.be.above(3);
			const followed = series.map((c) => c.meanMm);
			expect(theilSen(x, readings)).to.be.closeTo(theilSen(x, followed), 0.08);
		}
	});

	it('on still horses neither sees a trend that counts', () => {
		const steep = [63_001, 63_002, 63_003, 63_004].map((seed) => {
			const series = told('quiet', seed).watch.series.get('T8') ?? [];
			return Math.abs(
				theilSen(
					series.map((_, i) => i),
					series.map((c) => c.readMeanMm)
				)
			);
		});
		expect(Math.max(...steep)).to.be.below(0.15);
	});
});

describe('the level filter against the general matrix form (Kalman 1960, on ml-matrix)', () => {
	it('irregular visits, a fit mark on the way: state and covariance agree to rounding', () => {
		const random = seededRandom(64_001);
		const calm = { ...BACK_TREND, surpriseSds: Number.POSITIVE_INFINITY };
		let ours = startTrend(1.3, 0.9, calm);
		let x = Matrix.columnVector([1.3, 0, 0]);
		let p = Matrix.diag([0.9, calm.slopeSdMmPerDay ** 2, ours.p[8] as number]);
		const h = new Matrix([[1, 0, 0]]);
		for (let i = 0; i < 40; i++) {
			const days = 1 + Math.floor(90 * random());
			const keep = Math.exp(-days / calm.slopeFadeDays);
			const f = new Matrix([
				[1, calm.slopeFadeDays * (1 - keep), 0],
				[0, keep, 0],
				[0, 0, 1]
			]);
			const slopeVar = calm.slopeSdMmPerDay ** 2 * (1 - keep ** 2);
			const q = Matrix.diag([calm.levelMm2PerDay * days + slopeVar * (days / 2) ** 2, slopeVar, 0]);
			x = f.mmul(x);
			p = f.mmul(p).mmul(f.transpose()).add(q);
			const [measured, variance] = [3 * normal(random), 0.3 + random()];
			const s = h.mmul(p).mmul(h.transpose()).add(Matrix.eye(1).mul(variance));
			const gain = p.mmul(h.transpose()).mmul(inverse(s));
			x = Matrix.add(x, Matrix.mul(gain, measured - x.get(0, 0)));
			p = Matrix.eye(3).sub(gain.mmul(h)).mmul(p);
			ours = updateTrend(predictTrend(ours, days, calm), measured, variance, calm);
			if (i === 6) {
				ours = markFit(ours);
				const mark = new Matrix([
					[1, 0, 0],
					[0, 1, 0],
					[1, 0, 0]
				]);
				x = mark.mmul(x);
				p = mark.mmul(p).mmul(mark.transpose());
			}
		}
		expect(ours.levelMm).to.be.closeTo(x.get(0, 0), 1e-9);
		expect(ours.slopeMmPerDay).to.be.closeTo(x.get(1, 0), 1e-9);
		const { mm, varianceMm2 } = changeSinceFit(ours);
		const since = new Matrix([[1, 0, -1]]);
		expect(mm).to.be.closeTo(since.mmul(x).get(0, 0), 1e-9);
		expect(varianceMm2).to.be.closeTo(since.mmul(p).mmul(since.transpose()).get(0, 0), 1e-9);
	});
});

/** Turn that lays one set of points on another, radians (Umeyama 1991, without scale). */
function umeyamaTurn(from: Matrix, to: Matrix): number {
	const centred = (m: Matrix) => m.clone().subRowVector(m.mean('column'));
	const { leftSingularVectors: u, rightSingularVectors: v } = new SVD(centred(to).transpose().mmul(centred(from)));
	const sign = Math.sign(determinant(u) * determinant(v));
	const r = u.mmul(Matrix.diag([1, sign])).mmul(v.transpose());
	return Math.atan2(r.get(1, 0), r.get(0, 0));
}

describe('tilt against Umeyama’s closed form', () => {
	it('a cut that was only turned: the same angle to a tenth of it', () => {
		const back = makeBack({ broad: 1, pocketMm: 1, lopsidedMm: 0 });
		const still = { nearMm: 0, offMm: 0 };
		const points = trueCut(back.T8, still, 160);
		const model = makeBandModel([makeCurve(points)], [{ curves: [makeCurve(trueCut(back.T13, still))], awayMm: 200 }]);
		for (const deg of [-3, -1, 1, 2.5]) {
			const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
			const turned = points.map(([x, y]) => [c * x - s * y, s * x + c * y] as const);
			const theirs = umeyamaTurn(
				new Matrix(points.map(([x, y]) => [x, y])),
				new Matrix(turned.map(([x, y]) => [x, y]))
			);
			expect(theirs).to.be.closeTo((deg * Math.PI) / 180, 1e-9);
			const ours = readBand(model, makeCurve(turned), 3, 1).common[2];
			expect(ours / theirs, `${deg} degrees`).to.be.closeTo(1, 0.1);
		}
	});
});

type Line = readonly (readonly [number, number])[];
const gap = (a: readonly [number, number], b: readonly [number, number]) => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Discrete Fréchet distance by dynamic programming (Eiter & Mannila 1994). */
function frechet(a: Line, b: Line): number {
	let before: number[] = [];
	for (const [i, p] of a.entries()) {
		const row: number[] = [];
		for (const [j, q] of b.entries()) {
			const ways = [before[j], before[j - 1], row[j - 1]].filter((v) => v !== undefined);
			row.push(Math.max(gap(p, q), i + j === 0 ? 0 : Math.min(...ways)));
		}
		before = row;
	}
	return before.at(-1) as number;
}

/** The same by trying every coupling. */
function frechetByHand(a: Line, b: Line, i = 0, j = 0): number {
	const here = gap(a[i] as [number, number], b[j] as [number, number]);
	if (i === a.length - 1 && j === b.length - 1) return here;
	const ways = [
		[i + 1, j],
		[i, j + 1],
		[i + 1, j + 1]
	].filter(([u, v]) => (u as number) < a.length && (v as number) < b.length);
	return Math.max(here, Math.min(...ways.map(([u, v]) => frechetByHand(a, b, u, v))));
}

describe('Fréchet distance', () => {
	it('as written here equals every coupling tried by hand', () => {
		const random = seededRandom(65_001);
		const line = (n: number): Line => Array.from({ length: n }, () => [random(), random()] as const);
		for (let i = 0; i < 12; i++) {
			const [a, b] = [line(5), line(6)];
			expect(frechet(a, b)).to.be.closeTo(frechetByHand(a, b), 1e-12);
		}
	});

	it('the middle curve of nine tracings lies nearer to the true cut than they do themselves', () => {
		const random = seededRandom(65_002);
		const cut = makeBack({ broad: 1, pocketMm: 1, lopsidedMm: 0 }).T8;
		const still = { nearMm: 0, offMm: 0 };
		const hand = { ...USUAL_HAND, badShare: 0, apexSdMm: 0.5 };
		const curves = Array.from({ length: 9 }, () => makeCurve(drawTracing(cut, still, hand, random)));
		const down = ({ xMm, yMm }: Curve): Line =>
			Array.from(xMm, (x, i) => [x, yMm[i] as number] as const).filter(([, y]) => y > -120);
		const truth = down(makeCurve(trueCut(cut, still)));
		const each = curves.map((c) => frechet(down(c), truth)).sort((a, b) => a - b);
		expect(frechet(down(consensusCurve(curves)), truth)).to.be.below(each[4] as number);
	});
});
