import { expect } from 'chai';
import { seatOf, type SeatCase } from '../../src/core/seat/index.js';
import { along, load, seatCase } from '../support/seats.js';

/** Within a share of the value, or 0.1 of its unit. */
function near(got: number | undefined, wanted: number, share = 0.01, least = 0): void {
	expect(got).to.be.closeTo(wanted, Math.max(share * Math.abs(wanted), least));
}

const K = 1e-3; // N per mm³ at 1 kPa a mm
const L = 450;
const B = 240;
const W = 1000;
const P0 = (W / (B * L)) * 1000; // kPa
const [IN, OUT] = [20, 140];
const at = (e: number, more: Parameters<typeof seatCase>[1] = {}): SeatCase =>
	seatCase({}, { loads: [load(W, 225 + e)], ...more });

describe('a flat saddle on a flat bed: rigid footing on springs (strength of materials, from memory)', () => {
	it('a load in the middle presses evenly', () => {
		const seat = seatOf(at(0));
		near(seat.meanKpa, P0, 1e-6);
		near(seat.pressure.peak.kPa, P0, 1e-6);
		near(seat.balanced.pose.hMm, -P0, 1e-6);
		near(seat.unevenness, 0, 0, 1e-6);
		near(seat.contactMm2 / seat.barMm2, 1, 1e-9);
	});

	it('a load inside the kern: p0 (1 + 6e/L) at the edge, a slope of -12 p0 e/(k L²), rear share 1/3 (1 + 4e/L)', () => {
		const e = L / 12;
		const seat = seatOf(at(e));
		near(seat.pressure.peak.kPa, P0 * (1 + (6 * e) / L));
		near(seat.balanced.pose.a, (-12 * P0 * e) / L ** 2);
		near(seat.split.thirds.rear, (1 + (4 * e) / L) / 3);
	});

	it('a load outside the kern: 2W/(3B(L/2 - e)) at the edge, contact over 3(L/2 - e)', () => {
		const e = L / 3;
		const seat = seatOf(at(e));
		near(seat.pressure.peak.kPa, ((2 * W) / (3 * B * (L / 2 - e))) * 1000);
		near(seat.contactMm2 / B, 3 * (L / 2 - e), 0.02);
	});

	it('two loads weigh as one at their resultant', () => {
		const one = seatOf(seatCase({}, { loads: [load(1000, 255, 10)] }));
		const two = seatOf(seatCase({}, { loads: [load(600, 225, 0), load(400, 300, 25)] }));
		near(two.balanced.pose.hMm, one.balanced.pose.hMm, 1e-8);
		near(two.balanced.pose.a, one.balanced.pose.a, 1e-8);
		near(two.balanced.pose.b, one.balanced.pose.b, 1e-8);
	});

	it('a load to one side: bending of two strips', () => {
		const x = 15;
		const seat = seatOf(seatCase({}, { loads: [load(W, 225, x)] }));
		const inertia = (L * 2 * (OUT ** 3 - IN ** 3)) / 3;
		near(seat.pressure.peak.kPa, P0 + ((W * x * OUT) / inertia) * 1000);
		near(seat.balanced.pose.b, (-W * x) / (K * inertia));
		near(seat.split.sides.off, 0.5 + (x * L * (OUT ** 2 - IN ** 2)) / (2 * inertia));
	});

	it('a back that ends under the saddle carries only where it is', () => {
		const seat = seatOf(seatCase({ backS: [0, 300] }, { loads: [load(W, 150)] }));
		near(seat.meanKpa, (W / (B * 300)) * 1000);
		near(seat.contactMm2 / seat.barMm2, 300 / 450);
		expect(seat.warnings).to.deep.equal(['off-the-back']);
	});

	it('another frame changes the numbers as a change of frame does', () => {
		const seat = seatOf(
			seatCase(
				{ saddle: (_, s) => 0.02 * s + 7, saddleS: [-100, 350], back: () => 3 },
				{ offsetMm: 100, sRefMm: 0, loads: [load(W, 225)] }
			)
		);
		near(seat.balanced.pose.a, -0.02, 1e-6);
		near(seat.balanced.pose.hMm, 3 - (7 + 0.02 * -100) - P0, 1e-6);
	});
});

describe('pads under a flat saddle', () => {
	it('a pad from 0 to t along the bars tips it by t/L and presses as evenly', () => {
		const pads = [{ type: 'profile', tAtS: [[0, 0], [L, 12]], sides: 'both', u: [0, 1] }] as const; // prettier-ignore
		const seat = seatOf(seatCase({}, { pads }));
		near(seat.balanced.pose.a, 12 / L, 1e-6);
		near(seat.pressure.peak.kPa, P0, 1e-6);
		near(seat.balanced.pose.hMm, 6 - P0, 1e-6);
	});

	it('a step under the rear third, in full contact: a = 4t/(3L), h = t/3 - W/(kA) (least squares of a step)', () => {
		const pads = [{ type: 'shim', tMm: 9, place: 'rear', featherMm: 0, sides: 'both', u: [0, 1] }] as const;
		const seat = seatOf(seatCase({}, { pads, loads: [load(3000, 225)] }));
		near(seat.contactMm2 / seat.barMm2, 1);
		near(seat.balanced.pose.a, (4 * 9) / (3 * L));
		near(seat.balanced.pose.hMm, 9 / 3 - 3 * P0);
	});
});

