import { expect } from 'chai';
import {
	frameAtApex,
	halfWidthAtDepth,
	walkSide,
	makeCurve,
	type Curve,
	type Tracing
} from '../../../src/core/curve/index.js';
import {
	backToSeat,
	seatableDays,
	seatMeasured,
	undersideOfMeasures,
	type SaddleMeasures,
	type ShimSet
} from '../../../src/core/seat/index.js';
import { muscled } from '../../../src/core/seat/muscled.js';
import { MEASURED_DOUBT_WORDS, measuredSentences, shimSetWords } from '../../../src/words/index.js';
import { codeOf } from '../../support/codes.js';
import { posed, trueCurve } from '../../support/shapes.js';

const DAY = '2026-05-01';
const STATIONS = ['T8', 'T13', 'T18'] as const;
const NONE: ShimSet = { front_near: 0, front_off: 0, middle_near: 0, middle_off: 0, rear_near: 0, rear_off: 0 };
const BEARS_MM = 410;

const traced = (station: string, curve: Curve, visitedOn = DAY): Tracing => ({ visitedOn, station, repeat: 1, curve });
/** Sinks by `rockMm` between two fingers and the end of the bars. */
const longLine = (rockMm: number): Curve =>
	makeCurve(
		Array.from({ length: 48 }, (_, i) => [10 * i, -rockMm * Math.sin((Math.PI * (10 * i - 40)) / BEARS_MM)] as const)
	);
const back = (rockMm?: number): Tracing[] => [
	...STATIONS.map((s) => traced(s, trueCurve(s))),
	...(rockMm === undefined ? [] : [traced('L100near', longLine(rockMm)), traced('L100off', longLine(rockMm))])
];
const wider = (curve: Curve, mm: number): Curve =>
	makeCurve(Array.from(curve.xMm, (x, i) => [x + mm * Math.tanh(x / 30), curve.yMm[i] as number] as const));
const flatter = (curve: Curve, share: number): Curve =>
	makeCurve(Array.from(curve.xMm, (x, i) => [x, (curve.yMm[i] as number) * share] as const));

function saddle(
	rockMm: number,
	of: (c: Curve, place: 'front' | 'middle' | 'rear') => Curve = (c) => c
): SaddleMeasures {
	const section = (station: (typeof STATIONS)[number], place: 'front' | 'middle' | 'rear') => {
		const { xMm, yMm } = of(trueCurve(station), place);
		const at = Array.from(xMm, (x, i) => [x, yMm[i] as number] as const).filter(([x]) => Math.abs(x) < 140);
		return { xMm: at.map((p) => p[0]), yMm: at.map((p) => p[1]), channelMm: 70 };
	};
	return {
		rockMm,
		sections: { front: section('T8', 'front'), middle: section('T13', 'middle'), rear: section('T18', 'rear') }
	};
}
const seat = (
	tracings: Tracing[],
	measures: SaddleMeasures,
	more: { padMm?: number; shims?: ShimSet; muscleMm?: number; planned?: boolean; lastRibMm?: number } = {}
) =>
	seatMeasured({
		tracings,
		saddle: measures,
		bearsMm: BEARS_MM,
		padMm: 0,
		shims: NONE,
		muscleMm: 0,
		planned: true,
		...more
	});

