import type { Places } from './bed.js';
import type { Pose } from './types.js';

type Corner = readonly [ds: number, x: number, c: number];

/** Plane through three corners: h + a ds + b x = c; undefined where they lie in line. */
function planeThrough([p, q, r]: readonly [Corner, Corner, Corner]): Pose | undefined {
	const [u0, u1, u2] = [q[0] - p[0], q[1] - p[1], q[2] - p[2]];
	const [v0, v1, v2] = [r[0] - p[0], r[1] - p[1], r[2] - p[2]];
	const det = u0 * v1 - u1 * v0;
	if (Math.abs(det) < 1e-9) return undefined;
	const a = (u2 * v1 - u1 * v2) / det;
	const b = (u0 * v2 - u2 * v0) / det;
	return { hMm: p[2] - a * p[0] - b * p[1], a, b };
}

/** Shares of three corners that make up a point in plan; all at least 0 where it lies within them. */
function shares([p, q, r]: readonly [Corner, Corner, Corner], ds: number, x: number): number[] {
	const det = (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]);
	const wq = ((ds - p[0]) * (r[1] - p[1]) - (x - p[1]) * (r[0] - p[0])) / det;
	const wr = ((q[0] - p[0]) * (x - p[1]) - (q[1] - p[1]) * (ds - p[0])) / det;
	return [1 - wq - wr, wq, wr];
}

const MOST_PIVOTS = 500;
/** Corners far outside and deep below, to begin from; none of them may be left at the end. */
const FAR_MM = 1e4;
const DEEP_MM = -1e7;
const within = 1e-9;

/**
 * How a saddle rests with next to no weight: the lowest plane over all corners at the load's place, by the dual
 * simplex method. Undefined where it does not come to an end.
 */
export function restPose(corners: Places, sRefMm: number, atS: number, atX: number): Pose | undefined {
	const ds = atS - sRefMm;
	let three: [Corner, Corner, Corner] = [
		[ds - FAR_MM, atX - FAR_MM, DEEP_MM],
		[ds + FAR_MM, atX - FAR_MM, DEEP_MM],
		[ds, atX + FAR_MM, DEEP_MM]
	];
	for (let pivot = 0; pivot < MOST_PIVOTS; pivot++) {
		const plane = planeThrough(three);
		if (!plane) return undefined;
		let [worst, most] = [-1, within];
		for (let i = 0; i < corners.count; i++) {
			const over =
				(corners.c[i] as number) -
				plane.hMm -
				plane.a * ((corners.s[i] as number) - sRefMm) -
				plane.b * (corners.x[i] as number);
			if (over > most) [worst, most] = [i, over];
		}
		if (worst < 0) return three.some((c) => c[2] <= DEEP_MM / 2) ? undefined : plane;
		const met: Corner = [(corners.s[worst] as number) - sRefMm, corners.x[worst] as number, corners.c[worst] as number];
		const entered = exchange(three, met, ds, atX);
		if (!entered) return undefined;
		three = entered;
	}
	return undefined;
}

/** Puts a corner in the place of one of three so that the load still lies within them; the fullest such triangle. */
function exchange(
	three: readonly [Corner, Corner, Corner],
	met: Corner,
	ds: number,
	x: number
): [Corner, Corner, Corner] | undefined {
	let best: [Corner, Corner, Corner] | undefined;
	let height = -Infinity;
	for (let i = 0; i < 3; i++) {
		const tried = three.map((c, k) => (k === i ? met : c)) as [Corner, Corner, Corner];
		const w = shares(tried, ds, x);
		if (!w.every((v) => v >= -within)) continue;
		const plane = planeThrough(tried);
		if (!plane) continue;
		const there = plane.hMm + plane.a * ds + plane.b * x;
		if (there > height) [best, height] = [tried, there];
	}
	return best;
}
