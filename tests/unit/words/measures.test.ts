import { expect } from 'chai';
import { METRIC, type Measures } from '../../../src/core/units/index.js';
import {
	changeWords,
	keptOf,
	lengthNumber,
	lengthWords,
	measured,
	measuresFrom,
	onScale,
	plusMinusWords,
	settingScale,
	signedNumber,
	shownLength,
	stretchWords,
	typedMm,
	weightWords
} from '../../../src/words/index.js';
import { formatDay, formatDayShort } from '../../../src/lib/ui/format.js';

const reading = (m: Partial<Measures>) => measuresFrom(() => ({ ...METRIC, ...m }));
const INCHES = { length: 'inch', weight: 'lb' } as const;

describe('figures in the reader’s measures', () => {
	afterEach(() => measuresFrom(() => METRIC));

	it('in mm: a true minus, a sign for a change, none for nothing', () => {
		expect([signedNumber(-7.94), signedNumber(0.3), signedNumber(-0.01)]).to.deep.equal(['−7.9', '+0.3', '0.0']);
		expect([lengthWords(12.6), lengthNumber(-3.14, 1), stretchWords(60, 120)]).to.deep.equal([
			'13 mm',
			'−3.1',
			'60 to 120 mm'
		]);
		expect(plusMinusWords(-5.24, 1.5)).to.equal('−5.2 ± 1.5 mm');
	});
	// An inch is 25.4 mm and a pound 0.45359237 kg by the international agreement of 1959 (from memory).
	it('in inches and pounds by the agreed sizes, as fine as the millimetres were', () => {
		reading(INCHES);
		expect([lengthWords(25.4), lengthWords(254), lengthWords(2.54, 1), lengthWords(-0.04, 1)]).to.deep.equal([
			'1.00 in',
			'10.0 in',
			'0.10 in',
			'0.00 in'
		]);
		expect(plusMinusWords(-5.2, 1.5)).to.equal('−0.20 ± 0.06 in');
		expect(changeWords({ mm: 6.35, sdMm: 1.27, real: true })).to.equal('+0.25 ± 0.10 in');
		expect(stretchWords(60, 120)).to.equal('2.4 to 4.7 in');
		expect(weightWords(500)).to.equal('1102 lb');
	});
	it('a standing sentence is filled, whatever else it says', () => {
		const sentence = 'A finger ({25 mm}), the band {60 to 120 mm}, {kept}.';
		expect(measured(sentence)).to.equal('A finger (25 mm), the band 60 to 120 mm, {kept}.');
		reading(INCHES);
		expect(measured(sentence)).to.equal('A finger (0.98 in), the band 2.4 to 4.7 in, {kept}.');
	});
	it('what is typed in inches is kept in mm, and reads the same again', () => {
		reading(INCHES);
		expect([typedMm(2), typedMm(17.5)]).to.deep.equal([50.8, 444.5]);
		for (const inch of [0.05, 1.25, 16.75]) expect(shownLength(typedMm(inch))).to.be.closeTo(inch, 0.005);
		reading({});
		expect([typedMm(444), shownLength(444)]).to.deep.equal([444, 444]);
	});
	it('a scale is marked in the person’s unit and kept in its own', () => {
		expect(settingScale('mm', 5)).to.deep.equal({ unit: 'mm', per: 1, step: 5, decimals: 0 });
		expect(onScale(-12, settingScale('mm', 3))).to.equal('−12 mm');
		reading(INCHES);
		const [tape, girth, load] = [settingScale('mm', 5), settingScale('cm', 1), settingScale('kg', 1)];
		expect([tape.unit, tape.step, keptOf(18, tape)]).to.deep.equal(['in', 0.2, 457.2]);
		expect([onScale(183, girth), keptOf(72, girth)]).to.deep.equal(['72.0 in', 182.9]);
		expect([onScale(70, load), keptOf(154, load)]).to.deep.equal(['154 lb', 69.9]);
		expect(settingScale('°', 0.5)).to.deep.equal({ unit: '°', per: 1, step: 0.5, decimals: 1 });
	});
});

describe('days in the reader’s style', () => {
	afterEach(() => measuresFrom(() => METRIC));
	const both = () => [formatDay('2026-11-03'), formatDayShort('2026-11-03')];

	it('day first, month first, or as ISO 8601 has them', () => {
		expect(both()).to.deep.equal(['3 Nov 2026', '3 Nov']);
		reading({ days: 'month-day' });
		expect(both()).to.deep.equal(['Nov 3, 2026', 'Nov 3']);
		reading({ days: 'iso' });
		expect(both()).to.deep.equal(['2026-11-03', '2026-11-03']);
	});
});
