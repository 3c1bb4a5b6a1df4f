import { expect } from 'chai';
import { measureNext } from '../../../src/core/call/measureNext.js';
import { LIMITS, sideChanges, type SideChange, type StationChange } from '../../../src/core/change/index.js';
import { changeOf } from '../../support/changes.js';
import { seededRandom, normal } from '../../../sim/random.js';

const near = (c: StationChange) => sideChanges('T8', c)[0] as SideChange;
const next = (c: StationChange) => measureNext(near(c), c, LIMITS.close);

describe('what to measure next', () => {
	it('says nothing where the call is sure', () => {
		expect(next(changeOf(-1, -1, 0.5))).to.equal(undefined);
		expect(next(changeOf(-12, -12, 0.5))).to.equal(undefined);
	});

	it('near a limit, a single tracing wants another one today', () => {
		const calm = { sharedVar: 0.04, ownSdMm: 2.1 };
		const found = next(
			changeOf(-5.5, -2, 1.4, {
				counted: 1,
				noise: calm,
				slopes: { near: 0, off: 0, both: 0, variance: 1e-3 }
			})
		);
		expect(found?.what).to.equal('one-more');
		expect(found?.doubtThen).to.be.below(found?.doubtNow as number);
	});

	it('with three tracings and a slope towards the limit, waiting tells more than a fourth', () => {
		const found = next(changeOf(-6, -6, 0.8, { slopes: { near: -0.06, off: -0.06, both: -0.06, variance: 1e-5 } }));
		expect(found?.what).to.equal('another-visit');
		expect(found?.inWeeks).to.be.above(1);
	});

	it('speaks of the limit that is nearest', () => {
		expect(next(changeOf(-4.1, -1, 0.8))?.limitMm).to.equal(LIMITS.close.watchLossMm);
		expect(next(changeOf(-6.2, -1, 0.8))?.limitMm).to.equal(LIMITS.close.refitLossMm);
	});

	it('the doubt it promises is the one that comes, over many draws', () => {
		const c = changeOf(-5.6, -5.6, 0.7, { slopes: { near: 0, off: 0, both: 0, variance: 0 } });
		const found = next(c);
		expect(found?.what).to.equal('another-visit');
		const random = seededRandom(7);
		const prior = near(c).sdMm ** 2 + 0.004 * 7 * (found?.inWeeks ?? 0);
		const read = c.noise.ownSdMm ** 2 / 3 + c.noise.sharedVar;
		const after = 1 / (1 / prior + 1 / read);
		let wrong = 0;
		const draws = 20_000;
		for (let i = 0; i < draws; i++) {
			const truth = 5.6 + Math.sqrt(prior) * normal(random);
			const measured = truth + Math.sqrt(read) * normal(random);
			const believed = after * (5.6 / prior + measured / read);
			if (believed > 6 !== truth > 6) wrong++;
		}
		expect(found?.doubtThen).to.be.closeTo(wrong / draws, 0.02);
	});
});
