import { expect } from 'chai';
import { jumpChance, JUMPS_AT_FIRST, jumpsAfter, passage } from '../../../src/core/change/passage.js';
import { isJump, KINDS } from '../../../src/core/change/kinds.js';
import { raised } from '../../../src/core/change/followBack.js';
import { jumpTold, NO_WIDTHS, widthAfter } from '../../../src/core/change/widthTrack.js';

const MONTH = 30 / 7;

describe('a back that moves at once', () => {
	it('is thought of before anything is known, and less the longer it stood still', () => {
		const first = jumpChance(JUMPS_AT_FIRST, MONTH);
		expect(first).to.be.within(0.15, 0.4);
		let jumps = JUMPS_AT_FIRST;
		const chances = Array.from({ length: 12 }, () => {
			jumps = jumpsAfter(jumps, 0);
			return jumpChance(jumps, MONTH);
		});
		chances.reduce((before, now) => (expect(now).to.be.below(before), now), first);
		// Never as good as ruled out: eight millimetres must still be seen.
		expect(chances.at(-1)).to.be.above(0.005);
	});

	it('is a little commoner in a longer interval only, and commoner again once it has moved', () => {
		expect(jumpChance(JUMPS_AT_FIRST, 4 * MONTH) / jumpChance(JUMPS_AT_FIRST, MONTH)).to.be.within(1.1, 2);
		const still = jumpsAfter(jumpsAfter(JUMPS_AT_FIRST, 0), 0);
		const moved = jumpsAfter(jumpsAfter(JUMPS_AT_FIRST, 0), 1);
		expect(jumpChance(moved, MONTH)).to.be.above(jumpChance(still, MONTH));
	});

	it('may come from every kind, and all chances make one', () => {
		for (const row of passage(MONTH, 0.2)) {
			expect(row.reduce((a, b) => a + b, 0)).to.be.closeTo(1, 1e-12);
			expect(row.reduce((s, c, i) => s + (isJump(KINDS[i] as (typeof KINDS)[number]) ? c : 0), 0)).to.be.closeTo(
				0.2,
				1e-12
			);
		}
	});
});

describe('the width as drawn as a witness of its own', () => {
	const at = (mm: number) => ({ mm, variance: 3 });
	const track = widthAfter(NO_WIDTHS, at(100), 0);

	it('says nothing without a width to compare with', () => {
		expect(jumpTold(NO_WIDTHS, at(90), 0, MONTH)).to.equal(0);
		expect(jumpTold(track, undefined, 0, MONTH)).to.equal(0);
	});

	it('speaks against a jump where nothing moved and for one where eight millimetres are gone, both ways alike', () => {
		expect(jumpTold(track, at(100), 0, MONTH)).to.be.below(0);
		expect(jumpTold(track, at(92), 0, MONTH)).to.be.above(2);
		expect(jumpTold(track, at(108), 0, MONTH)).to.be.closeTo(jumpTold(track, at(92), 0, MONTH), 1e-12);
	});

	it('takes what was foreseen for no jump', () => {
		expect(jumpTold(track, at(92), -8, MONTH)).to.be.below(0);
	});

	it('raises the chances of jumps to what the width alone gives (Bayes’ rule), and lowers none', () => {
		const by = (still: number, leap: number, step: number): number[] =>
			KINDS.map((kind) => ({ still, leap, step })[kind as string] ?? 0);
		const got = raised(by(0.9, 0.06, 0.04), by(0.9, 0.06, 0.04), 0.2, Math.log(16));
		// By hand: odds 1 : 4 times 16 are 4 : 1.
		expect(got[KINDS.indexOf('leap')] as number).to.be.closeTo(0.48, 1e-9);
		expect(got[KINDS.indexOf('step')] as number).to.be.closeTo(0.32, 1e-9);
		expect(got[KINDS.indexOf('still')] as number).to.be.closeTo(0.2, 1e-9);
		const sure = by(0.1, 0.9, 0);
		expect(raised(sure, sure, 0.2, -3)).to.deep.equal(sure);
	});
});
