import { expect } from 'chai';
import { makeCurve, type Tracing } from '../../../src/core/curve/index.js';
import {
	formMeasures,
	panelled,
	plated,
	seatMeasured,
	undersideOfMeasures,
	type SaddleMeasures
} from '../../../src/core/seat/index.js';
import { otherHelpWords } from '../../../src/words/index.js';

const NONE = { front_near: 0, front_off: 0, middle_near: 0, middle_off: 0, rear_near: 0, rear_off: 0 };
const BEARS_MM = 420;
const DAY = '2026-05-01';
const form = (angleDeg: number): SaddleMeasures => formMeasures({ angleDeg, rockMm: 18, twistDeg: 10 });
/** A back of a form's own shape, with long lines of its rock. */
function backOf(angleDeg: number, rockMm = 18): Tracing[] {
	const { sections } = form(angleDeg);
	const cut = (station: string, place: 'front' | 'middle' | 'rear'): Tracing => {
		const { xMm, yMm } = sections[place];
		return {
			visitedOn: DAY,
			station,
			repeat: 1,
			curve: makeCurve(xMm.map((x, i) => [x, yMm[i] as number] as const))
		};
	};
	const long = (station: string): Tracing => ({
		visitedOn: DAY,
		station,
		repeat: 1,
		curve: makeCurve(
			Array.from({ length: 54 }, (_, i) => [10 * i, -rockMm * Math.sin((Math.PI * (10 * i - 40)) / BEARS_MM)] as const)
		)
	});
	return [cut('T8', 'front'), cut('T13', 'middle'), cut('T18', 'rear'), long('L100near'), long('L100off')];
}
const seat = (tracings: Tracing[], saddle: SaddleMeasures, more: { lastRibMm?: number; setBackMm?: number } = {}) =>
	seatMeasured({
		tracings,
		saddle,
		bearsMm: BEARS_MM,
		padMm: 0,
		shims: NONE,
		muscleMm: 0,
		planned: true,
		...more
	});

describe('what would help instead of shims', function () {
	this.timeout(120_000);

	it('a narrow saddle wants a wider plate, a wide one a narrower one; a pad never mends a narrow one (common practice: pads narrow)', () => {
		const narrow = seat(backOf(88), plated(form(88), -24));
		expect(narrow.conditions).to.include('narrow');
		expect(narrow.others[0]?.way).to.equal('wider');
		expect(narrow.others[0]?.conditions).to.not.include('narrow');
		for (const o of narrow.others.filter((h) => h.way === 'pad' || h.way === 'narrower'))
			expect(o.conditions).to.include('narrow');
		const wide = seat(backOf(88), plated(form(88), 24));
		expect(wide.conditions).to.include('wide');
		expect(wide.others[0]?.way).to.equal('narrower');
		expect(wide.others.map((o) => o.way)).to.not.include('wider');
	});

	it('what sits well is left as it is', () => {
		const good = seat(backOf(88), form(88));
		expect(good.conditions).to.deep.equal(['fits']);
		expect(good.others).to.deep.equal([]);
	});

	it('each way helps: fewer faults, or as many and clearly more even; the best first, each way once', () => {
		for (const saddle of [plated(form(88), -24), plated(form(88), 24), { ...form(88), rockMm: 34 }]) {
			const { others, conditions, unevenness } = seat(backOf(88), saddle);
			const faults = (c: readonly string[]) => c.filter((f) => f !== 'fits').length;
			for (const o of others) {
				expect(o.before).to.be.closeTo(unevenness, 1e-9);
				if (faults(o.conditions) === faults(conditions)) expect(o.unevenness).to.be.below(unevenness - 0.03);
				else expect(faults(o.conditions)).to.be.below(faults(conditions));
			}
			expect(new Set(others.map((o) => o.way)).size).to.equal(others.length);
			expect(others.map((o) => faults(o.conditions))).to.deep.equal(
				others.map((o) => faults(o.conditions)).sort((a, b) => a - b)
			);
		}
	});

	it('set further back it stands and bears there, its rider with it; behind the rib it is too long', () => {
		const here = seat(backOf(88), form(88), { lastRibMm: 465 });
		const back = seat(backOf(88), form(88), { lastRibMm: 465, setBackMm: 30 });
		expect(here.conditions).to.not.include('long');
		expect(back.conditions).to.include('long');
		expect(back.cuts.map((c) => c.sMm)).to.deep.equal(here.cuts.map((c) => Math.round(10 * (c.sMm + 30)) / 10));
		const weight = back.bearing.thirds.reduce((a, b) => a + b, 0);
		expect(weight).to.be.closeTo(1, 0.02);
	});

	it('a plate turns the front about the middle and leaves the rear; a panel moved 6 mm widens the channel by 12 (common practice)', () => {
		const [is, plate, panel] = [form(88), plated(form(88), 6), panelled(form(88), 6)];
		const outer = (m: SaddleMeasures, place: 'front' | 'middle' | 'rear') => Math.max(...m.sections[place].xMm);
		expect(outer(plate, 'front') - outer(is, 'front')).to.be.closeTo((6 * 150) / 120, 1e-9);
		expect(outer(plate, 'rear')).to.equal(outer(is, 'rear'));
		expect(outer(plate, 'middle') - outer(is, 'middle')).to.be.closeTo((0.3 * 6 * 150) / 120, 1e-9);
		for (const place of ['front', 'middle', 'rear'] as const) {
			expect(panel.sections[place].channelMm - is.sections[place].channelMm).to.equal(12);
			expect(outer(panel, place) - outer(is, place)).to.equal(6);
		}
	});

	it('is told in words', () => {
		expect(otherHelpWords({ way: 'wider', mm: 8, conditions: ['fits'], before: 0.39, unevenness: 0.281 })).to.equal(
			'A plate or tree wider by 8 mm a side in front: no fault stands out; unevenness 39 → 28.'
		);
		expect(otherHelpWords({ way: 'back', mm: 20, conditions: ['long'], before: 0.4, unevenness: 0.3 })).to.match(
			/^The saddle set 20 mm further back: too long for the back/
		);
	});

	it('a saddle of which only angles were measured has bars of that angle', () => {
		const bars = undersideOfMeasures(form(90), BEARS_MM);
		const fall = (at: number): number => {
			const { off } = bars[at]!;
			const [p, q] = [off[off.length - 6]!, off[off.length - 1]!];
			return (Math.atan2(p[1] - q[1], q[0] - p[0]) * 180) / Math.PI;
		};
		// Half of 90 degrees between both bars lies 45 below level; each bar 10 flatter at the rear.
		expect(fall(0)).to.be.closeTo(45, 1);
		expect(fall(2)).to.be.closeTo(35, 1);
	});
});
