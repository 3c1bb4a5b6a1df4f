import { expect } from 'chai';
import {
	bandHalfWidthMm,
	flankSlopeDeg,
	halfWidthAtDepth,
	pocketHollowMm,
	sideAreaCm2,
	walkSide,
	type Curve
} from '../../src/core/curve/index.js';
import { curveOf } from '../support/shapes.js';

/** Closed forms of elementary geometry for shapes whose top is the origin; depth d, half-width w. */
const circle = (r: number): Curve => curveOf((x) => r - Math.sqrt(r * r - x * x), r, 0.05);
const ellipse = (a: number, b: number): Curve => curveOf((x) => b - b * Math.sqrt(1 - (x / a) ** 2), a, 0.05);
const parabola = (p: number): Curve => curveOf((x) => (x * x) / p, 170, 0.05);
const roof = (slope: number): Curve => curveOf((x) => Math.abs(x) * slope, 240, 0.5);

describe('half-widths against closed forms', () => {
	it('circle: w = √(2rd - d²)', () => {
		const walk = walkSide(circle(160), 'off');
		for (const d of [30, 60, 75, 90, 120, 150])
			expect(halfWidthAtDepth(walk, d)).to.be.closeTo(Math.sqrt(320 * d - d * d), 0.01);
	});

	it('ellipse: w = a √(1 - (1 - d/b)²)', () => {
		const walk = walkSide(ellipse(180, 155), 'near');
		for (const d of [30, 60, 90, 120])
			expect(halfWidthAtDepth(walk, d)).to.be.closeTo(180 * Math.sqrt(1 - (1 - d / 155) ** 2), 0.01);
	});

	it('parabola: w = √(p d), and the band mean is ⅔ √p (120^1.5 - 60^1.5) / 60', () => {
		const walk = walkSide(parabola(150), 'off');
		expect(halfWidthAtDepth(walk, 90)).to.be.closeTo(Math.sqrt(150 * 90), 0.01);
		expect(bandHalfWidthMm(walk)).to.be.closeTo(((2 / 3) * Math.sqrt(150) * (120 ** 1.5 - 60 ** 1.5)) / 60, 0.01);
	});
});

describe('areas against closed forms', () => {
	it('parabola to depth d: ⅔ d w', () =>
		expect(sideAreaCm2(walkSide(parabola(150), 'off'))).to.be.closeTo(
			((2 / 3) * 120 * Math.sqrt(150 * 120)) / 100,
			0.01
		));

	it('circle segment to depth h, half of r² acos(1 - h/r) - (r - h) √(2rh - h²)', () => {
		const [r, h] = [150, 120];
		const segment = r * r * Math.acos(1 - h / r) - (r - h) * Math.sqrt(2 * r * h - h * h);
		expect(sideAreaCm2(walkSide(circle(r), 'near'))).to.be.closeTo(segment / 2 / 100, 0.01);
	});

	it('triangle: ½ d w', () =>
		expect(sideAreaCm2(walkSide(roof(0.8), 'off'))).to.be.closeTo((0.5 * 120 * 150) / 100, 1e-6));
});

describe('slope and hollow against closed forms', () => {
	for (const deg of [30, 45, 52])
		it(`a roof of ${deg}° has a flank of ${deg}° and no hollow`, () => {
			const walk = walkSide(roof(Math.tan((deg * Math.PI) / 180)), 'off');
			expect(flankSlopeDeg(walk)).to.be.closeTo(deg, 1e-6);
			expect(Math.abs(pocketHollowMm(walk) as number)).to.be.below(1e-6);
		});

	it('a circle bulges past the chord by r less the chord’s distance from the centre', () => {
		const r = 150;
		const at = (d: number) => [Math.sqrt(2 * r * d - d * d), r - d] as const;
		const [[x1, y1], [x2, y2]] = [at(30), at(120)];
		const chordMiddle = Math.hypot((x1 + x2) / 2, (y1 + y2) / 2);
		expect(pocketHollowMm(walkSide(circle(r), 'off'))).to.be.closeTo(-(r - chordMiddle), 0.05);
	});

	it('a circular hollow is as deep as its sagitta', () => {
		// The flank from 30 to 120 mm is an arc of radius 300 sagging inward from its chord.
		const [chord, radius] = [Math.hypot(90, 90), 300];
		const sagitta = radius - Math.sqrt(radius ** 2 - (chord / 2) ** 2);
		const points: [number, number][] = [
			[-200, -200],
			[0, 0]
		];
		for (let i = 0; i <= 200; i++) {
			const t = i / 200 - 0.5;
			const sag = Math.sqrt(radius ** 2 - (t * chord) ** 2) - (radius - sagitta);
			const along = (t + 0.5) * 90;
			points.push([30 + along - sag / Math.SQRT2, -(30 + along) - sag / Math.SQRT2]);
		}
		points.push([200, -200]);
		const curve = { xMm: Float64Array.from(points, (p) => p[0]), yMm: Float64Array.from(points, (p) => p[1]) };
		expect(pocketHollowMm(walkSide(curve, 'off'))).to.be.closeTo(sagitta, 0.05);
	});
});
