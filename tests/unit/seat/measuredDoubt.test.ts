import { expect } from 'chai';
import { normal, seededRandom } from '../../../sim/random.js';
import { traceVisit, USUAL_HAND } from '../../../sim/trace.js';
import { makeCurve, type Curve, type Tracing } from '../../../src/core/curve/index.js';
import { Z95 } from '../../../src/core/math/index.js';
import { seatMeasured, type SaddleMeasures } from '../../../src/core/seat/index.js';
import { measuredFaults, measuredSentences } from '../../../src/words/index.js';
import { BACK, STILL, trueCurve } from '../../support/shapes.js';

const DAY = '2026-05-01';
const STATIONS = ['T8', 'T13', 'T18'] as const;
const BEARS_MM = 410;
const NONE = { front_near: 0, front_off: 0, middle_near: 0, middle_off: 0, rear_near: 0, rear_off: 0 };

const traced = (station: string, curve: Curve, repeat = 1): Tracing => ({ visitedOn: DAY, station, repeat, curve });
const longLines = (rockMm: number, rearMm = 0): Tracing[] =>
	['L100near', 'L100off'].map((side) =>
		traced(
			side,
			makeCurve(
				Array.from(
					{ length: 48 },
					(_, i) =>
						[
							10 * i,
							-rockMm * Math.sin((Math.PI * (10 * i - 40)) / BEARS_MM) + (rearMm * (10 * i - 40)) / BEARS_MM
						] as const
				)
			)
		)
	);
const exact = (): Tracing[] => STATIONS.map((s) => traced(s, trueCurve(s)));

/** Cut from the true back, its front so many times as steep; `err` draws what a hand gets wrong. */
function saddle(rockMm: number, steep: number, err: () => number = () => 0, channelMm = 70): SaddleMeasures {
	const section = (station: (typeof STATIONS)[number]) => {
		const { xMm, yMm } = trueCurve(station);
		const turned = 1.5 * err();
		const at = Array.from(xMm, (x, i) => {
			const y = (yMm[i] as number) * (station === 'T8' ? steep : 1);
			return [x, y - (turned * (Math.abs(x) - 80)) / 45] as const;
		}).filter(([x]) => Math.abs(x) < 140);
		return { xMm: at.map((p) => p[0]), yMm: at.map((p) => p[1]), channelMm };
	};
	return {
		rockMm: rockMm + 2 * err(),
		sections: { front: section('T8'), middle: section('T13'), rear: section('T18') }
	};
}
const seat = (tracings: readonly Tracing[], measures: SaddleMeasures) =>
	seatMeasured({ tracings, saddle: measures, bearsMm: BEARS_MM, padMm: 0, shims: NONE, muscleMm: 0, planned: false });

describe('how sure a seat of a saddle’s own shape is', () => {
	it('the true seat lies in the ranges of seats from clumsy drawings, and they are no wider than need be', () => {
		const random = seededRandom(90210);
		const err = (): number => normal(random);
		let [inside, all, sds, errors] = [0, 0, 0, 0];
		for (const [rock, steep] of [
			[18, 1],
			[6, 1],
			[30, 1.15]
		] as const) {
			const truth = seat([...exact(), ...longLines(18)], saddle(rock, steep));
			for (let i = 0; i < 4; i++) {
				const still = { T8: STILL, T13: STILL, T18: STILL };
				const cuts = traceVisit(BACK, still, USUAL_HAND, 3, random).map((t) =>
					traced(t.station, makeCurve(t.points), t.repeat)
				);
				const drawn = seat([...cuts, ...longLines(18 + 1.5 * err(), 2 * err())], saddle(rock, steep, err));
				const off = [
					[(drawn.pitchDeg as number) - (truth.pitchDeg as number), drawn.sd.pitchDeg],
					[drawn.rollDeg - truth.rollDeg, drawn.sd.rollDeg],
					[drawn.contactShare - truth.contactShare, drawn.sd.contactShare]
				] as const;
				inside += off.filter(([e, sd]) => Math.abs(e) <= Z95 * sd).length;
				all += off.length;
				sds += (off[0][1] as number) ** 2;
				errors += off[0][0] ** 2;
			}
		}
		expect(inside / all).to.be.at.least(0.88);
		expect(Math.sqrt(sds / errors), 'doubt over error of the tip').to.be.within(0.6, 1.8);
	});
	it('a front that is steeper is narrow with more chance, and a fault that is not quite there is told as possible', () => {
		const at = (steep: number) => seat([...exact(), ...longLines(18)], saddle(18, steep));
		const chance = (steep: number): number => at(steep).chances.narrow ?? 0;
		expect(chance(1)).to.equal(0);
		expect(chance(1.25)).to.be.above(0.9);
		const steeps = [1.03, 1.05, 1.07, 1.09, 1.11, 1.13, 1.15, 1.18].map(chance);
		for (const [i, c] of steeps.entries()) if (i > 0) expect(c).to.be.at.least((steeps[i - 1] as number) - 1e-9);
		const nearly = [1.03, 1.05, 1.07, 1.09, 1.11, 1.13]
			.map(at)
			.find((s) => s.conditions[0] === 'fits' && s.chances.narrow);
		expect(nearly, 'one that is possible but not named').to.not.equal(undefined);
		expect(measuredFaults(nearly as ReturnType<typeof at>)).to.deep.include({ named: [] });
		expect(measuredFaults(nearly as ReturnType<typeof at>).possible.join()).to.match(/too narrow.*\(\d\d in 100\)/);
		expect(measuredFaults(at(1.25)).named[0]).to.match(/too narrow.*\(\d\d in 100\)/);
	});
	it('more repeats leave less open', () => {
		const random = seededRandom(11);
		const still = { T8: STILL, T13: STILL, T18: STILL };
		const cuts = traceVisit(BACK, still, USUAL_HAND, 4, random).map((t) =>
			traced(t.station, makeCurve(t.points), t.repeat)
		);
		const of = (most: number) => seat([...cuts.filter((t) => t.repeat <= most), ...longLines(18)], saddle(18, 1));
		expect(of(4).sd.pitchDeg).to.be.below(of(1).sd.pitchDeg);
	});
	it('without a long line nothing along the back is given a chance, and a tip within its doubt is not claimed', () => {
		const s = seat(exact(), saddle(40, 1));
		for (const c of ['rocking', 'bridging', 'pitched-forward', 'pitched-back'] as const)
			expect(s.chances[c]).to.equal(undefined);
		const tipped = seat([...exact(), ...longLines(18)], saddle(18, 1));
		expect(measuredSentences(tipped)[0]).to.match(/^Stands with its rails tipped 0\.\d° back \(0\.\d to 1\.\d\)\.$/);
		expect(measuredSentences({ ...tipped, pitchDeg: 0.2 })[0]).to.match(
			/^Stands with its rails level, as far as can be told \(within 0\.\d°\)\.$/
		);
	});
	it('bars that a slip of the channel would leave too little of are still seated', () => {
		const s = seat([...exact(), ...longLines(18)], saddle(18, 1, undefined, 138));
		expect(s.sd.pitchDeg).to.be.above(0);
		expect(s.chances.channel ?? 0).to.equal(0);
	});
});
