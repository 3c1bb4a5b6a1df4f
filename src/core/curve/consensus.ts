import { median } from '../math/index.js';
import { frameAtApex } from './findApex.js';
import { walkSide } from './halfWidth.js';
import { SIDES, sideSign, type Curve, type Side } from './types.js';

const STEP_MM = 4;

/** One side resampled every 4 mm of its own length outward from the apex: flat x, y pairs in mm. */
function resampleSide(curve: Curve, side: Side): [number, number][] {
	const walk = walkSide(curve, side);
	const sign = sideSign(side);
	const points: [number, number][] = [];
	let along = 0;
	let next = 0;
	for (let i = 1; i < walk.outMm.length; i++) {
		const x0 = walk.outMm[i - 1] as number;
		const d0 = walk.depthMm[i - 1] as number;
		const dx = (walk.outMm[i] as number) - x0;
		const dd = (walk.depthMm[i] as number) - d0;
		const length = Math.hypot(dx, dd);
		for (; next <= along + length; next += STEP_MM) {
			const t = length > 0 ? (next - along) / length : 0;
			points.push([sign * (x0 + t * dx), -(d0 + t * dd)]);
		}
		along += length;
	}
	return points;
}

function middlePoint(
	runs: readonly (readonly [number, number][])[],
	which: readonly number[],
	i: number
): [number, number] {
	const here = which.map((k) => runs[k]?.[i] as [number, number]);
	return [median(here.map((p) => p[0])), median(here.map((p) => p[1]))];
}

/**
 * The middle curve of several tracings of one station, each framed at its own apex: the median of
 * the points at equal lengths from the apex, as far as at least half of the tracings reach.
 */
export function consensusCurve(curves: readonly Curve[]): Curve {
	const framed = curves.map(frameAtApex);
	const bySide = SIDES.map((side) => {
		const runs = framed.map((c) => resampleSide(c, side));
		const merged: [number, number][] = [];
		let joined = runs.map((_, k) => k);
		let jump: [number, number] = [0, 0];
		for (let i = 0; ; i++) {
			const present = joined.filter((k) => (runs[k] as [number, number][]).length > i);
			if (present.length === 0 || present.length * 2 < runs.length) break;
			// Where a shorter tracing ends, the others carry on from where all stood together.
			if (present.length < joined.length && i > 0) {
				const [all, rest] = [middlePoint(runs, joined, i - 1), middlePoint(runs, present, i - 1)];
				jump = [jump[0] + all[0] - rest[0], jump[1] + all[1] - rest[1]];
				joined = present;
			}
			const [x, y] = middlePoint(runs, present, i);
			merged.push([x + jump[0], y + jump[1]]);
		}
		return merged;
	});
	const [near, off] = bySide as [[number, number][], [number, number][]];
	const points = [...near.slice(1).reverse(), [0, 0] as [number, number], ...off.slice(1)];
	return { xMm: Float64Array.from(points, (p) => p[0]), yMm: Float64Array.from(points, (p) => p[1]) };
}
