import { expect } from 'chai';
import { readBand } from '../../../src/core/change/bandFit.js';
import { makeBandModel } from '../../../src/core/change/bandModel.js';
import { makeCurve, type Curve } from '../../../src/core/curve/index.js';
import { halfWidthOf, makeBack, type MusclePlace, type SimStation } from '../../../sim/back.js';

const back = makeBack({ broad: 1, pocketMm: 1, lopsidedMm: 0 });
interface Drawn {
	readonly near?: number;
	readonly off?: number;
	readonly tiltDeg?: number;
	readonly asideMm?: number;
	/** Marked this far to the rear of its place. */
	readonly placeMm?: number;
	readonly deepestMm?: number;
	readonly riseMm?: number;
	readonly muscle?: MusclePlace;
}

/** A cut drawn without waver: muscle, tilt, pick and place as told. */
function drawn(station: SimStation, d: Drawn = {}): Curve {
	const { near = 0, off = 0, tiltDeg = 0, asideMm = 0, placeMm = 0, deepestMm = 160, riseMm = 0 } = d;
	const [c, s] = [Math.cos((tiltDeg * Math.PI) / 180), Math.sin((tiltDeg * Math.PI) / 180)];
	const widthsOf = (side: 'near' | 'off') => {
		const at = (where: SimStation) => halfWidthOf(back[where], side, { nearMm: near, offMm: off, riseMm }, d.muscle);
		const [own, behind, front] = [at(station), at('T13'), at('T8')];
		return (depth: number) => own(depth) + ((behind(depth) - front(depth)) * placeMm) / 200;
	};
	const widths = { near: widthsOf('near'), off: widthsOf('off') };
	const side = (which: 'near' | 'off'): [number, number][] =>
		Array.from({ length: 80 }, (_, i) => {
			const depth = deepestMm * ((i + 1) / 80) ** 1.7;
			const x = (which === 'near' ? -1 : 1) * widths[which](depth) + asideMm;
			return [c * x + s * depth, s * x - c * depth];
		});
	return makeCurve([...side('near').reverse(), [c * asideMm, s * asideMm], ...side('off')]);
}

const model = makeBandModel([drawn('T8')], [{ curves: [drawn('T13')], awayMm: 200 }]);
const read = (d: Drawn) => {
	const { nearMm = NaN, offMm = NaN } = readBand(model, drawn('T8', d), 3, 1);
	return [nearMm, offMm] as const;
};

describe('the band of one tracing against the fitted day', () => {
	it('the same curve has not changed', () => {
		for (const mm of read({})) expect(mm).to.be.closeTo(0, 0.06);
	});

	it('muscle lost and gained, on both sides or one, is read to a twentieth', () => {
		for (const [near, off] of [
			[-10, -10],
			[8, 8],
			[-9, 0],
			[0, 7],
			[4, -4]
		] as const) {
			const [n, o] = read({ near, off });
			expect(n, `near ${near}`).to.be.closeTo(near, 0.06 * Math.abs(near) + 0.35);
			expect(o, `off ${off}`).to.be.closeTo(off, 0.06 * Math.abs(off) + 0.35);
		}
	});

	it('a tilted sheet, an apex picked aside and a mark set off its place are not muscle', () => {
		for (const [what, d, rawMm] of [
			['tilt of 1.5 degrees', { tiltDeg: 1.5 }, 3.5],
			['pick 2 mm aside', { asideMm: 2 }, 2],
			['placed 10 mm to the rear', { placeMm: 10 }, 1.8],
			['placed 10 mm to the front', { placeMm: -10 }, 1.8]
		] as const)
			for (const mm of read(d)) expect(Math.abs(mm), what).to.be.below(0.4 * rawMm);
	});

	it('one-sided loss on a tilted sheet stays one-sided loss', () => {
		const [near, off] = read({ near: -9, tiltDeg: -1.5 });
		expect(near).to.be.closeTo(-9, 1);
		expect(off).to.be.closeTo(0, 1);
	});

	it('muscle that lies higher or lower, or reaches further than usual, is read to a sixth', () => {
		for (const muscle of [
			{ centreMm: 78, reachMm: 36 },
			{ centreMm: 94, reachMm: 36 },
			{ centreMm: 86, reachMm: 30 },
			{ centreMm: 86, reachMm: 44 }
		])
			for (const mm of [-9, 9])
				for (const found of read({ near: mm, off: mm, muscle }))
					expect(found, JSON.stringify({ ...muscle, mm })).to.be.closeTo(mm, 1.5);
	});

	it('a top that rose is no loss of the band, and shows near the top', () => {
		const [flat, risen] = [0, 4].map((riseMm) => readBand(model, drawn('T8', { near: 8, off: 8, riseMm }), 3, 1));
		expect(risen?.nearMm).to.be.closeTo(8, 1.25);
		expect(risen?.topMm).to.be.below((flat?.topMm as number) - 1);
	});

	it('a side that does not reach the band has no reading', () => {
		const { nearMm, offMm } = readBand(model, drawn('T8', { deepestMm: 75 }), 1, 1);
		expect([nearMm, offMm]).to.deep.equal([undefined, undefined]);
	});

	it('without a neighbouring cut a usual back stands in for it', () => {
		const alone = makeBandModel([drawn('T8')], []);
		const { nearMm = NaN } = readBand(alone, drawn('T8', { placeMm: 10 }), 3, 1);
		expect(Math.abs(nearMm)).to.be.below(1);
	});

	it('tells the pose that was taken off', () => {
		const { common } = readBand(model, drawn('T8', { tiltDeg: 2 }), 1, 0.5);
		expect((common[2] * 180) / Math.PI).to.be.within(1.2, 2.2);
	});
});
