import { expect } from 'chai';
import { buildOf, followBuild, markDoubts } from '../../../src/core/load/index.js';
import { gainedWords, heightsLine } from '../../../src/words/index.js';

describe('marks found twice', () => {
	const doubts = (m: Partial<Parameters<typeof markDoubts>[0]>) => markDoubts({ last: {}, twoFingersMm: 36, ...m });
	it('in two ways: more than two fingers apart means one is wrong (common practice, no source)', () => {
		expect(doubts({ bladeApartMm: 30, ribApartMm: -36 })).to.deep.equal([]);
		expect(doubts({ bladeApartMm: -40 })).to.deep.equal(['blade-ways']);
		expect(doubts({ ribApartMm: 40 })).to.deep.equal(['rib-ways']);
	});
	it('at two visits: against last time, by the person’s own fingers', () => {
		const last = { bladeToRibMm: 450, lowestMm: 250 };
		expect(doubts({ bladeToRibMm: 480, lowestMm: 220, last })).to.deep.equal([]);
		expect(doubts({ bladeToRibMm: 480, lowestMm: 220, last, twoFingersMm: 28 })).to.deep.equal([
			'length-moved',
			'lowest-moved'
		]);
	});
	it('says nothing where nothing was found before', () => expect(doubts({ bladeToRibMm: 480 })).to.deep.equal([]));
});

describe('withers against croup', () => {
	const at = (on: string, withersCm: number, croupCm: number) => ({ on, withersCm, croupCm });
	it('a young horse that comes up in front is told, a centimetre of tape is not (common practice, no source)', () => {
		expect(followBuild([at('2025-05-01', 146, 150), at('2026-05-01', 150, 151)])).to.deep.include({
			gainedCm: 3,
			real: true
		});
		expect(followBuild([at('2025-05-01', 150, 150), at('2026-05-01', 151, 150)])?.real).to.equal(false);
		expect(followBuild([at('2025-05-01', 150, 150)])).to.equal(undefined);
	});
	it('uphill, level and downhill by more than a tape can tell', () =>
		expect(
			[
				[152, 150],
				[150, 151],
				[147, 150]
			].map(([w, c]) => buildOf(at('2026-01-01', w as number, c as number)))
		).to.deep.equal(['uphill', 'level', 'downhill']));
	it('is said in words', () => {
		expect(heightsLine(at('2026-01-01', 147, 150))).to.equal(
			'withers 147 cm, croup 150 cm: 3 cm lower in front, built downhill'
		);
		expect(gainedWords(3, true)).to.match(/gained 3 cm/);
	});
});
