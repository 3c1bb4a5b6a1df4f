import { expect } from 'chai';
import { readSheet } from '../../../src/core/photo/index.js';
import { trimTails } from '../../../src/core/photo/trimTails.js';
import { seededRandom } from '../../../sim/random.js';
import { sheetPhoto, type SheetScene } from '../../../sim/sheetPhoto.js';
import { meanDistanceMm } from '../../support/pictures.js';
import { trueCurve } from '../../support/shapes.js';

const curve = trueCurve('T8');
const points = Array.from(curve.xMm, (x, i) => [x, curve.yMm[i] as number] as const);
function read(sheet: 'a2' | 'a3', date: NonNullable<SheetScene['date']>, seed: number) {
	const [longMm, shortMm] = sheet === 'a2' ? [594, 420] : [420, 297];
	const scene = { longMm, shortMm, points, widthPx: 1400, heightPx: 1050, date };
	return readSheet(sheetPhoto(scene, seededRandom(seed)), sheet);
}

describe('a date written on the sheet', function () {
	this.timeout(300_000);

	it('close to a plain arch on A2 is no second line', () => {
		const line = read('a2', 'beside', 77);
		expect(meanDistanceMm(points, line)).to.be.below(2.2);
	});

	it('under the end of the line is not followed into, and raises a doubt', () => {
		const line = read('a3', 'under-end', 77);
		expect(line.quality.warnings).to.include('line-end-doubtful');
		expect(line.quality.score).to.be.below(0.8);
		const deepest = Math.min(...points.map(([, y]) => y));
		expect(Math.min(...line.yMm)).to.be.above(deepest - 4);
	});
});

describe('trimTails', () => {
	const line = (ink: (mm: number) => number, mm = 300) => {
		const n = 2 * mm;
		return {
			xMm: Float64Array.from({ length: n }, (_, i) => i / 2),
			yMm: new Float64Array(n),
			ink: Float64Array.from({ length: n }, (_, i) => ink(i / 2))
		};
	};
	/** Figures: two mm of ink, two without. */
	const figures = (mm: number): number => (mm % 4 < 2 ? 1 : 0);

	it('cuts at the break beyond which ink comes and goes, at either end', () => {
		const right = trimTails(line((mm) => (mm < 260 ? 1 : figures(mm))));
		expect([right.trimmed, right.line.xMm.at(-1)]).to.deep.equal([true, 261.5]);
		const left = trimTails(line((mm) => (mm > 40 ? 1 : figures(mm))));
		expect(left.trimmed).to.be.true;
		expect(left.line.xMm[0]).to.be.within(36, 41);
	});
	it('leaves a line with a gap near its end, and one that is inked all along', () => {
		for (const ink of [() => 1, (mm: number) => (mm > 280 && mm < 284 ? 0 : 1)])
			expect(trimTails(line(ink)).trimmed).to.be.false;
	});
	it('leaves an end that fades, as under a pen lifted early', () => {
		const rough = (mm: number): number => 0.12 * Math.sin(9 * mm);
		const faded = line((mm) => (mm < 250 ? 1 : 1 - (0.75 * (mm - 250)) / 50 + rough(mm)));
		expect(trimTails(faded).trimmed).to.be.false;
	});
	it('leaves figures alone that stand far from the ends', () =>
		expect(trimTails(line((mm) => (mm > 100 && mm < 180 ? figures(mm) : 1))).trimmed).to.be.false);
});
