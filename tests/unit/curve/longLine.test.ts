import { expect } from 'chai';
import {
	cleanCurve,
	cutsOf,
	frameFor,
	heightAt,
	makeCurve,
	meanLongLine,
	measureLongLine,
	radiusOfSagitta,
	type Curve
} from '../../../src/core/curve/index.js';
import { readPointsCsv, writePointsCsv } from '../../../src/core/formats/index.js';
import { codeOf } from '../../support/codes.js';

const line = (f: (x: number) => number, toMm = 470, fromMm = 0): Curve =>
	makeCurve(Array.from({ length: (toMm - fromMm) / 5 + 1 }, (_, i) => [fromMm + 5 * i, f(fromMm + 5 * i)] as const));

describe('the long line', () => {
	it('of a circle has the sagitta and radius of plane geometry, and its low point in the middle', () => {
		const radius = 1000;
		const mid = 245;
		const m = measureLongLine(line((x) => radius - Math.sqrt(radius ** 2 - (x - mid) ** 2)));
		const half = 205;
		expect(m.rockMm).to.be.closeTo(radius - Math.sqrt(radius ** 2 - half ** 2), 0.05);
		expect(m.radiusMm).to.be.closeTo(radius, 3);
		expect(m.lowAtMm).to.be.closeTo(mid, 5);
	});
	it('radius by chord and sagitta: three, four, five (worked by hand: chord 8, sagitta 2, radius 5)', () =>
		expect(radiusOfSagitta(8, 2)).to.equal(5));
	it('a straight line has no rock, one that rises in the middle a negative one', () => {
		expect(measureLongLine(line((x) => 0.02 * x)).rockMm).to.be.closeTo(0, 1e-9);
		expect(measureLongLine(line((x) => -0.02 * x)).radiusMm).to.equal(undefined);
		expect(measureLongLine(line((x) => 8 * Math.sin((Math.PI * (x - 40)) / 410))).rockMm).to.be.closeTo(-8, 0.05);
	});
	it('rock does not hang on how the sheet lay: tilted by 5 degrees it is the same', () => {
		const sunk = (x: number): number => -20 * Math.sin((Math.PI * (x - 40)) / 410);
		const tilted = line((x) => sunk(x) + x * Math.tan((5 * Math.PI) / 180));
		expect(measureLongLine(tilted).rockMm).to.be.closeTo(
			measureLongLine(line(sunk)).rockMm * Math.cos((5 * Math.PI) / 180),
			0.05
		);
	});
	it('turns up behind the withers by the difference of the two slopes', () => {
		const slope = (deg: number): number => Math.tan((deg * Math.PI) / 180);
		const m = measureLongLine(line((x) => (x < 100 ? -x * slope(12) : -100 * slope(12) - (x - 100) * slope(3))));
		expect(m.turnDeg).to.be.closeTo(9, 0.01);
		expect(m.lowAtMm, 'lowest at its end').to.equal(undefined);
	});
	it('shorter than what a saddle bears on, or not from the blade, is refused by name', () => {
		expect(codeOf(() => measureLongLine(line(() => 0, 200)))).to.equal('long-line-short');
		expect(codeOf(() => measureLongLine(line(() => 0, 470, 60)))).to.equal('long-line-short');
	});
	it('needs no arch, which a cut must have; and lies with its front at the blade mark', () => {
		const flat = Array.from({ length: 40 }, (_, i) => [10 * i, -0.01 * i] as const);
		expect(codeOf(() => cleanCurve(flat))).to.equal('curve-too-flat');
		const drawn = cleanCurve(
			flat.map(([x, y]) => [x + 33, y + 7] as const),
			'L100off'
		).curve;
		expect(frameFor('L100off', drawn).xMm[0]).to.equal(0);
		expect(frameFor('L100off', drawn).yMm[0]).to.equal(0);
	});
	it('the mean of repeats is theirs as far as all reach', () => {
		const mean = meanLongLine([line(() => 0), line(() => -4, 400)]) as Curve;
		expect(heightAt(mean, 200)).to.equal(-2);
		expect(Math.max(...mean.xMm)).to.equal(400);
		expect(meanLongLine([])).to.equal(undefined);
	});
	it('travels in the points CSV and is no cut', () => {
		const curve = line((x) => -0.05 * x);
		const tracing = { visitedOn: '2026-03-14', station: 'L100near', repeat: 1, curve };
		const back = readPointsCsv(writePointsCsv([tracing]));
		expect(back.problems).to.deep.equal([]);
		expect(back.tracings[0]?.station).to.equal('L100near');
		expect(cutsOf([tracing, { ...tracing, station: 'T8' }]).map((t) => t.station)).to.deep.equal(['T8']);
	});
});
