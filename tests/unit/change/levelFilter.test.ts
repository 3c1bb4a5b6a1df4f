import { expect } from 'chai';
import {
	BACK_TREND,
	changeSinceFit,
	forecastLimit,
	markFit,
	predictTrend,
	startTrend,
	updateTrend,
	type TrendState
} from '../../../src/core/change/index.js';
import { solveSpd } from '../../../src/core/math/index.js';
import { normal, seededRandom } from '../../../sim/random.js';

const QUIET = { ...BACK_TREND, surpriseSds: 1e9 };

function run(values: readonly number[], days: number, variance = 1): TrendState {
	let state = markFit(startTrend(values[0] as number, variance, QUIET));
	for (const v of values.slice(1)) state = updateTrend(predictTrend(state, days, QUIET), v, variance, QUIET);
	return state;
}

describe('the level filter', () => {
	it('believes a constant, more surely than the plain difference of two visits', () => {
		for (const visits of [3, 24]) {
			const change = changeSinceFit(run(Array<number>(visits).fill(80), 28));
			expect(change.mm).to.be.closeTo(0, 1e-9);
			expect(change.varianceMm2).to.be.below(1 + 1);
		}
	});

	it('follows a ramp and knows its slope', () => {
		const state = run(
			Array.from({ length: 20 }, (_, i) => 80 - 0.5 * i),
			28,
			0.2
		);
		expect(changeSinceFit(state).mm).to.be.closeTo(-9.5, 1);
		expect(state.slopeMmPerDay).to.be.within((-0.5 / 28) * 1.3, (-0.5 / 28) * 0.4);
	});

	it('carries the fitted day’s own error: one visit after the fit doubts both', () => {
		const state = run([80, 80], 0.001, 1);
		expect(changeSinceFit(state).varianceMm2).to.be.within(0, 2);
		const far = run([80, 86], 400, 1);
		expect(changeSinceFit(far).varianceMm2).to.be.within(1.2, 3);
	});

	it('equals the direct Gaussian solution for a wandering level', () => {
		// With slope switched off the model is a random walk seen with noise; its posterior mean is a linear system.
		const model = { ...QUIET, slopeSdMmPerDay: 1e-9 };
		const random = seededRandom(5);
		const y = Array.from({ length: 6 }, () => 80 + 3 * normal(random));
		const [q, r] = [model.levelMm2PerDay * 30, 1.3];
		let state = startTrend(y[0] as number, r, model);
		for (const v of y.slice(1)) state = updateTrend(predictTrend(state, 30, model), v, r, model);
		const n = y.length;
		const a = new Float64Array(n * n);
		for (let i = 0; i < n; i++) {
			a[i * n + i] = 1 / r + (i > 0 ? 1 / q : 0) + (i < n - 1 ? 1 / q : 0);
			if (i > 0) a[i * n + i - 1] = a[(i - 1) * n + i] = -1 / q;
		}
		const direct = solveSpd(
			a,
			Float64Array.from(y, (v) => v / r)
		);
		expect(state.levelMm).to.be.closeTo(direct[n - 1] as number, 1e-6);
	});

	it('wakes at a sudden step and says so', () => {
		let state = markFit(startTrend(80, 0.5, BACK_TREND));
		for (let i = 0; i < 8; i++) state = updateTrend(predictTrend(state, 28, BACK_TREND), 80, 0.5, BACK_TREND);
		expect(state.stepped).to.be.false;
		state = updateTrend(predictTrend(state, 28, BACK_TREND), 72, 0.5, BACK_TREND);
		expect(state.stepped).to.be.true;
		expect(changeSinceFit(state).mm).to.be.below(-6.5);
	});

	it('does not run away over ten years without a visit', () => {
		const state = predictTrend(run([80, 78, 76, 74], 28), 3650, QUIET);
		expect(state.levelMm).to.be.within(60, 74);
		expect(state.p[0]).to.be.above(4);
	});
});

describe('forecastLimit', () => {
	const now = { mm: 3, sdMm: 0.5 };
	it('divides what is left by the slope, with a range about it', () => {
		const f = forecastLimit('2026-01-01', now, { mmPerDay: 0.03, sdMmPerDay: 0.01 }, 6);
		expect(f.refitOn).to.equal('2026-04-11');
		expect(String(f.earliest) < String(f.refitOn)).to.be.true;
		expect(String(f.latest) > String(f.refitOn)).to.be.true;
	});
	it('says nothing of a slope smaller than its doubt, or away from the limit', () => {
		for (const mmPerDay of [0.005, -0.03])
			expect(forecastLimit('2026-01-01', now, { mmPerDay, sdMmPerDay: 0.01 }, 6).refitOn).to.be.null;
	});
	it('is today when the limit is passed, and never beyond two years', () => {
		expect(forecastLimit('2026-01-01', { mm: 7, sdMm: 1 }, { mmPerDay: 0.03, sdMmPerDay: 0.01 }, 6).refitOn).to.equal(
			'2026-01-01'
		);
		expect(forecastLimit('2026-01-01', now, { mmPerDay: 0.003, sdMmPerDay: 0.001 }, 6).refitOn).to.be.null;
	});
});
