import { expect } from 'chai';
import { seatOf } from '../../../src/core/seat/index.js';
import { sectionViews } from '../../../src/core/seat/sectionView.js';
import { seatCase, type Shape } from '../../support/seats.js';

const cutsOf = (shape: Partial<Shape>, given: Parameters<typeof seatCase>[1] = {}) => {
	const asked = seatCase(shape, given);
	const seat = seatOf(asked);
	const all = sectionViews(asked.back.sections, seat.bed, seat.balanced.pose);
	return { seat, all, cuts: all.filter((c) => c.place !== undefined) };
};
/** Sections close enough that a bow is one. */
const EVERY = Array.from({ length: 19 }, (_, i) => 25 * i);

describe('cuts through saddle and back', () => {
	it('flat on flat is pressed in by mean pressure over stiffness everywhere (Winkler’s bed)', () => {
		const { seat, cuts } = cutsOf({});
		expect(cuts.map((c) => [c.place, c.sMm, c.gapMm])).to.deep.equal([
			['front', 75, 0],
			['middle', 225, 0],
			['rear', 375, 0]
		]);
		const pressed = seat.meanKpa / 1;
		for (const { bars } of cuts)
			for (const { gapMm, yMm, xMm } of [...bars.near, ...bars.off]) {
				expect(gapMm).to.be.closeTo(-pressed, 0.06);
				expect(yMm).to.equal(gapMm);
				expect(Math.abs(xMm)).to.be.within(20, 140);
			}
	});
	it('goes through anywhere, from the first row of the bars to the last', () => {
		const { seat, all } = cutsOf({});
		expect(all.map((c) => c.share)).to.deep.equal([...all.map((c) => c.share)].sort((a, b) => a - b));
		expect([all[0]?.sMm, all.at(-1)?.sMm, all.length]).to.deep.equal([0, 450, 13]);
		for (const c of all) {
			expect(c.row / seat.bed.rows).to.equal(c.share);
			expect(c.sMm).to.be.closeTo(450 * c.share, 0.06);
			expect(c.bars.near.length).to.be.above(2);
		}
	});
	it('a straight bar over a hollow leaves the gap in the middle that its sagitta and the sinking of the ends say', () => {
		const [hollow, weightN] = [24, 200];
		const bow = (_: number, s: number) => -hollow * (1 - ((s - 225) / 225) ** 2);
		const { cuts } = cutsOf({ back: bow, backS: EVERY }, { loads: [{ weightN, sMm: 225, xMm: 0 }] });
		// Stiffness 1: the mean over half the length of what is pressed in, 24u² - gap beyond where it is 0, is the load's.
		const meanMm = (weightN * 1000) / (2 * 120 * 450);
		const pressed = (gap: number) => {
			const u = Math.sqrt(gap / hollow);
			return hollow / 3 - gap - ((hollow * u ** 3) / 3 - gap * u);
		};
		let [low, high] = [0, hollow];
		for (let i = 0; i < 50; i++) {
			const mid = (low + high) / 2;
			if (pressed(mid) > meanMm) low = mid;
			else high = mid;
		}
		const [front, middle, rear] = cuts.map((c) => c.gapMm) as [number, number, number];
		expect(middle).to.be.closeTo(low, 0.4);
		expect(front).to.be.closeTo(rear, 0.2);
		expect(front).to.be.below(middle / 2);
	});
	it('near is left and off is right, and the side that carries more is pressed in further', () => {
		const { cuts } = cutsOf({}, { loads: [{ weightN: 1000, sMm: 225, xMm: 20 }] });
		for (const { bars } of cuts) {
			expect(bars.near.every((p) => p.xMm < 0) && bars.off.every((p) => p.xMm > 0)).to.be.true;
			const deepest = (side: typeof bars.near) => Math.min(...side.map((p) => p.gapMm));
			expect(deepest(bars.off)).to.be.below(deepest(bars.near));
		}
	});
});
