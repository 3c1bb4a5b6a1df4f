import { expect } from 'chai';
import { makeCurve, sizeDoubt, type Curve } from '../../../src/core/curve/index.js';
import { betterSheet } from '../../../src/lib/ui/desk/sheetItem.js';
import { posed, trueCurve } from '../../support/shapes.js';

const scaled = (c: Curve, by: number): Curve =>
	makeCurve(Array.from(c.xMm, (x, i) => [x * by, (c.yMm[i] as number) * by]));
const A3_TO = { a2: 594 / 420, a4: 297 / 420 };
const OTHERS = Object.values(A3_TO);
const back = trueCurve('T8');

describe('sizeDoubt', () => {
	it('a line read at its neighbour’s size is doubted, and the right size is named', () => {
		for (const [sheet, scale] of Object.entries(A3_TO)) {
			// Drawn on that paper, read as A3: the line comes out smaller or larger.
			const doubt = sizeDoubt(scaled(back, 1 / scale), [back], OTHERS);
			expect(doubt?.offMm, sheet).to.be.above(8);
			expect(doubt?.better, sheet).to.equal(scale);
			expect(doubt?.betterOffMm, sheet).to.be.below(1);
			expect(doubt && betterSheet('a3', doubt)).to.equal(sheet);
		}
	});
	it('a line of this horse is not doubted: another repeat, another pose, a back that lost 9 mm', () => {
		for (const line of [back, posed(back, 3), trueCurve('T8', { nearMm: -9, offMm: -9 })])
			expect(sizeDoubt(line, [back], OTHERS)).to.be.undefined;
	});
	it('against tracings that may be another horse’s only a size that lies far nearer is told', () => {
		const other = trueCurve('T8', { nearMm: 25, offMm: 25 });
		expect(sizeDoubt(back, [other], [], true)).to.not.be.undefined;
		expect(sizeDoubt(back, [other], [], false)).to.be.undefined;
		expect(sizeDoubt(scaled(back, 1 / A3_TO.a2), [back], OTHERS, false)?.better).to.equal(A3_TO.a2);
	});
	it('the nearest of the other tracings counts, so one that is wrong does not spoil the rest', () =>
		expect(sizeDoubt(back, [scaled(back, 1.41), back], OTHERS)).to.be.undefined);
	it('with nothing to hold it against, only what no horse has is doubted', () => {
		expect(sizeDoubt(back, [], OTHERS)).to.be.undefined;
		expect(sizeDoubt(scaled(back, 2.6), [], OTHERS)?.better).to.be.undefined;
		expect(sizeDoubt(scaled(back, 2.6), [], OTHERS)).to.not.be.undefined;
	});
});