describe('round saddles on a flat bed: contact on springs (K. L. Johnson, Contact Mechanics, 1985, ch. 4, from memory)', () => {
	const R = 400;
	it('a cylinder lying along the back', () => {
		// Bars reach to the middle, so that both together are one cylinder.
		const seat = seatOf(
			seatCase(
				{ saddle: (x) => R - Math.sqrt(R * R - x * x), bars: [0, 120], stepX: 1 },
				{ loads: [load(300, 225)], gridMm: 2 }
			)
		);
		const d = (300 / ((4 / 3) * K * L * Math.sqrt(2 * R))) ** (2 / 3);
		near(-seat.balanced.pose.hMm, d);
		near(seat.pressure.peak.kPa, d);
		near(seat.meanKpa, (2 / 3) * d, 0.02);
		near(seat.contactMm2 / L / 2, Math.sqrt(2 * R * d), 0.02);
	});

	it('a cylinder lying across', () => {
		const R2 = 2000;
		const seat = seatOf(
			seatCase(
				{ saddle: (_, s) => (s - 225) ** 2 / (2 * R2), saddleS: along(0, L, 2), bars: [IN, OUT] },
				{ loads: [load(300, 225)], gridMm: 2 }
			)
		);
		const d = (300 / ((4 / 3) * K * B * Math.sqrt(2 * R2))) ** (2 / 3);
		near(-seat.balanced.pose.hMm, d);
		near(seat.pressure.peak.kPa, d);
		near(seat.contactMm2 / B / 2, Math.sqrt(2 * R2 * d), 0.03);
	});

	it('a paraboloid: F = pi k R d², area 2 pi R d', () => {
		const seat = seatOf(
			seatCase(
				{ saddle: (x, s) => (x * x + (s - 225) ** 2) / (2 * R), saddleS: along(0, L, 2), bars: [0, 140], stepX: 1 },
				{ loads: [load(200, 225)], gridMm: 2 }
			)
		);
		const d = Math.sqrt(200 / (Math.PI * K * R));
		near(-seat.balanced.pose.hMm, d);
		near(seat.contactMm2, 2 * Math.PI * R * d, 0.02);
		near(seat.meanKpa, d / 2, 0.02);
	});

	it('a sphere: F = k pi (R d² - d³/3), area pi (2 R d - d²)', () => {
		const own = (x: number, s: number): number => R - Math.sqrt(Math.max(0, R * R - x * x - (s - 225) ** 2));
		const d = 11;
		const weight = K * Math.PI * (R * d * d - d ** 3 / 3);
		const seat = seatOf(
			seatCase(
				{ saddle: own, saddleS: along(0, L, 2), bars: [0, 140], stepX: 1 },
				{ loads: [load(weight, 225)], gridMm: 2 }
			)
		);
		near(-seat.balanced.pose.hMm, d);
		near(seat.contactMm2, Math.PI * (2 * R * d - d * d), 0.02);
	});
});

describe('bars that bridge and bars that rock', () => {
	const R = 2500;
	const hollow = (_: number, s: number): number => (s - 225) ** 2 / (2 * R);

	it('straight bars on a hollow back: first gap L²/(8R) (sagitta), loaded gap by integration', () => {
		const k = 5;
		const seat = seatOf(seatCase({ back: hollow, backS: along(0, L, 2) }, { kKpaPerMm: k, gridMm: 2 }));
		near(seat.touch.maxMm, L ** 2 / (8 * R));
		const carried = (h: number): number => {
			const s1 = Math.sqrt(2 * R * h);
			const n = 4000;
			let sum = 0;
			for (let i = 0; i < n; i++) {
				const s = s1 + ((i + 0.5) * (L / 2 - s1)) / n;
				sum += ((s * s) / (2 * R) - h) / Math.sqrt(1 + (s / R) ** 2);
			}
			return ((2 * k * K * B * sum * (L / 2 - s1)) / n) as number;
		};
		let [low, high] = [0, L ** 2 / (8 * R)];
		for (let i = 0; i < 80; i++) {
			const mid = (low + high) / 2;
			if (carried(mid) > W) low = mid;
			else high = mid;
		}
		near(seat.balanced.pose.hMm, low);
		near(seat.middleGapMm, low);
		expect(seat.conditions).to.include('bridging');
	});

	const rocking = (e: number) => {
		const [saddleR, backR] = [1200, 3000];
		const curve = (r: number) => (_: number, s: number) => (s - 225) ** 2 / (2 * r);
		const all = along(0, L, 2);
		return seatOf(
			seatCase(
				{ back: curve(backR), saddle: curve(saddleR), backS: all, saddleS: all },
				{ gridMm: 2, loads: [load(300, 225 + e)] }
			)
		);
	};
	const bent = 1 / (1 / 1200 - 1 / 3000);
	it('bars rounder than the back: a cylinder of 1/R = 1/Rs - 1/Rb', () => {
		const d = (300 / ((4 / 3) * K * B * Math.sqrt(2 * bent))) ** (2 / 3);
		const seat = rocking(0);
		near(-seat.balanced.pose.hMm, d);
		near(seat.pressure.peak.kPa, d);
		expect(seat.conditions).to.include('rocking');
	});

	it('the same with the load off the middle rolls without moment: a = -e/R, peak unchanged', () => {
		const [still, rolled] = [rocking(0), rocking(30)];
		near(rolled.balanced.pose.a, -30 / bent);
		near(rolled.balanced.pose.hMm, 30 ** 2 / (2 * bent) + still.balanced.pose.hMm, 0.01, 0.1);
		near(rolled.pressure.peak.kPa, still.pressure.peak.kPa);
	});
});

