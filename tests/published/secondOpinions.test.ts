import { expect } from 'chai';
import { Matrix, inverse } from 'ml-matrix';
import { makeSeries, SERIES_KINDS } from '../../sim/series.js';
import { seededRandom, normal } from '../../sim/random.js';
import { makeBack } from '../../sim/back.js';
import { drawTracing, trueCut, USUAL_HAND } from '../../sim/trace.js';
import { watchHorse, type Watch } from '../../src/core/call/index.js';
import { plainReadings } from '../../src/core/change/index.js';
import {
	factored,
	foresight,
	marginalised,
	predict,
	update,
	type Belief,
	type Layout
} from '../../src/core/change/jointState.js';
import { consensusCurve, makeCurve, type Curve } from '../../src/core/curve/index.js';
import { addDays } from '../../src/core/units/index.js';

/** Methods from the literature, written here from their definitions, as a second opinion on the engine. */
const START = '2024-01-08';
const errors = { noiseMm: 0.8, tiltSdDeg: 1.5, apexSdMm: 2, placeSdMm: 5, sharedSdMm: 0.5, badShare: 0 };

interface Told {
	readonly watch: Watch;
	/** The front's width as drawn, mm since the first day. */
	readonly plain: readonly number[];
}
function told(kind: (typeof SERIES_KINDS)[number], seed: number): Told {
	const series = makeSeries(kind, 24, errors, 3, seededRandom(seed));
	const tracings = series.visits.flatMap((v) =>
		v.tracings.map((t) => ({ ...t, visitedOn: addDays(START, v.day), curve: makeCurve(t.points) }))
	);
	return {
		watch: watchHorse(tracings, { school: 'close', fittedOn: START }),
		plain: [0, ...plainReadings(tracings, 'T8', START).map((r) => r.mm)]
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
		for (const seed of [61_001, 61_002]) {
			const still = told('quiet', seed);
			expect(still.watch.calls.map((c) => c.verdict)).not.to.include('refit');
			const lost = told('lay-off', seed);
			const readings = lost.plain.map((mm) => -mm);
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
		for (const seed of [62_001, 62_002]) {
			const { watch, plain } = told('growth', seed);
			const x = plain.map((_, i) => i);
			expect(mannKendallZ(plain)).to.be.above(3);
			const followed = watch.changes.map((c) => c.stations.get('T8')?.both.mm as number);
			expect(theilSen(x, plain)).to.be.closeTo(theilSen(x, followed), 0.1);
		}
	});

	it('on still horses neither sees a trend that counts', () => {
		const steep = [63_001, 63_002].map((seed) => {
			const { plain } = told('quiet', seed);
			return Math.abs(
				theilSen(
					plain.map((_, i) => i),
					plain
				)
			);
		});
		expect(Math.max(...steep)).to.be.below(0.15);
	});
});

describe('the joint filter against the general matrix form (Kalman 1960, on ml-matrix)', () => {
	const random = seededRandom(64_001);
	const D = 3;
	const layout: Layout = { levels: D, parts: 0, habits: 0 };
	const square = (m: Matrix) => ({ rows: m.rows, cols: m.columns, at: Float64Array.from(m.to1DArray()) });
	const spd = (n: number): Matrix => {
		const a = Matrix.from1DArray(
			n,
			n,
			Array.from({ length: n * n }, () => normal(random))
		);
		return a.mmul(a.transpose()).add(Matrix.eye(n).mul(0.3));
	};

	it('irregular visits, levels with slopes that die away: state and covariance agree to rounding', () => {
		const kind = spd(D);
		const [tau, perWeek] = [9, 0.4];
		let x = Matrix.zeros(2 * D, 1);
		let p = spd(2 * D);
		let ours: Belief = { mean: new Float64Array(2 * D), cov: square(p) };
		for (let i = 0; i < 25; i++) {
			const weeks = 0.3 + 12 * random();
			const keep = Math.exp(-weeks / tau);
			const f = Matrix.eye(2 * D);
			for (let k = 0; k < D; k++) {
				f.set(k, D + k, tau * (1 - keep));
				f.set(D + k, D + k, keep);
			}
			// The integral of the process, by many small steps of its own definition.
			const q = Matrix.zeros(2 * D, 2 * D);
			const steps = 4000;
			const h = weeks / steps;
			const [a, b] = [Math.exp(-h / tau), tau * (1 - Math.exp(-h / tau))];
			let [ll, ls, ss] = [0, 0, 0];
			for (let s = 0; s < steps; s++)
				[ll, ls, ss] = [ll + 2 * b * ls + b * b * ss, a * ls + a * b * ss, a * a * ss + perWeek ** 2 * (1 - a * a)];
			for (let r = 0; r < D; r++)
				for (let c = 0; c < D; c++) {
					q.set(r, c, ll * kind.get(r, c));
					q.set(r, D + c, ls * kind.get(r, c));
					q.set(D + r, c, ls * kind.get(r, c));
					q.set(D + r, D + c, ss * kind.get(r, c));
				}
			x = f.mmul(x);
			p = f.mmul(p).mmul(f.transpose()).add(q);
			const noise = spd(D);
			const measured = Matrix.columnVector(Array.from({ length: D }, () => 4 * normal(random)));
			const see = Matrix.zeros(D, 2 * D);
			for (let k = 0; k < D; k++) see.set(k, k, 1);
			const s = see.mmul(p).mmul(see.transpose()).add(noise);
			const gain = p.mmul(see.transpose()).mmul(inverse(s));
			x = Matrix.add(x, gain.mmul(Matrix.sub(measured, see.mmul(x))));
			p = Matrix.eye(2 * D)
				.sub(gain.mmul(see))
				.mmul(p);
			const j = inverse(noise);
			const visit = factored(square(j), Float64Array.from(j.mmul(measured).to1DArray()));
			const predicted = predict(ours, layout, weeks, square(kind), { perWeek, dampingWeeks: tau });
			ours = update(predicted, layout, visit, foresight(predicted, layout, visit));
			for (let k = 0; k < 2 * D; k++) expect(ours.mean[k]).to.be.closeTo(x.get(k, 0), 2e-3);
			for (let r = 0; r < 2 * D; r++)
				for (let c = 0; c < 2 * D; c++) expect(ours.cov.at[r * 2 * D + c]).to.be.closeTo(p.get(r, c), 2e-3);
		}
	});

	it('random operator effects: marginalised errors give the generalised least-squares answer of the mixed model', () => {
		// y = x + t u + e, u ~ N(0, 1): information on x is (R + t tᵀ)⁻¹ (Henderson 1975; Searle, Variance Components).
		const n = 4;
		const r = spd(n);
		const t = Matrix.from1DArray(
			n,
			2,
			Array.from({ length: 2 * n }, () => normal(random))
		);
		const y = Matrix.columnVector(Array.from({ length: n }, () => normal(random)));
		const j = inverse(r);
		const found = marginalised(square(j), Float64Array.from(j.mmul(y).to1DArray()), square(t));
		const theirs = inverse(Matrix.add(r, t.mmul(t.transpose())));
		for (let a = 0; a < n; a++) {
			expect(found.b[a]).to.be.closeTo(theirs.mmul(y).get(a, 0), 1e-9);
			for (let b = 0; b < n; b++) expect(found.j.at[a * n + b]).to.be.closeTo(theirs.get(a, b), 1e-9);
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