describe('a saddle of which the underside was traced', () => {
	it('cut from the very back, with its rock, has no fault; nearly all of it carries', () => {
		const s = seat(back(18), saddle(18));
		expect(s.conditions).to.deep.equal(['fits']);
		expect(s.contactShare).to.be.above(0.9);
		expect(s.doubts).to.deep.equal(['no-rib', 'levelled', 'one-drawing']);
	});
	it('behind the last rib it is too long, as sure as a hand feels that rib; without a tape nothing is said', () => {
		const overBy = (mm: number) => seat(back(18), saddle(18), { lastRibMm: 40 + BEARS_MM - mm });
		expect(overBy(0).conditions).to.deep.equal(['fits']);
		expect(overBy(0).doubts).to.not.include('no-rib');
		// One standard deviation of feeling, 10 mm, to either side (common practice, no source).
		const [few, many] = [overBy(12), overBy(40)];
		expect(few.conditions).to.deep.equal(['long']);
		expect(few.chances.long).to.be.within(0.5, 0.75);
		expect(many.chances.long).to.be.above(0.95);
		expect(seat(back(18), saddle(18)).chances.long).to.equal(undefined);
	});
	it('steeper in front is narrow, flatter is wide (common practice: narrow bears at the bottom, wide at the top)', () => {
		const front = (share: number) => saddle(18, (c, p) => (p === 'front' ? flatter(c, share) : c));
		expect(seat(back(18), front(1.25)).conditions).to.include('narrow');
		expect(seat(back(18), front(0.75)).conditions).to.include('wide');
	});
	it('straight on a hollow back it bridges, with twice the rock it rocks', () => {
		expect(seat(back(22), saddle(0)).conditions).to.include('bridging');
		expect(seat(back(12), saddle(40)).conditions).to.include('rocking');
	});
	it('without a long line rock, bridge and tipping are not read, and that is said', () => {
		const s = seat(back(), saddle(40));
		expect(s.doubts).to.include('no-long-line');
		expect(s.pitchDeg).to.equal(undefined);
		expect(
			s.conditions.filter((c) => ['rocking', 'bridging', 'pitched-forward', 'pitched-back'].includes(c))
		).to.deep.equal([]);
	});
	it('a pad lifts it, shims in front tip it back, and the plan makes a bridge more even', () => {
		const bare = seat(back(18), saddle(18));
		const lifted = seat(back(18), saddle(18), { padMm: 9 });
		expect(lifted.conditions, 'an even pad changes no fit of the very shape').to.deep.equal(bare.conditions);
		const shimmed = seat(back(18), saddle(18), { shims: { ...NONE, front_near: 9, front_off: 9 } });
		expect(shimmed.pitchDeg ?? 0).to.be.below((bare.pitchDeg ?? 0) - 0.3);
		const bridged = seat(back(22), saddle(4));
		expect(bridged.plan?.after.unevenness ?? 9).to.be.below(bridged.unevenness);
		expect(bridged.plan?.shims.middle_near ?? 0).to.be.above(0);
	});
	it('the plan is the same whatever shims are tried, and is left out where nobody asks for it', () => {
		const bare = seat(back(22), saddle(4));
		const shims = { ...NONE, front_near: 6, front_off: 6 };
		expect(seat(back(22), saddle(4), { shims }).plan).to.deep.equal(bare.plan);
		const { plan, others, ...unplanned } = seat(back(22), saddle(4), { planned: false });
		expect([plan, others]).to.deep.equal([undefined, []]);
		expect({ ...unplanned, plan: bare.plan, others: bare.others }).to.deep.equal(bare);
	});
	it('the tilt of the papers, of back and saddle, changes nothing', () => {
		const turned = (c: Curve, deg: number): Curve => posed(c, deg);
		const tilted = STATIONS.map((s, i) => traced(s, turned(trueCurve(s), [3, -2, 1][i] as number)));
		const long = back(18).filter((t) => t.station.startsWith('L'));
		const s = seat(
			[...tilted, ...long],
			saddle(18, (c) => turned(c, 2))
		);
		expect(s.conditions).to.deep.equal(['fits']);
		expect(Math.abs(s.rollDeg)).to.be.below(0.5);
	});
	it('a wider channel leaves narrower bars; one that leaves none is refused with the place', () => {
		const wide = saddle(18);
		const none = { ...wide, sections: { ...wide.sections, middle: { ...wide.sections.middle, channelMm: 240 } } };
		expect(codeOf(() => undersideOfMeasures(none, BEARS_MM))).to.equal('saddle-section');
		const [first] = undersideOfMeasures(wide, BEARS_MM);
		expect(first?.near.at(-1)?.[0]).to.equal(-35);
		expect(first?.off[0]?.[0]).to.equal(35);
	});
	it('is seated on the last day on which two stations were traced, with the newest long line up to it', () => {
		const tracings = [
			traced('T8', trueCurve('T8'), '2026-03-01'),
			traced('T13', trueCurve('T13'), '2026-03-01'),
			traced('L100near', longLine(10), '2026-02-01'),
			traced('L100near', longLine(20), '2026-04-01'),
			traced('T8', trueCurve('T8'), '2026-05-01')
		];
		expect(seatableDays(tracings)[0]).to.equal('2026-03-01');
		expect(backToSeat(tracings, '2026-03-01').map((t) => `${t.station} ${t.visitedOn}`)).to.deep.equal([
			'T8 2026-03-01',
			'T13 2026-03-01',
			'L100near 2026-02-01'
		]);
		expect(codeOf(() => seat([traced('T8', trueCurve('T8'))], saddle(10)))).to.equal('too-few-cuts');
	});
	it('is said in words, every doubt too', () => {
		const s = seat(
			back(18),
			saddle(18, (c) => wider(c, 4))
		);
		expect(measuredSentences(s).join(' '))
			.to.match(/kPa in the mean\.$/)
			.and.not.match(/NaN|undefined/);
		expect(shimSetWords(NONE)).to.equal('no shims');
		expect(shimSetWords({ ...NONE, front_near: 3, front_off: 6 })).to.equal('front near 3, off 6 mm');
		for (const d of s.doubts) expect(MEASURED_DOUBT_WORDS[d]).to.match(/\.$/);
	});
});

