import { expect } from 'chai';
import {
	cleanCurve,
	curvePoints,
	halfWidthsAtDepths,
	measureCurve,
	walkSide,
	type Curve
} from '../../../src/core/curve/index.js';
import { makeBack } from '../../../sim/back.js';
import { seededRandom } from '../../../sim/random.js';
import { drawTracing, USUAL_HAND } from '../../../sim/trace.js';
import { mirrored } from '../../support/shapes.js';

/** Facts that must hold for any tracing; forty random ones stand for all. */
const random = seededRandom(606);
const drawn: Curve[] = Array.from({ length: 40 }, () => {
	const back = makeBack({ broad: 0.9 + random() * 0.25, pocketMm: random() * 6, lopsidedMm: random() * 4 - 2 });
	const station = (['T8', 'T13', 'T18'] as const)[Math.floor(random() * 3)] ?? 'T8';
	const muscle = { nearMm: random() * 12 - 6, offMm: random() * 12 - 6 };
	return cleanCurve(drawTracing(back[station], muscle, { ...USUAL_HAND, badShare: 0 }, random)).curve;
});

describe('for any tracing', () => {
	it('half-widths grow with depth or fall back only where the flank overhangs', () => {
		for (const curve of drawn)
			for (const side of ['near', 'off'] as const) {
				const widths = halfWidthsAtDepths(walkSide(curve, side), [5, 30, 60, 90, 120]).filter((w) => w !== undefined);
				widths.slice(1).forEach((w, i) => expect(w).to.be.above((widths[i] as number) - 6));
			}
	});

	it('thinning out points that lie on the straight line between neighbours changes nothing', () => {
		for (const curve of drawn.slice(0, 10)) {
			const points = curvePoints(curve);
			const doubled = points.flatMap((p, i) => {
				const next = points[i + 1];
				return next ? [p, [(p[0] + next[0]) / 2, (p[1] + next[1]) / 2] as [number, number]] : [p];
			});
			const [thin, dense] = [measureCurve(curve), measureCurve(cleanCurve(doubled).curve)];
			expect(dense.sides.near.bandHalfWidthMm).to.be.closeTo(thin.sides.near.bandHalfWidthMm as number, 1e-9);
			expect(dense.sides.off.areaCm2).to.be.closeTo(thin.sides.off.areaCm2 as number, 1e-9);
		}
	});

	it('mirroring twice is nothing, mirroring once swaps the sides', () => {
		for (const curve of drawn) {
			expect(measureCurve(mirrored(mirrored(curve)))).to.deep.equal(measureCurve(curve));
			const [a, b] = [measureCurve(curve), measureCurve(mirrored(curve))];
			expect(b.sides.near.bandHalfWidthMm).to.be.closeTo(a.sides.off.bandHalfWidthMm as number, 1e-6);
		}
	});

	it('the band lies between the half-widths at its top and bottom', () => {
		for (const curve of drawn)
			for (const side of ['near', 'off'] as const) {
				const m = measureCurve(curve).sides[side];
				const [top, bottom] = [m.halfWidthsMm[1] as number, m.halfWidthsMm[4] as number];
				expect(m.bandHalfWidthMm).to.be.within(Math.min(top, bottom) - 3, Math.max(top, bottom) + 3);
			}
	});

	it('a flank’s slope is between flat and upright', () => {
		for (const curve of drawn) expect(measureCurve(curve).sides.off.flankSlopeDeg).to.be.within(15, 85);
	});

	it('twice as large a back has twice the width at twice the depth', () => {
		for (const curve of drawn.slice(0, 10)) {
			const twice: Curve = { xMm: curve.xMm.map((x) => 2 * x), yMm: curve.yMm.map((y) => 2 * y) };
			const [w1] = halfWidthsAtDepths(walkSide(curve, 'off'), [60]);
			const [w2] = halfWidthsAtDepths(walkSide(twice, 'off'), [120]);
			expect(w2).to.be.closeTo(2 * (w1 as number), 1e-9);
		}
	});
});
