import { expect } from 'chai';
import { findApex, frameAtApex, measureCurve, REPORTED_DEPTHS_MM, type Curve } from '../../../src/core/curve/index.js';
import { BACK, curveOf, mirrored, posed, STILL, trueCurve } from '../../support/shapes.js';
import { trueHalfWidthMm } from '../../../sim/back.js';

const band = (c: Curve, side: 'near' | 'off'): number => measureCurve(c).sides[side].bandHalfWidthMm as number;

describe('findApex', () => {
	it('believes a drawn origin that the line passes through near its top', () => {
		const turned = posed(
			curveOf((x) => (x * x) / 150, 150),
			2
		);
		expect(findApex(turned)).to.deep.equal({ xMm: 0, yMm: 0 });
	});

	it('finds the highest point of a line drawn anywhere on the sheet', () => {
		const apex = findApex(
			posed(
				curveOf((x) => (x * x) / 150, 150),
				0,
				210,
				340
			)
		);
		expect(apex.xMm).to.be.closeTo(210, 0.1);
		expect(apex.yMm).to.be.closeTo(340, 0.05);
	});

	it('does not take one shaky point for the apex', () => {
		const shaky = posed(
			curveOf((x) => (x * x) / 150, 150, 5),
			0,
			500,
			0
		);
		const spike = shaky.yMm.findIndex((_, i) => Math.abs((shaky.xMm[i] as number) - 530) < 1);
		const y = shaky.yMm.slice();
		y[spike] = 0.5;
		expect(findApex({ xMm: shaky.xMm, yMm: y }).xMm).to.be.closeTo(500, 6);
	});
});

describe('measureCurve', () => {
	it('measures the same wherever the curve lies on the sheet', () => {
		const here = measureCurve(trueCurve('T8'));
		const there = measureCurve(posed(trueCurve('T8'), 0, 420, -77));
		expect(there.sides.near.bandHalfWidthMm).to.be.closeTo(here.sides.near.bandHalfWidthMm as number, 0.1);
		expect(there.sides.off.areaCm2).to.be.closeTo(here.sides.off.areaCm2 as number, 0.1);
	});

	it('gives the true half-widths of a made-up back', () => {
		const m = measureCurve(trueCurve('T8'));
		REPORTED_DEPTHS_MM.forEach((d, i) => {
			if (d <= 120)
				expect(m.sides.near.halfWidthsMm[i]).to.be.closeTo(trueHalfWidthMm(BACK.T8, 'near', d, STILL), 0.25);
		});
	});

	it('sees muscle moved by 5 mm as 5 mm of band, on the side where it moved', () => {
		const moved = trueCurve('T8', { nearMm: -5, offMm: 0 });
		expect(band(moved, 'near') - band(trueCurve('T8'), 'near')).to.be.closeTo(-5, 0.1);
		expect(band(moved, 'off') - band(trueCurve('T8'), 'off')).to.be.closeTo(0, 1e-9);
	});

	it('has no value below the end of the line, and none for a band that is not reached', () => {
		const short = measureCurve(curveOf((x) => (x * x) / 150, 120));
		expect(short.sides.off.halfWidthsMm.slice(0, 4).every((w) => w !== undefined)).to.be.true;
		expect(short.sides.off.halfWidthsMm.slice(4)).to.deep.equal([undefined, undefined]);
		expect(short.sides.off.bandHalfWidthMm).to.be.undefined;
		expect(short.sides.off.areaCm2).to.be.undefined;
		expect(short.lopsidednessPercent).to.be.undefined;
	});

	it('mirroring swaps the sides and turns lopsidedness and tilt about', () => {
		const lopsided = trueCurve('T8', { nearMm: -6, offMm: 2 });
		const [here, there] = [measureCurve(lopsided), measureCurve(mirrored(lopsided))];
		expect(there.sides.off).to.deep.equal(here.sides.near);
		expect(there.lopsidednessPercent).to.be.closeTo(-(here.lopsidednessPercent as number), 1e-9);
		expect(there.symmetryTiltDeg).to.be.closeTo(-(here.symmetryTiltDeg as number), 1e-9);
	});

	it('lopsidedness is (off - near) over their mean, in percent', () => {
		const m = measureCurve(curveOf((x) => (x < 0 ? -x : x / 1.1), 170));
		expect(m.lopsidednessPercent).to.be.closeTo((100 * 0.1) / 1.05, 0.01);
	});

	it('tells the tilt of a symmetric curve within a quarter, without taking it off', () => {
		for (const tilt of [-3, 1.5, 3]) {
			const turned = posed(trueCurve('T13'), -tilt);
			expect(measureCurve(turned).symmetryTiltDeg).to.be.closeTo(tilt, Math.abs(tilt) / 4);
			expect(band(turned, 'off')).not.to.be.closeTo(band(trueCurve('T13'), 'off'), 1);
		}
	});

	it('a deeper pocket is a deeper hollow', () => {
		const flat = measureCurve(trueCurve('T18')).sides.near.hollowMm as number;
		const pocket = measureCurve(trueCurve('T8', { nearMm: -8, offMm: -8 })).sides.near.hollowMm as number;
		expect(pocket).to.be.above(3);
		expect(pocket).to.be.above(flat + 3);
	});

	it('framing twice changes nothing', () => {
		const once = frameAtApex(posed(trueCurve('T8'), 0, 33, 44));
		expect(frameAtApex(once)).to.equal(once);
	});
});
