import { expect } from 'chai';
import {
	bankChange,
	markBank,
	SHARED_PRIOR,
	startBank,
	stepBank,
	type Bank
} from '../../../src/core/change/levelBank.js';
import { normal, seededRandom } from '../../../sim/random.js';

/** A bank fed with monthly readings of a true course, marked at the first. */
function fed(course: (month: number) => number, months: number, noiseMm: number, seed = 1): Bank {
	const random = seededRandom(seed);
	let bank = markBank(startBank(course(0) + noiseMm * normal(random), 0.3, SHARED_PRIOR.mean));
	for (let i = 1; i <= months; i++) bank = stepBank(bank, 30, course(i) + noiseMm * normal(random), 0.3).bank;
	return bank;
}
const total = (bank: Bank) => bank.flat().reduce((s, m) => s + m.weight, 0);

describe('several filters beside one another', () => {
	it('share one unit of belief, whatever comes in', () => {
		for (const bank of [fed(() => 0, 30, 1), fed((m) => (m > 9 ? 40 : 0), 20, 1), fed((m) => -m, 15, 3)])
			expect(total(bank)).to.be.closeTo(1, 1e-4);
	});

	it('a still back: the change is held near nothing, more surely as visits come in', () => {
		const [few, many] = [bankChange(fed(() => 5, 3, 1)), bankChange(fed(() => 5, 24, 1))];
		expect(Math.abs(many.mm)).to.be.below(1.5);
		expect(many.varianceMm2).to.be.below(1.5);
		expect(few.varianceMm2).to.be.above(0.4);
	});

	it('a step of 9 mm is believed by the second visit after it, and named a step', () => {
		const at = (months: number) => bankChange(fed((m) => (m >= 12 ? -9 : 0), months, 0.8, 3));
		expect(at(11).mm).to.be.above(-2);
		expect(at(13).mm).to.be.below(-7);
		expect(Math.max(at(12).stepChance, at(13).stepChance)).to.be.above(0.3);
	});

	it('one bad reading does not turn a still back over', () => {
		let bank = fed(() => 0, 14, 0.8, 4);
		bank = stepBank(bank, 30, -9, 0.3).bank;
		bank = stepBank(bank, 30, 0.2, 0.3).bank;
		bank = stepBank(bank, 30, -0.3, 0.3).bank;
		expect(Math.abs(bankChange(bank).mm)).to.be.below(2.5);
	});

	it('learns how large the errors are that repeats share', () => {
		const [calm, rough] = [bankChange(fed(() => 0, 30, 0.3, 5)), bankChange(fed(() => 0, 30, 2.4, 5))];
		expect(rough.sharedVar).to.be.above(3 * calm.sharedVar);
		expect(rough.varianceMm2).to.be.above(calm.varianceMm2);
	});

	it('a slow slide is followed', () => {
		const { mm } = bankChange(fed((m) => -0.8 * m, 12, 0.6, 6));
		expect(mm).to.be.closeTo(-9.6, 2);
	});

	it('a gap of ten years leaves it in doubt', () => {
		const before = fed(() => 0, 12, 0.8, 7);
		const after = stepBank(before, 3650, 1, 0.3).bank;
		expect(bankChange(after).varianceMm2).to.be.above(bankChange(before).varianceMm2);
		expect(Number.isFinite(bankChange(after).mm)).to.be.true;
	});
});
