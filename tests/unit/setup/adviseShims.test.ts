import { expect } from 'chai';
import { problemOf } from '../../../src/core/errors/index.js';
import { adviseShims, setupOn, wedgeAngleDeg, type ShimQuestion } from '../../../src/core/setup/index.js';
import { visitOn } from '../../support/states.js';

const EMPTY = setupOn([], 'S', '2026-01-01');
const ask = (more: Partial<ShimQuestion>) =>
	adviseShims({
		on: '2026-05-01',
		gapsMm: {},
		setup: EMPTY,
		width: 'fits',
		vetFirst: false,
		youngLifts: false,
		stillNoseDown: false,
		twisted: false,
		...more
	});

describe('shims by hand figures (common practice, no source)', () => {
	it('a little thinner than the gap, in steps of 3 mm, on both sides, lifting by t/cos θ on the flank', () => {
		const { steps, refused } = ask({ gapsMm: { 'front-near': 8, 'front-off': 7 }, slopeFrontDeg: 60 });
		expect(refused).to.be.undefined;
		expect(steps).to.have.length(1);
		expect(steps[0]).to.include({ zone: 'front', side: 'both', thicknessMm: 6 });
		expect(steps[0]?.liftMm).to.be.closeTo(12, 1e-9);
		// A gap of just a step takes the step below it.
		expect(ask({ gapsMm: { 'rear-near': 3, 'rear-off': 3 } }).refused).to.equal('nothing-to-fill');
	});

	it('sides that differ by a step or more are filled each by itself, and said to have another cause', () => {
		const { steps, warnings } = ask({ gapsMm: { 'rear-near': 10, 'rear-off': 4 } });
		expect(steps.map((s) => [s.side, s.thicknessMm])).to.deep.equal([
			['near', 9],
			['off', 3]
		]);
		expect(warnings).to.include('sides-unlike');
		expect(ask({ gapsMm: { 'rear-near': 10, 'rear-off': 9 } }).warnings).to.not.include('sides-unlike');
	});

	it('still nose down: one more than is in', () => {
		const setup = setupOn(
			[visitOn('2026-04-01', { 'setup/S/front-near': 6, 'setup/S/front-off': 6 })],
			'S',
			'2026-05-01'
		);
		expect(ask({ setup, stillNoseDown: true }).steps[0]).to.include({ zone: 'front', side: 'both', thicknessMm: 9 });
		expect(ask({ setup, stillNoseDown: false }).refused).to.equal('nothing-to-fill');
	});

	for (const [what, more, code] of [
		['a vet comes first', { vetFirst: true }, 'vet-first'],
		['too narrow', { width: 'narrow' }, 'too-narrow'],
		['a twisted tree', { twisted: true }, 'twisted-tree']
	] as const)
		it(`none where: ${what}`, () => {
			const said = ask({ gapsMm: { 'front-near': 9, 'front-off': 9 }, ...more });
			expect(said.refused).to.equal(code);
			expect(said.steps).to.deep.equal([]);
		});

	it('never in the middle of a young back that lifts; in a weak, dropped one, yes', () => {
		const gapsMm = { 'middle-near': 7, 'middle-off': 7 };
		expect(ask({ gapsMm, youngLifts: true }).refused).to.equal('young-back');
		expect(ask({ gapsMm }).steps[0]).to.include({ zone: 'middle', thicknessMm: 6 });
	});

	it('warns where the pad itself may make the bridge: thick, or packed down (19 mm to under 6 is typical)', () => {
		const gapsMm = { 'middle-near': 7, 'middle-off': 7 };
		const under = (fields: Record<string, number>) => setupOn([visitOn('2026-04-01', fields)], 'S', '2026-05-01');
		expect(ask({ gapsMm, setup: under({ 'setup/S/padMm': 19 }) }).warnings).to.include('pad-makes-bridge');
		expect(ask({ gapsMm, setup: under({ 'setup/S/padMm': 12, 'setup/S/packedMm': 5 }) }).warnings).to.include(
			'pad-makes-bridge'
		);
		expect(ask({ gapsMm, setup: under({ 'setup/S/padMm': 8, 'setup/S/packedMm': 7 }) }).warnings).to.not.include(
			'pad-makes-bridge'
		);
	});

	it('a gap that is no small fault is said to be none', () => {
		const { steps, warnings } = ask({ gapsMm: { 'front-near': 25, 'front-off': 25 } });
		expect(steps[0]?.thicknessMm).to.equal(12);
		expect(warnings).to.include('more-than-small');
	});

	it('a wedge follows the loin where the bar is flatter; its angle is plane geometry', () => {
		expect(ask({ loinDeg: 14, barRearDeg: 9 }).wedgeDeg).to.equal(5);
		expect(ask({ loinDeg: 9, barRearDeg: 9 }).refused).to.equal('nothing-to-fill');
		expect(wedgeAngleDeg(10, 100)).to.be.closeTo(5.7106, 1e-4);
	});

	it('is looked at after two weeks and out by eight', () =>
		expect(ask({ gapsMm: { 'front-near': 8, 'front-off': 8 } })).to.include({
			lookOn: '2026-05-15',
			takeOutBy: '2026-06-26'
		}));

	it('a wedge on no length is refused', () => {
		let code = '';
		try {
			wedgeAngleDeg(5, 0);
		} catch (e) {
			({ code } = problemOf(e));
		}
		expect(code).to.equal('bad-pad');
	});
});
