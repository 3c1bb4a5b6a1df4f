import { expect } from 'chai';
import { conditionsOf, seatOf, type Pad } from '../../../src/core/seat/index.js';
import { along, load, seatCase, shim } from '../../support/seats.js';

const STILL = {
	channelMm: 70,
	overhangMm: undefined,
	twist: 0,
	pitchDeg: 0,
	rollDeg: 0,
	edgeBiasFront: 0,
	pressureRatio: 1
};

describe('conditions of a seat', () => {
	it('fits where no sign is there', () => expect(conditionsOf(STILL)).to.deep.equal(['fits']));

	for (const [name, over, under] of [
		['channel', { channelMm: 50 }, { channelMm: 51 }],
		['long', { overhangMm: 10 }, { overhangMm: 9.9 }],
		['twisted', { twist: -0.121 }, { twist: 0.119 }],
		['twisted', { rollDeg: 1.51 }, { rollDeg: -1.49 }],
		['narrow', { edgeBiasFront: 0.101 }, { edgeBiasFront: 0.099 }],
		['wide', { edgeBiasFront: -0.101 }, { edgeBiasFront: -0.099 }],
		['bridging', { pressureRatio: 0.619 }, { pressureRatio: 0.621 }],
		['rocking', { pressureRatio: 1.601 }, { pressureRatio: 1.599 }],
		['pitched-forward', { pitchDeg: 2.01 }, { pitchDeg: 1.99 }],
		['pitched-back', { pitchDeg: -2.01 }, { pitchDeg: -1.99 }]
	] as const)
		it(`${name} at ${JSON.stringify(over)}, not at ${JSON.stringify(under)}`, () => {
			expect(conditionsOf({ ...STILL, ...over })).to.deep.equal([name]);
			expect(conditionsOf({ ...STILL, ...under })).to.deep.equal(['fits']);
		});

	it('ends that carry nothing rock, never bridge; the order is the format’s', () =>
		expect(conditionsOf({ ...STILL, pressureRatio: undefined, pitchDeg: 3, channelMm: 40 })).to.deep.equal([
			'channel',
			'rocking',
			'pitched-forward'
		]));
});

describe('figures of a seat', () => {
	it('clearance is by the arch where there is one, by the inner edges otherwise, and none where no back is', () => {
		const arch = [[0, 60], [200, 40], [450, 70]] as const; // prettier-ignore
		const seat = seatOf(seatCase({}, { arch }));
		expect(seat.clearance.source).to.equal('arch');
		expect(seat.clearance.minAtSMm).to.equal(200);
		expect(seat.clearance.minMm).to.be.closeTo(40 - seat.dropMm, 1e-6);
		// Sampled at even steps: the last before the third's end.
		expect(seat.clearance.frontMm).to.be.closeTo(45.15 - seat.dropMm, 1e-6);
		const off = seatOf(seatCase({ backS: [200, 450] }, { loads: [load(500, 320)] }));
		expect(off.clearance.frontMm).to.be.undefined;
		expect(off.clearance.source).to.equal('inner_edges');
	});

	it('length is held against the last rib', () => {
		const seat = seatOf(seatCase({}, { lastRibSMm: 420 }));
		expect(seat.overhangMm).to.equal(30);
		expect(seat.behindShare).to.be.closeTo(30 / 450, 0.01);
		expect(seat.conditions).to.include('long');
	});

	it('load near the spine is told', () => {
		const seat = seatOf(seatCase({ bars: [10, 130] }));
		expect(seat.spineShare).to.be.closeTo(15 / 120, 0.01);
		expect(seat.channelMm).to.equal(20);
	});

	it('without weight a saddle rests on three points under its load: no corner pressed in, none lower possible', () => {
		const back = (x: number, s: number): number => 8 * Math.sin(s / 60) - 0.4 * Math.abs(x) + 0.01 * x;
		const given = seatCase({ back, saddle: (x) => -0.45 * Math.abs(x), backS: along(0, 450, 10), stepX: 10 });
		const seat = seatOf(given);
		const { pose } = seat.rest as NonNullable<typeof seat.rest>;
		const { corners, sRefMm } = seat.bed;
		let touching = 0;
		for (let i = 0; i < corners.count; i++) {
			const gap = pose.hMm + pose.a * (corners.s[i]! - sRefMm) + pose.b * corners.x[i]! - corners.c[i]!;
			expect(gap).to.be.above(-1e-6);
			if (gap < 1e-6) touching++;
		}
		expect(touching).to.be.at.least(3);
		// A very light load on a very stiff bed comes to the same, as far as cells' centres stand for their corners.
		const light = seatOf({ ...given, kKpaPerMm: 1e4, loads: [load(0.02, 225)] });
		expect(light.balanced.pose.hMm).to.be.closeTo(pose.hMm, 0.3);
		expect(light.balanced.pose.a).to.be.closeTo(pose.a, 1e-3);
	});

	it('a shim lies under its side, its zone and its share of the width alone', () => {
		const lifted = (pad: Pad) => seatOf(seatCase({}, { pads: [pad], loads: [load(4000, 225)] }));
		expect(lifted(shim('front', 6, { sides: 'near' })).split.zones.front_near).to.be.above(0.175);
		expect(lifted(shim('front', 6)).balanced.pose.a).to.be.below(0);
		expect(lifted(shim('front', 6, { u: [0.5, 1] })).edgeBias.front).to.be.above(0.01);
		const feathered = lifted({ ...shim('middle', 6), featherMm: 40 } as Pad);
		expect(feathered.pressureRatio).to.be.above(1.1);
	});

	it('a whole case moved along and up changes nothing but the frame', () => {
		const at = (by: number) => ({
			back: (x: number, s: number) => by - 0.5 * Math.abs(x) + ((s - by) / 90) ** 2,
			saddle: (x: number, s: number) => -0.55 * Math.abs(x) + ((s - by) / 110) ** 2,
			backS: along(by, by + 450, 30),
			saddleS: along(by, by + 450, 30),
			stepX: 10
		});
		const [here, there] = [0, 700].map((by) => seatOf(seatCase(at(by), { loads: [load(700, by + 200, 5)] })));
		expect(there?.pressure.peak.kPa).to.be.closeTo(here?.pressure.peak.kPa as number, 1e-6);
		expect(there?.pitchDeg).to.be.closeTo(here?.pitchDeg as number, 1e-7);
		expect((there?.balanced.pose.hMm as number) - (here?.balanced.pose.hMm as number)).to.be.closeTo(700, 1e-6);
	});
});
