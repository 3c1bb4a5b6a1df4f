import { expect } from 'chai';
import { foresight, factored, predict, update, type Belief, type Layout } from '../../src/core/change/jointState.js';
import type { Matrix } from '../../src/core/math/index.js';

/** Annual flow of the Nile at Aswan 1871 to 1900, 10^8 m3 (Cobb 1978; the state-space textbooks' series; values from memory). */
const NILE = [
	1120, 1160, 963, 1210, 1160, 1160, 813, 1230, 1370, 1140, 995, 935, 1110, 994, 1020, 960, 1180, 799, 958, 1140, 1100,
	1210, 1150, 1250, 1260, 1220, 1030, 1100, 774, 840
];
/** Variances of the local level model, of flows in 10^10 m3 (Durbin & Koopman, Time Series Analysis by State Space Methods; from memory). */
const [OBSERVED, LEVEL] = [1.5099, 0.14691];

const LAYOUT: Layout = { levels: 1, parts: 0, habits: 0 };
const ONE: Matrix = { rows: 1, cols: 1, at: Float64Array.of(1) };
/** A slope that dies at once leaves a level that only wanders: the local level model. */
const DAMPING = 1e-4;
const PER_STEP = Math.sqrt(LEVEL / (2 * DAMPING));

const FLOWS = NILE.map((flow) => flow / 100);
const seen = (belief: Belief, value: number): Belief => {
	const visit = factored({ rows: 1, cols: 1, at: Float64Array.of(1 / OBSERVED) }, Float64Array.of(value / OBSERVED));
	return update(belief, LAYOUT, visit, foresight(belief, LAYOUT, visit));
};
const start: Belief = { mean: Float64Array.of(0, 0), cov: { rows: 2, cols: 2, at: Float64Array.of(1e3, 0, 0, 0) } };
const filtered = FLOWS.reduce<Belief[]>((all, flow) => {
	const before = all.at(-1);
	return [
		...all,
		seen(before ? predict(before, LAYOUT, 1, ONE, { perWeek: PER_STEP, dampingWeeks: DAMPING }) : start, flow)
	];
}, []);

describe('the filter of the engine on the Nile', () => {
	it('is the textbook’s recursion of one level, year by year', () => {
		let [mean, variance] = [0, 1e3];
		FLOWS.forEach((flow, i) => {
			if (i > 0) variance += LEVEL;
			const gain = variance / (variance + OBSERVED);
			mean += gain * (flow - mean);
			variance *= 1 - gain;
			expect((filtered[i] as Belief).mean[0], `year ${1871 + i}`).to.be.closeTo(mean, 0.02);
			expect((filtered[i] as Belief).cov.at[0]).to.be.closeTo(variance, variance / 200);
		});
	});

	it('settles at the textbook’s variance: the steady state of the filter solves p² = p q + q r', () => {
		const steady = (LEVEL + Math.sqrt(LEVEL ** 2 + 4 * LEVEL * OBSERVED)) / 2;
		const settled = (steady * OBSERVED) / (steady + OBSERVED);
		expect(filtered.at(-1)?.cov.at[0]).to.be.closeTo(settled, settled / 200);
		// 4032: the filtered variance printed in the book (from memory).
		expect(1e4 * settled).to.be.closeTo(4032, 2);
	});
});
