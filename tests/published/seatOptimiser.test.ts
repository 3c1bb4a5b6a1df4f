import { expect } from 'chai';
import numeric from 'numeric';
import { bedOf, resultantOf, seatOf, type SeatCase } from '../../src/core/seat/index.js';
import { seededRandom, type Random } from '../../sim/random.js';
import { along, load, seatCase, shim } from '../support/seats.js';

const between = (a: number, b: number, random: Random): number => a + (b - a) * random();

/** A made-up back and a saddle that fits it more or less. */
function madeCase(random: Random): SeatCase {
	const [steep, widening] = [between(0.4, 1, random), between(-4e-4, 4e-4, random)];
	const [dip, twist] = [between(3000, 9000, random), between(-1e-4, 1e-4, random)];
	const own = { steep: steep + between(-0.12, 0.12, random), dip: dip * between(0.6, 1.8, random) };
	const shape = (s0: number, r: number, t: number) => (x: number, s: number) =>
		-(s0 - widening * s) * Math.abs(x) + (s - 225) ** 2 / (2 * r) + t * x * (s - 225);
	return seatCase(
		{
			back: shape(steep, dip, twist),
			saddle: shape(own.steep, own.dip, 0),
			backS: along(0, 450, 50),
			saddleS: along(0, 450, 50),
			bars: [30, 130],
			backX: 160,
			stepX: 10
		},
		{
			kKpaPerMm: between(0.5, 4, random),
			loads: [load(between(500, 1100, random), between(190, 260, random), between(-8, 8, random))],
			pads: random() < 0.4 ? [shim('front', 6, { sides: random() < 0.5 ? 'near' : 'both' })] : [],
			gridMm: 12
		}
	);
}

/** The energy of seat-format section 3, written anew. */
function energyOf(given: SeatCase) {
	const { cells, area, sRefMm } = bedOf(given);
	const { weightN, sMm, xMm } = resultantOf(given.loads);
	return (h: number, a: number, b: number): number => {
		let sum = weightN * (h + a * (sMm - sRefMm) + b * xMm);
		for (let i = 0; i < cells.count; i++) {
			if (Number.isNaN(cells.c[i])) continue;
			const g = Math.max(0, cells.c[i]! - h - a * (cells.s[i]! - sRefMm) - b * cells.x[i]!);
			sum += 0.5 * (given.kKpaPerMm / 1000) * area[i]! * cells.cos[i]! * g * g;
		}
		return sum;
	};
}

describe('an optimiser that knows nothing of saddles (BFGS of a numerical package)', function () {
	this.timeout(300_000);
	it('comes to the same pose, drop, mean pressure and shares on 200 made-up cases', () => {
		const random = seededRandom(4711);
		for (let k = 0; k < 200; k++) {
			const given = madeCase(random);
			const seat = seatOf(given);
			const energy = energyOf(given);
			// Scaled so that a unit of each is about a millimetre at the saddle's ends.
			const at = ([h, q, r]: number[]) => energy(h! + seat.touch.hMm, q! / 200, r! / 100);
			const start = numeric.uncmin(at, [-10, 0, 0], 1e-10).solution;
			const [h, a, b] = [start[0]! + seat.touch.hMm, start[1]! / 200, start[2]! / 100];
			const { pose } = seat.balanced;
			expect(seat.touch.hMm - h, `drop ${k}`).to.be.closeTo(seat.dropMm, 0.01 * seat.dropMm);
			expect([a, b], `slopes ${k}`).to.satisfy(
				([p, q]: number[]) => Math.abs(p! - pose.a) < 2e-4 && Math.abs(q! - pose.b) < 2e-4
			);
			const { cells, area, sRefMm } = seat.bed;
			let [force, contact, front] = [0, 0, 0];
			for (let i = 0; i < cells.count; i++) {
				const g = cells.c[i]! - h - a * (cells.s[i]! - sRefMm) - b * cells.x[i]!;
				if (!(g > 0)) continue;
				const f = (given.kKpaPerMm / 1000) * cells.cos[i]! * g * area[i]!;
				force += f;
				contact += area[i]!;
				if (cells.s[i]! < 150) front += f;
			}
			expect((force * 1000) / contact, `mean ${k}`).to.be.closeTo(seat.meanKpa, 0.01 * seat.meanKpa);
			expect(front / force, `front ${k}`).to.be.closeTo(seat.split.thirds.front, 0.01);
		}
	});
});
