import { expect } from 'chai';
import {
	alignToReference,
	bandHalfWidthMm,
	consensusCurve,
	fitPose,
	makeReference,
	normalDistances,
	removePose,
	repeatDifference,
	walkSide,
	type Curve
} from '../../../src/core/curve/index.js';
import { seededRandom } from '../../../sim/random.js';
import { drawTracing, USUAL_HAND } from '../../../sim/trace.js';
import { makeCurve } from '../../../src/core/curve/index.js';
import { BACK, posed, STILL, trueCurve } from '../../support/shapes.js';

const reference = makeReference(consensusCurve([trueCurve('T8')]));
const band = (c: Curve, side: 'near' | 'off'): number => bandHalfWidthMm(walkSide(c, side)) as number;
const changeOf = (c: Curve, side: 'near' | 'off'): number =>
	band(alignToReference(reference, c), side) - band(trueCurve('T8'), side);

describe('alignToReference', () => {
	it('leaves the same curve where it is', () => {
		for (const side of ['near', 'off'] as const) expect(Math.abs(changeOf(trueCurve('T8'), side))).to.be.below(0.15);
	});

	it('takes most of a tilted sheet and a misplaced apex out again', () => {
		for (const [turn, dx] of [
			[1.5, 0],
			[-2, 0],
			[0, 2],
			[1.5, -2]
		] as const) {
			const moved = posed(trueCurve('T8'), turn, dx);
			const raw = band(moved, 'near') - band(trueCurve('T8'), 'near');
			for (const side of ['near', 'off'] as const)
				expect(Math.abs(changeOf(moved, side))).to.be.below(Math.abs(raw) * 0.45 + 0.2);
		}
	});

	it('keeps loss that is alike on both sides', () => {
		const lost = trueCurve('T8', { nearMm: -6, offMm: -6 });
		expect(changeOf(lost, 'near')).to.be.closeTo(-6, 1);
		expect(changeOf(lost, 'off')).to.be.closeTo(-6, 1);
	});

	it('does not explain one-sided loss away as tilt', () => {
		const lost = trueCurve('T8', { nearMm: -10, offMm: 0 });
		expect(changeOf(lost, 'near')).to.be.below(-7);
		expect(Math.abs(changeOf(lost, 'off'))).to.be.below(2.5);
	});

	it('bears a curve cut short', () => {
		const short = makeCurve(
			Array.from(trueCurve('T8').xMm, (x, i) => [x, trueCurve('T8').yMm[i] as number] as const).filter(
				(p) => p[1] > -115
			)
		);
		const aligned = alignToReference(reference, posed(short, 1));
		expect(aligned.xMm.every(Number.isFinite)).to.be.true;
	});
});

describe('fitPose and removePose', () => {
	it('removing a pose undoes it exactly', () => {
		const pose = { shiftXMm: 1.4, shiftYMm: -0.3, turnRad: 0.02 };
		const back = removePose(posed(trueCurve('T8'), (0.02 * 180) / Math.PI, 1.4, -0.3), pose);
		back.xMm.forEach((x, i) => expect(x).to.be.closeTo(trueCurve('T8').xMm[i] as number, 1e-9));
	});

	it('believes small poses and no distance at all is no pose', () => {
		const none = fitPose(reference, normalDistances(reference, reference.curve));
		expect(Math.abs(none.turnRad)).to.be.below(1e-6);
		const turned = fitPose(reference, normalDistances(reference, posed(trueCurve('T8'), 1.5)));
		expect(turned.turnRad).to.be.within(0.012, 0.032);
	});
});

describe('consensusCurve', () => {
	it('of many tracings comes closer to the truth than one', () => {
		const random = seededRandom(3);
		const draw = () => makeCurve(drawTracing(BACK.T8, STILL, { ...USUAL_HAND, badShare: 0 }, random));
		const off = (c: Curve) =>
			Math.abs(band(c, 'near') - band(trueCurve('T8'), 'near')) +
			Math.abs(band(c, 'off') - band(trueCurve('T8'), 'off'));
		const singles = Array.from({ length: 12 }, draw);
		const mean = singles.reduce((sum, c) => sum + off(c), 0) / singles.length;
		expect(off(consensusCurve(singles))).to.be.below(mean * 0.7);
	});

	it('is not moved by one bad tracing among three', () => {
		const bad = posed(trueCurve('T8'), 9);
		const middle = consensusCurve([trueCurve('T8'), bad, trueCurve('T8')]);
		expect(band(middle, 'near')).to.be.closeTo(band(trueCurve('T8'), 'near'), 0.3);
	});

	it('does not jump where one of the tracings ends', () => {
		const long = posed(trueCurve('T8', { nearMm: 4, offMm: 4 }), 0);
		const short = makeCurve(
			Array.from(long.xMm, (x, i) => [x * 0.95, long.yMm[i] as number] as const).filter((p) => p[1] > -110)
		);
		const c = consensusCurve([long, short]);
		for (let i = 1; i < c.xMm.length; i++)
			expect(
				Math.hypot((c.xMm[i] as number) - (c.xMm[i - 1] as number), (c.yMm[i] as number) - (c.yMm[i - 1] as number))
			).to.be.below(6);
	});
});

describe('repeatDifference', () => {
	it('names size, side and depth of the largest difference', () => {
		const d = repeatDifference(trueCurve('T8'), trueCurve('T8', { nearMm: -7, offMm: 0 }));
		expect(d?.side).to.equal('near');
		expect(d?.mm).to.be.within(4.5, 9);
		expect(d?.depthMm).to.be.within(55, 120);
	});

	it('says nothing of paper tilt alone', () =>
		expect(repeatDifference(trueCurve('T8'), posed(trueCurve('T8'), 1.2))?.mm).to.be.below(1.5));
});