describe('flanks', () => {
	const roof =
		(deg: number, narrower = 0) =>
		(x: number) =>
			-Math.max(0, Math.abs(x) + narrower) * Math.tan((deg * Math.PI) / 180);
	const cos45 = Math.SQRT1_2;

	it('a roof of 45° with a saddle alike: g = W/(k A cos θ), surface A/cos θ', () => {
		const seat = seatOf(seatCase({ back: roof(45), saddle: roof(45), stepX: 20 }));
		near(-seat.balanced.pose.hMm, P0 / cos45);
		near(seat.pressure.peak.kPa, P0);
		near(seat.contactSurfaceMm2, (B * L) / cos45);
	});

	it('a back narrower by w each side lets it down by w tan θ, pressure unchanged', () => {
		const [before, after] = [0, 6].map((w) => seatOf(seatCase({ back: roof(40, w), saddle: roof(40), stepX: 20 }))) as [
			ReturnType<typeof seatOf>,
			ReturnType<typeof seatOf>
		];
		near(before.balanced.pose.hMm - after.balanced.pose.hMm, 6 * Math.tan((40 * Math.PI) / 180));
		near(after.pressure.peak.kPa, before.pressure.peak.kPa);
	});

	it('a sheet t on a roof of 35° raises it by t/cos θ: a pad makes a saddle narrower (common practice)', () => {
		const shape = { back: roof(35), saddle: roof(35), stepX: 20 };
		const bare = seatOf(seatCase(shape));
		const padded = seatOf(seatCase(shape, { pads: [{ type: 'sheet', tMm: 8, sides: 'both', u: [0, 1] }] }));
		near(padded.balanced.pose.hMm - bare.balanced.pose.hMm, 8 / Math.cos((35 * Math.PI) / 180));
	});

	for (const [word, turned, sign] of [
		['steeper, so narrow', 8, 1],
		['flatter, so wide', -8, -1]
	] as const)
		it(`a saddle ${word}, bears on the ${sign > 0 ? 'outer' : 'inner'} edge: wedge gap on springs`, () => {
			const [bars, k] = [[20, 120] as const, 5];
			const seat = seatOf(
				seatCase(
					{ back: roof(45), saddle: roof(45 + turned), bars, stepX: 20 },
					{ kKpaPerMm: k, loads: [load(600, 225)], gridMm: 1.5 }
				)
			);
			const rad = (deg: number): number => (deg * Math.PI) / 180;
			const D = Math.abs(Math.tan(rad(45 + turned)) - Math.tan(rad(45)));
			const c = Math.sqrt(600 / (L * k * K * cos45 * D));
			near(seat.pressure.peak.kPa, k * cos45 * D * c);
			near(seat.contactMm2 / (2 * L), c, 0.03);
			near(seat.edgeBias.front, sign * (0.5 - c / (3 * 100)));
			expect(seat.conditions).to.include(sign > 0 ? 'narrow' : 'wide');
		});

	it('a twisted back in full contact loads one diagonal', () => {
		const tau = 2e-4;
		const seat = seatOf(seatCase({ back: (x, s) => tau * x * (s - L / 2), stepX: 20 }, { loads: [load(3000, 225)] }));
		const part = (((K * tau * (OUT ** 2 - IN ** 2)) / 2) * (L ** 2 / 9)) / 3000;
		near(seat.split.zones.front_near, 1 / 6 + part);
		near(seat.split.zones.front_off, 1 / 6 - part);
		near(seat.balanced.pose.b, 0, 0, 1e-9);
		near(seat.pressure.peak.kPa, 3 * P0 + tau * OUT * (L / 2));
	});
});