describe('the same saddle on a back that nobody traced', () => {
	const thought = (muscleMm: number) => seat(back(18), saddle(18), { muscleMm });
	it('less muscle at the withers tips it forward, a degree for 8 mm, more tips it back (common practice, no source)', () => {
		const tip = (mm: number): number => thought(mm).pitchDeg as number;
		expect(tip(-8) - tip(0)).to.be.within(0.8, 1.4);
		expect(tip(8) - tip(0)).to.be.within(-1.4, -0.7);
		expect(thought(0).conditions).to.deep.equal(['fits']);
		expect(thought(12).conditions).to.deep.equal(['pitched-back']);
	});
	it('a long line older than the cuts is told', () => {
		const lines = back(18).map((t) => (t.station.startsWith('L') ? { ...t, visitedOn: '2026-01-01' } : t));
		expect(seat(lines, saddle(18)).doubts).to.include('older-long-line');
		expect(seat(back(18), saddle(18)).doubts).to.not.include('older-long-line');
	});
	it('is as the traced one where nothing is thought of, and says when something is', () => {
		expect(thought(0)).to.deep.equal(seat(back(18), saddle(18)));
		expect(thought(0).doubts).to.not.include('thought-of');
		expect(thought(2).doubts).to.include('thought-of');
		for (const d of thought(2).doubts) expect(MEASURED_DOUBT_WORDS[d]).to.be.a('string');
	});
	it('muscle fades to the rear, and leaves the top where it is', () => {
		const cut = trueCurve('T8');
		const wide = (c: Curve, depthMm: number) => halfWidthAtDepth(walkSide(frameAtApex(c), 'near'), depthMm) as number;
		const at = (sMm: number, depthMm = 90) => wide(muscled(cut, sMm, 8), depthMm) - wide(cut, depthMm);
		expect(at(40)).to.be.closeTo(8, 0.1);
		expect(at(245)).to.be.closeTo(8 * 0.36, 0.1);
		expect(at(450)).to.be.below(1);
		// Most in the band, less over the bone above it and low on the flank.
		expect(at(40, 20)).to.be.below(6);
		expect(at(40, 136)).to.be.below(6);
		expect(muscled(cut, 40, 0)).to.equal(cut);
	});
});
