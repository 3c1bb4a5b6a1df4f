import { expect } from 'chai';
import { Matrix, solve } from 'ml-matrix';
import { smoothLevels, type Measured, type TrendModel } from '../../src/core/change/index.js';

/** Annual flow of the Nile at Aswan 1871 to 1900, 10^8 m3 (Cobb 1978; the state-space textbooks' series; values from memory). */
const NILE = [
	1120, 1160, 963, 1210, 1160, 1160, 813, 1230, 1370, 1140, 995, 935, 1110, 994, 1020, 960, 1180, 799, 958, 1140, 1100,
	1210, 1150, 1250, 1260, 1220, 1030, 1100, 774, 840
];
/** Variances of the local level model (Durbin & Koopman, Time Series Analysis by State Space Methods; from memory). */
const [OBSERVED, LEVEL] = [15_099, 1469.1];

/** The model with its slope switched off is the local level model. */
const WALK: TrendModel = {
	levelMm2PerDay: LEVEL,
	slopeSdMmPerDay: 1e-9,
	slopeFadeDays: 1,
	surpriseSds: Infinity,
	stepSdMm: 0
};
const years = NILE.map((mm, day): Measured => ({ day, mm, varianceMm2: OBSERVED }));

describe('the smoother on the Nile', () => {
	it('equals the direct solution of the Gaussian system (ml-matrix), mean and variance', () => {
		const n = NILE.length;
		const a = Matrix.zeros(n, n);
		for (let i = 0; i < n; i++) {
			a.set(i, i, 1 / OBSERVED + (i > 0 ? 1 / LEVEL : 1e-4 * 1e-4) + (i < n - 1 ? 1 / LEVEL : 0));
			if (i > 0) {
				a.set(i, i - 1, -1 / LEVEL);
				a.set(i - 1, i, -1 / LEVEL);
			}
		}
		const mean = solve(a, Matrix.columnVector(NILE.map((v) => v / OBSERVED)));
		const covariance = solve(a, Matrix.eye(n));
		// The start is unknown to within 100, not wholly: the first years lean on it.
		smoothLevels(
			years.map((y) => ({ ...y, mm: y.mm - 1100 })),
			WALK
		).forEach(({ mm, varianceMm2 }, i) => {
			if (i < 8) return;
			expect(mm + 1100, `year ${1871 + i}`).to.be.closeTo(mean.get(i, 0), 1);
			expect(varianceMm2).to.be.closeTo(covariance.get(i, i), 20);
		});
	});

	it('settles at the textbook’s variance: the steady state of the filter solves p² = p q + q r', () => {
		const steady = (LEVEL + Math.sqrt(LEVEL ** 2 + 4 * LEVEL * OBSERVED)) / 2;
		const filtered = (steady * OBSERVED) / (steady + OBSERVED);
		const last = smoothLevels(years, WALK)[NILE.length - 1];
		expect(last?.varianceMm2).to.be.closeTo(filtered, 5);
		// 4032: the filtered variance printed in the book (from memory).
		expect(filtered).to.be.closeTo(4032, 2);
	});

	it('nothing measured is nothing smoothed; one measurement is itself', () => {
		expect(smoothLevels([], WALK)).to.deep.equal([]);
		const [only] = smoothLevels([{ day: 0, mm: 7, varianceMm2: 1e-6 }], WALK);
		expect(only?.mm).to.be.closeTo(7, 1e-3);
	});
});
