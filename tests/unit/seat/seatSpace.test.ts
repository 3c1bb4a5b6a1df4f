import { expect } from 'chai';
import {
	bearingCsv,
	seatOf,
	type BackSection,
	type Point,
	type SaddleSection,
	type SeatCase
} from '../../../src/core/seat/index.js';
import { bearingView } from '../../../src/core/seat/fitDayView.js';
import { seatSpace } from '../../../src/core/seat/seatSpace.js';

const flat = (sMm: number, yMm: number): BackSection => ({
	sMm,
	toplineYMm: 0,
	points: Array.from({ length: 41 }, (_, i): Point => [-200 + 10 * i, yMm])
});
const bars = (sMm: number, yMm: number): SaddleSection => ({
	sMm,
	near: [
		[-120, yMm],
		[-40, yMm]
	],
	off: [
		[40, yMm],
		[120, yMm]
	]
});
const given = (back: readonly BackSection[], saddle: readonly SaddleSection[]): SeatCase => ({
	back: { sections: back, spineHalfWidthMm: 25 },
	saddle: { sections: saddle, offsetMm: 100 },
	kKpaPerMm: 1,
	loads: [{ weightN: 600, sMm: 300, xMm: 0 }],
	pads: [],
	gridMm: 20,
	limits: { clearanceFrontMinMm: -Infinity, pitchMaxDeg: 90, rollMaxDeg: 90 }
});

describe('a seat in space', () => {
	it('flat on flat: skin and bars lie at one height, the bars over what bears, near at the left', () => {
		const back = [flat(40, -5), flat(560, -5)];
		const space = seatSpace(back, seatOf(given(back, [bars(0, 0), bars(400, 0)])));
		for (const p of space.skin.flat()) expect(p[1]).to.equal(-5);
		expect(space.skin[0]?.[0]?.[2]).to.equal(40);
		expect(space.skin.at(-1)?.[0]?.[2]).to.equal(560);
		for (const side of ['near', 'off'] as const) {
			const all = space.bars[side].flat();
			for (const p of all) expect(p?.[1]).to.equal(-5);
			expect(Math.min(...all.map((p) => Math.abs(p?.[0] ?? 0)))).to.equal(40);
			expect(Math.max(...all.map((p) => Math.abs(p?.[0] ?? 0)))).to.equal(120);
			expect([all[0]?.[2], all.at(-1)?.[2]]).to.deep.equal([100, 500]);
			expect(Math.sign(all[0]?.[0] ?? 0)).to.equal(side === 'near' ? -1 : 1);
		}
	});
	it('where the back falls away the bars stand as far above it as the gap is', () => {
		// A middle 30 mm lower than both ends: the bars, straight, sink a little on a firm bed.
		const back = [flat(40, 0), flat(250, -30), flat(350, -30), flat(560, 0)];
		const seat = seatOf({ ...given(back, [bars(0, 0), bars(400, 0)]), kKpaPerMm: 8 });
		const space = seatSpace(back, seat);
		const middle = space.bars.near.find((row) => row[0]?.[2] !== undefined && Math.abs((row[0][2] ?? 0) - 300) < 12);
		expect((middle?.[0]?.[1] ?? -30) + 30).to.be.closeTo(seat.middleGapMm ?? -1, 3);
		expect((middle?.[0]?.[1] ?? -30) + 30).to.be.above(5);
	});
	it('where no back was traced no bar stands', () => {
		const back = [flat(40, 0), flat(400, 0)];
		const space = seatSpace(
			back,
			seatOf({ ...given(back, [bars(0, 0), bars(400, 0)]), loads: [{ weightN: 600, sMm: 250, xMm: 0 }] })
		);
		expect(space.bars.near.at(-1)?.every((p) => p === null)).to.equal(true);
		expect(Math.max(...space.skin.flat().map((p) => p[2]))).to.equal(400);
	});
	it('what bears is written cell by cell, as CSV, and adds up to the load', () => {
		const back = [flat(40, -5), flat(560, -5)];
		const seat = seatOf(given(back, [bars(0, 0), bars(400, 0)]));
		const text = bearingCsv(bearingView(seat), seatSpace(back, seat));
		const [head, ...lines] = text.trimEnd().split('\r\n');
		expect(head).to.equal('side,s_mm,x_mm,y_mm,share_of_even');
		expect(lines).to.have.length(seat.bed.cells.count);
		const shares = lines.map((l) => Number(l.split(',')[4]));
		expect(shares.reduce((sum, v) => sum + v, 0) / shares.length).to.be.closeTo(1, 0.01);
		expect(lines[0]).to.match(/^near,1\d\d\.\d,-\d+\.\d,-5\.0,1\.00$/);
	});
});
