import { expect } from 'chai';
import { readTracingFile, unitAsked } from '../../../src/core/formats/index.js';

const DEPTHS_IN = [0.5, 1, 2, 3, 4, 5];
const WIDTHS_IN = [1.2, 1.9, 2.9, 3.8, 4.6, 5.2];
const widths = [
	'visited_on,station,repeat,depth_mm,near_mm,off_mm',
	...DEPTHS_IN.map((d, i) => `2026-03-14,T8,1,${d},${WIDTHS_IN[i]},${WIDTHS_IN[i]}`)
].join('\n');
const xs = Array.from({ length: 31 }, (_, i) => (i - 15) / 2.54);
const points = [
	'visited_on,station,repeat,x_mm,y_mm',
	...xs.map((x) => `2026-03-14,T8,1,${x.toFixed(4)},${(-0.18 * x * x).toFixed(4)}`)
].join('\n');
const list = xs.map((x) => `${x.toFixed(4)} ${(-0.18 * x * x).toFixed(4)}`).join('\n');
describe('files whose lengths stand in inches or centimetres', () => {
	for (const [kind, text] of Object.entries({ widths, points, list })) {
		it(`${kind} in inches are not taken as mm: the unit is asked about`, () => {
			const { tracings, lines, problems } = readTracingFile(text);
			expect(tracings.length + lines.length).to.equal(0);
			expect(unitAsked(problems)).to.equal('inch');
		});
		it(`and ${kind} read as inches come out 25.4 times as large, with nothing left to ask`, () => {
			const { tracings, lines, problems } = readTracingFile(text, { unit: 'inch' });
			const curve = tracings[0]?.curve ?? lines[0]?.curve;
			const widest = kind === 'widths' ? 5.2 * 25.4 : 150;
			expect(problems).to.deep.equal([]);
			expect(curve?.xMm.at(-1)).to.be.closeTo(widest, 0.01);
		});
	}
	it('centimetres are told from inches by their size', () => {
		const cm = xs.map((x) => `${(x * 2.54).toFixed(3)} ${(-0.18 * x * x * 2.54).toFixed(3)}`).join('\n');
		expect(unitAsked(readTracingFile(cm).problems)).to.equal('cm');
		expect(readTracingFile(cm, { unit: 'cm' }).lines[0]?.curve.xMm.at(-1)).to.be.closeTo(150, 0.01);
	});
	it('of a file in mm nothing is asked', () => {
		const mm = xs.map((x) => `${25.4 * x} ${-0.18 * 25.4 * x * x}`).join('\n');
		expect(unitAsked(readTracingFile(mm).problems)).to.be.undefined;
	});
});
