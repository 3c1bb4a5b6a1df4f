import { expect } from 'chai';
import { guarded, steadyByWidth, type Measured } from '../../../src/core/call/guards.js';
import { LIMITS } from '../../../src/core/change/index.js';

const side = (mm: number, sdMm: number): Measured['worst'] => {
	const ci95 = [mm - 1.96 * sdMm, mm + 1.96 * sdMm] as const;
	return { station: 'T8', side: 'both', mm, sdMm, ci95, real: ci95[0] > 0 || ci95[1] < 0 };
};
const measured = (more: Partial<Measured>): Measured => ({
	worst: side(0, 1),
	plain: undefined,
	detectableMm: 4.8,
	limits: LIMITS.close,
	visits: 1,
	last: undefined,
	...more
});
const plain = (mm: number) => ({ visitedOn: '2026-03-01', mm, variance: 4 });

describe('what holds a verdict to what was measured', () => {
	it('an interval that holds zero begins no refit; the same way at the next visit it does', () => {
		const worst = side(-6.5, 4);
		expect(guarded('refit', measured({ worst }))).to.deep.equal({ verdict: 'watch', guard: 'refit-unsure' });
		const last = { verdict: 'watch', guard: 'refit-unsure', mm: -5 } as const;
		expect(guarded('refit', measured({ worst, last })).verdict).to.equal('refit');
		expect(guarded('refit', measured({ worst, last: { ...last, mm: 5 } })).verdict).to.equal('watch');
		expect(guarded('refit', measured({ worst, last: { ...last, guard: undefined } })).verdict).to.equal('watch');
	});

	it('an estimate under the watch limit begins none either, and takes none back', () => {
		const worst = side(3.5, 1);
		expect(guarded('refit', measured({ worst })).verdict).to.equal('watch');
		const last = { verdict: 'refit', guard: undefined, mm: 6 } as const;
		expect(guarded('refit', measured({ worst, last }))).to.deep.equal({ verdict: 'refit', guard: undefined });
	});

	it('a width beyond what the tracings can show is never steady', () => {
		expect(guarded('steady', measured({ plain: plain(-5), visits: 20 }))).to.deep.equal({
			verdict: 'watch',
			guard: 'plain-beyond'
		});
		expect(guarded('steady', measured({ plain: plain(4.4), visits: 20 })).verdict).to.equal('steady');
	});

	it('on the first two visits after the fitted day the watch limit of its direction is enough', () => {
		for (const visits of [1, 2])
			expect(guarded('steady', measured({ plain: plain(4.4), visits })).verdict).to.equal('watch');
		expect(guarded('steady', measured({ plain: plain(4.4), visits: 1, limits: LIMITS.roomy })).verdict).to.equal(
			'steady'
		);
		expect(guarded('steady', measured({ plain: plain(3.9), visits: 1 })).verdict).to.equal('steady');
	});

	it('the chance of steady by the width alone is that of a normal spread within the limits', () => {
		// By hand: 4 mm are two standard deviations either way.
		expect(steadyByWidth(plain(0), LIMITS.close)).to.be.closeTo(0.9545, 1e-3);
		expect(steadyByWidth(plain(4), LIMITS.close)).to.be.closeTo(0.5, 1e-3);
		expect(steadyByWidth(undefined, LIMITS.close)).to.equal(1);
	});
});
