import { expect } from 'chai';
import {
	isAsymmetric,
	padsOf,
	planShims,
	seatOf,
	SHIM_STEPS_MM,
	type SeatCase,
	type ShimSet
} from '../../../src/core/seat/index.js';
import { along, load, seatCase, type Height } from '../../support/seats.js';

const roof =
	(slope: number): Height =>
	(x) =>
		-slope * Math.abs(x);
const bent =
	(slope: number, radius: number): Height =>
	(x, s) =>
		-slope * Math.abs(x) + (s - 225) ** 2 / (2 * radius);
const ARCH = [[0, 40], [450, 40]] as const; // prettier-ignore
const shape = (back: Height, saddle: Height, gridMm = 15): SeatCase =>
	seatCase(
		{ back, saddle, backS: along(0, 450, 30), saddleS: along(0, 450, 30), bars: [30, 130], stepX: 10 },
		{ gridMm, arch: ARCH, loads: [load(800, 225)] }
	);

/** Every set there is, seated one by one. */
function exhaustive(given: SeatCase): { unevenness: number; shims: ShimSet } | undefined {
	let best: { unevenness: number; shims: ShimSet } | undefined;
	for (const front of SHIM_STEPS_MM)
		for (const middle of SHIM_STEPS_MM)
			for (const rear of SHIM_STEPS_MM) {
				const shims = {
					...{ front_near: front, front_off: front, middle_near: middle },
					...{ middle_off: middle, rear_near: rear, rear_off: rear }
				};
				const seat = seatOf({ ...given, pads: [...given.pads, ...padsOf(shims)] });
				const { clearanceFrontMinMm, pitchMaxDeg, rollMaxDeg } = given.limits;
				if ((seat.clearance.frontMm ?? Infinity) < clearanceFrontMinMm) continue;
				if (Math.abs(seat.pitchDeg) > pitchMaxDeg || Math.abs(seat.rollDeg) > rollMaxDeg) continue;
				if (!best || seat.unevenness < best.unevenness) best = { unevenness: seat.unevenness, shims };
			}
	return best;
}

describe('a plan of shims', () => {
	for (const [what, back, saddle] of [
		['a saddle that bridges', bent(0.5, 3500), roof(0.5)],
		['a saddle that rocks', roof(0.5), bent(0.5, 6000)],
		[
			'a back that fell away in front',
			(x: number, s: number) => -0.5 * Math.abs(x) - Math.max(0, 150 - s) / 15,
			roof(0.5)
		],
		['one that is a little wide', roof(0.62), roof(0.5)]
	] as const)
		it(`${what}: within 2% of all sets tried one by one, and better than none`, () => {
			const given = shape(back, saddle);
			const plan = planShims(given);
			const all = exhaustive(given);
			expect(plan.symmetric).to.be.true;
			expect(plan.feasible).to.equal(all !== undefined);
			expect(plan.after.unevenness).to.be.at.most(1.02 * (all?.unevenness as number));
			expect(plan.after.unevenness).to.be.at.most(plan.before.unevenness);
		});

	it('fills the middle of a bridge and the ends of a rocker', () => {
		const bridge = planShims(shape(bent(0.5, 3500), roof(0.5))).shims;
		expect(bridge.middle_near).to.be.above(Math.min(bridge.front_near, bridge.rear_near));
		const rocker = planShims(shape(roof(0.5), bent(0.5, 6000))).shims;
		expect(rocker.middle_near).to.be.at.most(Math.min(rocker.front_near, rocker.rear_near));
	});

	it('one side that fell away takes shims of its own', () => {
		const given = shape((x, s) => -0.5 * Math.abs(x) - (x < 0 && s < 150 ? 7 : 0), roof(0.5));
		expect(isAsymmetric(given)).to.be.true;
		const plan = planShims(given);
		expect(plan.symmetric).to.be.false;
		expect(plan.shims.front_near).to.be.above(plan.shims.front_off);
		expect(plan.after.unevenness).to.be.below(plan.before.unevenness);
		expect(Math.abs(plan.after.rollDeg)).to.be.at.most(1.5);
	});

	it('both sides alike are never given shims of their own', () =>
		expect(isAsymmetric(shape(roof(0.5), roof(0.6)))).to.be.false);

	it('where nothing keeps the limits the least broken set is given and said to break them', () => {
		const given = {
			...shape(roof(0.5), roof(0.5)),
			limits: { clearanceFrontMinMm: 90, pitchMaxDeg: 2, rollMaxDeg: 1.5 }
		};
		const plan = planShims(given);
		expect(plan.feasible).to.be.false;
		expect(plan.violation).to.be.above(20);
		expect(plan.shims).to.include({ front_near: 12, middle_near: 12, rear_near: 12 });
	});

	it('a uniform lift is added only as far as the clearance asks for it', () => {
		const given = shape(roof(0.5), roof(0.5));
		const low = planShims({ ...given, limits: { clearanceFrontMinMm: 10, pitchMaxDeg: 2, rollMaxDeg: 1.5 } });
		expect(Object.values(low.shims).every((t) => t === 0)).to.be.true;
		const bare = low.before.clearance.frontMm as number;
		const high = planShims({ ...given, limits: { clearanceFrontMinMm: bare + 5, pitchMaxDeg: 2, rollMaxDeg: 1.5 } });
		expect(high.feasible).to.be.true;
		expect(high.after.clearance.frontMm).to.be.at.least(bare + 5);
	});
});
