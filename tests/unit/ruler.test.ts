import { expect } from 'chai';
import { bandHalfWidthMm, halfWidthAtDepth, walkSide } from '../../src/core/curve/index.js';
import { problemOf } from '../../src/core/errors/index.js';
import { bendToCurve, calmFrames, readRulerEvent, type RulerFrame } from '../../src/core/ruler/index.js';
import { makeBack, trueHalfWidthMm } from '../../sim/back.js';
import { seededRandom } from '../../sim/random.js';
import { bendOf, rulerLine } from '../../sim/ruler.js';

const codeOf = (run: () => unknown): string => {
	try {
		run();
		return 'none';
	} catch (error) {
		return problemOf(error).code;
	}
};
const frame = (bendPerM: readonly number[], more: Partial<RulerFrame> = {}): RulerFrame => ({
	seq: 1,
	spacingMm: 10,
	bendPerM: Float64Array.from(bendPerM),
	spineIndex: (bendPerM.length - 1) / 2,
	tiltDeg: 0,
	batteryPercent: 50,
	...more
});

describe('a digital ruler', () => {
	it('of even bend is a circle: height and breadth by its closed form', () => {
		const { xMm, yMm } = bendToCurve(frame(Array(41).fill(5)));
		xMm.forEach((x, i) => {
			const angle = ((i - 20) * 10) / 200;
			expect(x).to.be.closeTo(200 * Math.sin(angle), 0.01);
			expect(yMm[i]).to.be.closeTo(-200 * (1 - Math.cos(angle)), 0.01);
		});
	});

	it('straight and tilted by 3 degrees is a straight line, off end down', () => {
		const { xMm, yMm } = bendToCurve(frame(Array(21).fill(0), { tiltDeg: 3 }));
		expect(yMm[20]).to.be.closeTo(-100 * Math.sin((3 * Math.PI) / 180), 1e-9);
		expect(xMm[0]).to.be.closeTo(-100 * Math.cos((3 * Math.PI) / 180), 1e-9);
		expect(yMm[0]).to.be.above(0);
	});

	it('laid over a made-up back gives its half-widths to a millimetre, noise and silent sensors and all', () => {
		const cut = makeBack({ broad: 1, pocketMm: 2, lopsidedMm: 0 }).T8;
		const random = seededRandom(5);
		const faults = { noisePerM: 0.03, silentShare: 0.05 };
		const bend = bendOf(cut);
		const frames = Array.from({ length: 10 }, (_, k) => {
			const said = readRulerEvent(rulerLine(bend, k, 60, faults, random));
			return said.kind === 'shape' ? { ...said.frame, tiltDeg: 0 } : frame([]);
		});
		const curve = bendToCurve(calmFrames(frames));
		for (const depth of [60, 90, 120])
			for (const side of ['near', 'off'] as const) {
				const truth = trueHalfWidthMm(cut, side, depth, { nearMm: 0, offMm: 0 });
				expect(halfWidthAtDepth(walkSide(curve, side), depth), `${side} ${depth}`).to.be.closeTo(truth, 2.5);
			}
		expect(bandHalfWidthMm(walkSide(curve, 'near'))).not.to.equal(undefined);
	});

	it('a sensor that is silent in some frames is taken from the others; three in a row are bridged, four are not', () => {
		const some = calmFrames([frame([1, NaN, ...Array(19).fill(2)]), frame([3, 7, ...Array(19).fill(2)])]);
		expect(Array.from(some.bendPerM.subarray(0, 3))).to.deep.equal([2, 7, 2]);
		const silent = (n: number) => frame([...Array(8).fill(4), ...Array(n).fill(NaN), ...Array(13 - n).fill(4)]);
		expect(bendToCurve(silent(3)).xMm).to.deep.equal(bendToCurve(frame(Array(21).fill(4))).xMm);
		expect(codeOf(() => bendToCurve(silent(4)))).to.equal('ruler-gap');
		expect(codeOf(() => bendToCurve(frame(Array(21).fill(NaN))))).to.equal('ruler-silent');
		expect(codeOf(() => calmFrames([]))).to.equal('ruler-silent');
	});

	it('frames of another ruler are not mixed in', () => {
		const calm = calmFrames([frame(Array(11).fill(9)), frame(Array(21).fill(1))]);
		expect(Array.from(calm.bendPerM)).to.deep.equal(Array(21).fill(1));
	});

	it('a line that is none is refused, whatever it holds', () => {
		const good = JSON.parse(
			rulerLine(Array(45).fill(1), 3, 50, { noisePerM: 0, silentShare: 0 }, seededRandom(1))
		) as object;
		const lines = [
			'',
			'hello',
			'7',
			'null',
			'{}',
			'x'.repeat(30_000),
			...[
				{ kind: 'scan' },
				{ seq: -1 },
				{ spacing_mm: 0 },
				{ spacing_mm: '10' },
				{ bend_per_m: 'no' },
				{ bend_per_m: [1, 2] },
				{ bend_per_m: Array(401).fill(0) },
				{ bend_per_m: [...Array(20).fill(0), 51] },
				{ bend_per_m: [...Array(20).fill(0), 'x'] },
				{ spine_index: 400 },
				{ spine_index: 2.5 },
				{ tilt_deg: 90 },
				{ battery_percent: 101 }
			].map((bad) => JSON.stringify({ ...good, ...bad }))
		];
		for (const line of lines)
			expect(
				codeOf(() => readRulerEvent(line)),
				line.slice(0, 60)
			).to.equal('ruler-line');
		expect(readRulerEvent(JSON.stringify(good)).kind).to.equal('shape');
		expect(readRulerEvent('{"kind":"battery-dead"}').kind).to.equal('battery-dead');
	});
});
