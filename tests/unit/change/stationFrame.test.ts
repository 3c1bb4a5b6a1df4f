import { expect } from 'chai';
import { makeCurve, type Curve } from '../../../src/core/curve/index.js';
import { DEPTHS_MM } from '../../../src/core/change/depthBasis.js';
import { framesOf, type StationFrame } from '../../../src/core/change/stationFrame.js';

/** A broad back, half-width 13 √d + 0.3 d, traced askew about its top to a depth on each side. */
function traced(tiltDeg: number, nearMm: number, offMm: number, widerMm = 0): Curve {
	const angle = (tiltDeg * Math.PI) / 180;
	const side = (sign: number, deepest: number): [number, number][] =>
		Array.from({ length: 80 }, (_, i) => {
			const d = deepest * ((i + 1) / 80) ** 2;
			return [sign * (13 * Math.sqrt(d) + 0.3 * d + (widerMm * d) / 60), -d];
		});
	const line = [...side(-1, nearMm).reverse(), [0, 0] as [number, number], ...side(1, offMm)];
	return makeCurve(
		line.map(([x, y]) => [x * Math.cos(angle) - y * Math.sin(angle), x * Math.sin(angle) + y * Math.cos(angle)])
	);
}
const frameOf = (curves: readonly Curve[]): StationFrame =>
	framesOf(
		curves.map((curve, i) => ({ visitedOn: '2026-01-01', station: 'T8', repeat: i + 1, curve }))
	)[0] as StationFrame;

describe('a fitted day as what later lines are held against', () => {
	it('does not leap where one of three askew lines ends', () => {
		const { widths } = frameOf([traced(-3, 170, 130), traced(3, 130, 170), traced(2.5, 170, 170)]);
		for (const side of ['near', 'off'] as const) {
			const steps = DEPTHS_MM.slice(1).map((_, k) => (widths[side][k + 1] as number) - (widths[side][k] as number));
			// A true back of this shape widens ever more slowly; a leap would be 4 mm and more.
			steps
				.slice(1)
				.forEach((step, k) => expect(Math.abs(step - (steps[k] as number)), `${side} ${k}`).to.be.below(1.5));
		}
	});

	it('a line that is far off the others counts little, two that are merely askew count alike', () => {
		const sound = frameOf([traced(-2, 170, 170), traced(2, 170, 170)]).widths.off;
		const withBad = frameOf([traced(-2, 170, 170), traced(2, 170, 170), traced(0, 170, 170, 20)]).widths.off;
		const at = DEPTHS_MM.indexOf(100);
		expect(sound[at]).to.be.closeTo(13 * 10 + 30, 1);
		expect((withBad[at] as number) - (sound[at] as number)).to.be.within(0, 4);
	});

	it('knows how steep a flank is, at the first depth too', () => {
		const { slope } = frameOf([traced(0, 170, 170)]);
		DEPTHS_MM.forEach((d, k) => expect(slope.off[k]).to.be.closeTo(6.5 / Math.sqrt(d) + 0.3, 0.03));
	});
});
