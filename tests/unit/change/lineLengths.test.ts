import { expect } from 'chai';
import { lengthEvidence, type VisitLines } from '../../../src/core/change/lineLengths.js';

const visit = (lengthsMm: readonly number[], drawnBy = 'T8 |'): VisitLines =>
	lengthsMm.map((mm) => ({ drawnBy, log: Math.log(mm) }));
/** A hand that draws lines of 430 mm, give or take 20. */
const BEFORE = [
	[445, 410, 436],
	[420, 450, 428],
	[402, 441, 433],
	[455, 425, 415],
	[431, 409, 447],
	[438, 418, 452]
].map((mm) => visit(mm));
const SMALLER = [-0.05, 0.02] as const;
const LARGER = [0.05, 0.02] as const;

describe('lengths of lines as a witness of their size', () => {
	it('lines that are all short speak for a copy that came out small, and against one too large', () => {
		const of = lengthEvidence(visit([405, 398, 410]), BEFORE);
		expect(of(...SMALLER)).to.be.above(0.8);
		expect(of(...LARGER)).to.be.below(-0.5);
	});

	it('lines as long as ever speak against either', () => {
		const of = lengthEvidence(visit([428, 433, 425, 431, 436, 429, 440, 422, 430]), BEFORE);
		expect(of(...SMALLER)).to.be.below(-0.5);
		expect(of(...LARGER)).to.be.below(-0.5);
	});

	it('more lines say more; one that broke off says little', () => {
		const short = [405, 398, 410];
		const three = lengthEvidence(visit(short), BEFORE)(...SMALLER);
		const nine = lengthEvidence(visit([...short, ...short, ...short]), BEFORE)(...SMALLER);
		expect(nine).to.be.above(three + 0.5);
		expect(lengthEvidence(visit([429, 220, 431]), BEFORE)(...SMALLER)).to.be.below(1);
	});

	it('however short, it is never taken for proof: people end a line for reasons of their own', () => {
		const of = lengthEvidence(visit(Array.from({ length: 9 }, () => 300)), BEFORE);
		expect(of(...SMALLER)).to.be.below(3);
	});

	it('a hand or a station that is not known says nothing, nor does a single visit before', () => {
		expect(lengthEvidence(visit([405, 398, 410], 'T13 |'), BEFORE)(...SMALLER)).to.equal(0);
		expect(lengthEvidence(visit([405, 398, 410], 'T8 B|'), BEFORE)(...SMALLER)).to.equal(0);
		expect(lengthEvidence(visit([405, 398, 410]), BEFORE.slice(0, 1))(...SMALLER)).to.equal(0);
	});

	it('a hand whose lines are of any length says less than one that stops where it stopped before', () => {
		const any = BEFORE.map((lines) => lines.map((l, i) => ({ ...l, log: l.log + 0.12 * (i - 1) })));
		const short = visit([405, 398, 410]);
		expect(lengthEvidence(short, any)(...SMALLER)).to.be.below(lengthEvidence(short, BEFORE)(...SMALLER));
	});
});
