import { Matrix, solve } from 'ml-matrix';
import {
	balance,
	bedOf,
	padsOf,
	planShims,
	resultantOf,
	seatOf,
	SHIM_STEPS_MM,
	type Point,
	type SeatCase
} from '../src/core/seat/index.js';
import { along, load, seatCase } from '../tests/support/seats.js';

/** Speed of a seat against a plain dense reference in the same run: `npm run bench:seat-speed`. */
const given = (gridMm: number): SeatCase =>
	seatCase(
		{
			back: (x, s) => -0.5 * Math.abs(x) + (s - 225) ** 2 / 8000 + 0.00005 * x * (s - 225),
			saddle: (x, s) => -0.53 * Math.abs(x) + (s - 225) ** 2 / 11000,
			backS: along(0, 450, 30),
			saddleS: along(0, 450, 30),
			bars: [30, 130],
			stepX: 4
		},
		{ gridMm, loads: [load(850, 215, 3)], arch: [[0, 45], [450, 45]] } // prettier-ignore
	);

const lineAt = (points: readonly Point[], x: number): number => {
	for (let i = 1; i < points.length; i++) {
		const [p, q] = [points[i - 1] as Point, points[i] as Point];
		if (x <= q[0]) return p[1] + ((q[1] - p[1]) * (x - p[0])) / (q[0] - p[0]);
	}
	return (points[points.length - 1] as Point)[1];
};
const between = <T extends { readonly sMm: number }>(
	all: readonly T[],
	s: number,
	height: (c: T) => number
): number => {
	let i = 1;
	while (i < all.length - 1 && (all[i] as T).sMm < s) i++;
	const [a, b] = [all[i - 1] as T, all[i] as T];
	const w = (s - a.sMm) / (b.sMm - a.sMm);
	return (1 - w) * height(a) + w * height(b);
};

/** The same model the plain way: every cell looked up anew in every step, a general matrix solved, steps halved. */
function plainReference(c: SeatCase): number {
	const bed = bedOf(c);
	const { weightN, sMm, xMm } = resultantOf(c.loads);
	const gapAt = (i: number, [h, a, b]: readonly number[]): number => {
		const [x, s] = [bed.cells.x[i] as number, bed.cells.s[i] as number];
		const back = between(c.back.sections, s, (k) => lineAt(k.points, x));
		const own = between(c.saddle.sections, s, (k) => lineAt(x < 0 ? k.near : k.off, x));
		return back - own - (h as number) - (a as number) * (s - bed.sRefMm) - (b as number) * x;
	};
	let pose = [-20, 0, 0];
	const energyOf = (p: readonly number[]): number => {
		let e = weightN * ((p[0] as number) + (p[1] as number) * (sMm - bed.sRefMm) + (p[2] as number) * xMm);
		for (let i = 0; i < bed.cells.count; i++) {
			const g = Math.max(0, gapAt(i, p));
			e += 0.0005 * c.kKpaPerMm * (bed.area[i] as number) * (bed.cells.cos[i] as number) * g * g;
		}
		return e;
	};
	for (let step = 0; step < 12; step++) {
		const hessian = Matrix.zeros(3, 3);
		const gradient = [weightN, weightN * (sMm - bed.sRefMm), weightN * xMm];
		for (let i = 0; i < bed.cells.count; i++) {
			const g = gapAt(i, pose);
			if (g <= 0) continue;
			const row = [1, (bed.cells.s[i] as number) - bed.sRefMm, bed.cells.x[i] as number];
			const stiff = 0.001 * c.kKpaPerMm * (bed.area[i] as number) * (bed.cells.cos[i] as number);
			row.forEach((v, r) => {
				gradient[r] = (gradient[r] as number) - stiff * g * v;
				row.forEach((w, k) => hessian.set(r, k, hessian.get(r, k) + stiff * v * w));
			});
		}
		const by = solve(hessian, Matrix.columnVector(gradient.map((v) => -v))).to1DArray();
		let t = 1;
		const now = energyOf(pose);
		while (t > 1e-3 && energyOf(pose.map((p, k) => p + t * (by[k] as number))) > now) t /= 2;
		pose = pose.map((p, k) => p + t * (by[k] as number));
		if (Math.max(...by.map(Math.abs)) < 1e-9) break;
	}
	return pose[0] as number;
}

function timed<T>(what: () => T, times: number): { ms: number; value: T } {
	let value = what();
	const begun = performance.now();
	for (let i = 0; i < times; i++) value = what();
	return { ms: (performance.now() - begun) / times, value };
}

const fine = given(4);
for (let i = 0; i < 5; i++) seatOf(fine);
const seat = timed(() => {
	const bed = bedOf(fine);
	return balance(bed, fine.kKpaPerMm, resultantOf(fine.loads));
}, 20);
const whole = timed(() => seatOf(fine), 20);
const reference = timed(() => plainReference(fine), 2);
console.log(
	`a seat on a 4 mm grid: ${seat.ms.toFixed(1)} ms, with all it says ${whole.ms.toFixed(1)} ms; plain dense reference ${reference.ms.toFixed(0)} ms; ratio ${(seat.ms / reference.ms).toFixed(3)} (both come to h = ${seat.value.pose.hMm.toFixed(4)} and ${reference.value.toFixed(4)} mm)`
);
const coarse = given(12);
const draws = timed(() => {
	for (let i = 0; i < 200; i++) seatOf(coarse);
}, 1);
console.log(`200 draws on a 12 mm grid: ${(draws.ms / 1000).toFixed(2)} s`);
const plan = timed(() => planShims(fine), 2);
const every = timed(() => {
	let best = Infinity;
	for (const front of SHIM_STEPS_MM)
		for (const middle of SHIM_STEPS_MM)
			for (const rear of SHIM_STEPS_MM) {
				const sides = (zone: string, t: number) => ({ [`${zone}_near`]: t, [`${zone}_off`]: t });
				const shims = { ...sides('front', front), ...sides('middle', middle), ...sides('rear', rear) };
				const tried = seatOf({ ...fine, pads: padsOf(shims as Parameters<typeof padsOf>[0]) });
				if (Math.abs(tried.pitchDeg) <= 2 && Math.abs(tried.rollDeg) <= 1.5) best = Math.min(best, tried.unevenness);
			}
	return best;
}, 0);
const all = performance.now();
for (let i = 0; i < 125; i++) seatOf(fine);
const everyMs = performance.now() - all;
console.log(
	`a shim plan: ${plan.ms.toFixed(0)} ms for unevenness ${plan.value.after.unevenness.toFixed(4)}, all 125 sets ${everyMs.toFixed(0)} ms for ${every.value.toFixed(4)}; ratio ${(plan.ms / everyMs).toFixed(3)}`
);
