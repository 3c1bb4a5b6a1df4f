import { expect } from 'chai';
import {
	bearingLength,
	bodyWeightKg,
	carriedShare,
	checkCondition,
	conditionFromRegions,
	CONDITION_REGIONS,
	lengthFit,
	MOST_CARRIED_SHARE,
	usableLengthMm
} from '../../../src/core/load/index.js';
import { conditionWords } from '../../../src/words/index.js';
import { codeOf } from '../../support/codes.js';

describe('length for the bearing surface', () => {
	const input = { bladeToRibMm: 460, swingMm: 70, twoFingersMm: 36 };
	it('is told by both schools (common practice, no source)', () =>
		expect(bearingLength(input)).to.deep.equal({ fingersMm: 424, tapeMm: 460, swingMm: 390 }));
	it('489 mm of panel between tapes 489 mm apart fit from tape to tape, and are too long from two fingers behind', () => {
		const length = bearingLength({ bladeToRibMm: 489, swingMm: undefined, twoFingersMm: 36 });
		const fit = (lengthFrom: 'fingers' | 'tape') =>
			lengthFit(489, usableLengthMm(length, { lengthFrom, place: 'rest' }));
		expect([fit('tape'), fit('fingers')]).to.deep.equal(['fits', 'too-long']);
	});
	it('a saddle set behind the back-swing has only what is left there', () => {
		const length = bearingLength(input);
		expect(usableLengthMm(length, { lengthFrom: 'tape', place: 'swing' })).to.equal(390);
		expect(usableLengthMm({ ...length, swingMm: undefined }, { lengthFrom: 'tape', place: 'swing' })).to.equal(460);
	});
	it('says nothing of a back-swing that was not taken', () =>
		expect(bearingLength({ ...input, swingMm: undefined }).swingMm).to.be.undefined);
	it('a few mm over are tolerable, 25 mm are too long (common practice, no source)', () =>
		expect([420, 428, 440, 449, 480].map((mm) => lengthFit(mm, 424))).to.deep.equal([
			'fits',
			'little-over',
			'over',
			'too-long',
			'too-long'
		]));
});

describe('carried share', () => {
	it('is load over weight', () => expect(carriedShare(90, 450)).to.be.closeTo(MOST_CARRIED_SHARE, 1e-12));
	it('refuses a horse of 3 kg and a rider of half a ton', () => {
		expect(codeOf(() => carriedShare(80, 3))).to.equal('bad-horse-weight');
		expect(codeOf(() => carriedShare(500, 450))).to.equal('bad-load');
		expect(codeOf(() => bodyWeightKg(3, 160))).to.equal('bad-tape');
		expect(codeOf(() => bodyWeightKg(180, NaN))).to.equal('bad-tape');
	});
});

describe('condition', () => {
	it('of the whole is the regions’ mean to the half', () => {
		expect(conditionFromRegions([4, 5, 5])).to.equal(4.5);
		expect(conditionFromRegions([])).to.be.undefined;
	});
	it('takes halves and nothing off the scale', () => {
		expect(checkCondition(4.5)).to.equal(4.5);
		for (const bad of [0, 0.5, 9.5, 4.3, NaN]) expect(codeOf(() => checkCondition(bad))).to.equal('bad-condition');
	});
	it('is described for every region and score, even scores by their neighbours', () => {
		for (const r of CONDITION_REGIONS)
			for (let n = 1; n <= 9; n++) expect(conditionWords(r, n)).to.be.a('string').and.not.contain('undefined');
		expect(conditionWords('ribs', 4)).to.contain(conditionWords('ribs', 3)).and.contain(conditionWords('ribs', 5));
	});
});
