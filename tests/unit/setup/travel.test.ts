import { expect } from 'chai';
import { readTravel, type TravelFacts } from '../../../src/core/setup/index.js';
import { travelLine } from '../../../src/words/index.js';

const NOTHING: TravelFacts = {
	width: undefined,
	bridges: false,
	girthDrags: false,
	downhillMm: undefined,
	oneSided: false,
	straight: undefined
};
const read = (movedMm: number, more: Partial<TravelFacts> = {}, shifted: 'near' | 'off' | null = null) =>
	readTravel({ movedMm, shifted }, { ...NOTHING, ...more });

describe('where a saddle went (common practice, no source)', () => {
	it('within a hand’s telling it stayed', () => expect(read(8).says).to.equal('stayed'));

	for (const [what, movedMm, more, says, first, last] of [
		['back: too narrow or too little rock', -30, {}, 'slid-back', 'too-narrow', 'girth-line'],
		['back under a saddle that bridges', -30, { bridges: true }, 'slid-back', 'too-little-rock', 'girth-line'],
		['back under a wide one', -30, { width: 'wide' }, 'slid-back', 'too-little-rock', 'too-narrow'],
		['back with a girth that drags', -30, { width: 'wide', girthDrags: true }, 'slid-back', 'girth-line', 'too-narrow'],
		['forward with a girth that drags', 30, { girthDrags: true }, 'slid-forward', 'girth-line', 'downhill'],
		['forward under a wide one', 30, { width: 'wide' }, 'slid-forward', 'too-wide', 'downhill'],
		['forward on a downhill horse', 30, { downhillMm: 40 }, 'slid-forward', 'downhill', 'too-wide'],
		[
			'forward on a level horse in a narrow one',
			30,
			{ downhillMm: 0, width: 'narrow' },
			'slid-forward',
			'girth-line',
			'too-wide'
		]
	] as const)
		it(what, () => {
			const reading = read(movedMm, more);
			expect(reading.says).to.equal(says);
			expect(reading.causes[0]).to.equal(first);
			expect(reading.causes.at(-1)).to.equal(last);
		});

	it('a level horse does not let it slide forward by being downhill', () =>
		expect(read(30, { downhillMm: 5 }).causes).to.not.include('downhill'));

	it('a breast collar only hides that it slides back; forward it holds nothing', () => {
		expect(travelLine(read(-30))).to.match(/breast collar would only hide it/);
		expect(travelLine(read(30))).to.not.match(/collar/);
		expect(travelLine(read(0))).to.equal('');
	});

	it('to a side: a back whose sides changed unlike comes first where that was measured', () => {
		expect(read(0, { oneSided: true }, 'off').causes[0]).to.equal('one-sided-back');
		expect(read(0, {}, 'off').causes[0]).to.equal('crooked-rider');
	});
});
