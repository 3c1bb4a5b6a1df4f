import type { Channels } from './channels.js';
import type { Point, Quad } from './geometry.js';
import { meet } from './geometry.js';
import { quantile, sample } from './raster.js';

export interface RefinedSheet {
	readonly corners: Quad;
	/** Typical distance of a side's edge points from its straight line, px of the channels. */
	readonly straightnessPx: number;
}

const POINTS = 140;

/** Combined steepness across a side at a place: light and both colours. */
function steepness(channels: Channels, [x, y]: Point, [nx, ny]: Point, halfPx: number): number {
	let sum = 0;
	for (const c of [channels.light, channels.redness, channels.blueness]) {
		const d = sample(c, x + nx * halfPx, y + ny * halfPx) - sample(c, x - nx * halfPx, y - ny * halfPx);
		sum += d * d;
	}
	return Math.sqrt(sum);
}

interface SidePoint {
	readonly u: number;
	readonly offPx: number;
	readonly weight: number;
}

/** An edge this strong, beside the strongest near it, ends the paper: what lies further out is the ground's own pattern. */
const FIRST_EDGE_SHARE = 0.45;

/** Place of the first strong peak, coming from the paper; `profile` runs from inside to outside. */
function firstPeak(profile: readonly number[]): number {
	const most = Math.max(...profile);
	for (let i = 1; i < profile.length - 1; i++) {
		const v = profile[i] as number;
		if (v >= FIRST_EDGE_SHARE * most && v >= (profile[i - 1] as number) && v >= (profile[i + 1] as number)) return i;
	}
	return profile.indexOf(most);
}

/** Where along its outward normal the edge lies, for points along one side. */
function edgePoints(channels: Channels, a: Point, b: Point, n: Point, reachPx: number): SidePoint[] {
	const found: SidePoint[] = [];
	const step = 0.25;
	for (let k = 0; k < POINTS; k++) {
		const u = 0.03 + (0.94 * k) / (POINTS - 1);
		const p: Point = [a[0] + (b[0] - a[0]) * u, a[1] + (b[1] - a[1]) * u];
		const profile: number[] = [];
		for (let o = -reachPx; o <= reachPx; o += step)
			profile.push(steepness(channels, [p[0] + n[0] * o, p[1] + n[1] * o], n, 0.75));
		const at = firstPeak(profile);
		const peak = profile[at] as number;
		let lo = at;
		let hi = at;
		while (lo > 0 && (profile[lo - 1] as number) > peak / 2) lo--;
		while (hi < profile.length - 1 && (profile[hi + 1] as number) > peak / 2) hi++;
		let mass = 0;
		let moment = 0;
		for (let i = lo; i <= hi; i++) {
			const w = (profile[i] as number) - peak / 2;
			mass += w;
			moment += w * (-reachPx + i * step);
		}
		if (mass > 0) found.push({ u, offPx: moment / mass, weight: peak });
	}
	return found;
}

/** An edge point this near to a line speaks for it, px. */
const INLIER_PX = 1;

/** The line off = c0 + c1 (u − ½) that most edge points agree on: every pair of points proposes one. */
function agreedLine(points: readonly SidePoint[]): { c0: number; c1: number } {
	const some = points.filter((_, i) => i % 3 === 0);
	let best = { c0: 0, c1: 0, votes: -1 };
	for (let i = 0; i < some.length; i++)
		for (let j = i + 8; j < some.length; j++) {
			const [a, b] = [some[i] as SidePoint, some[j] as SidePoint];
			const c1 = (b.offPx - a.offPx) / (b.u - a.u);
			const c0 = a.offPx - c1 * (a.u - 0.5);
			let votes = 0;
			for (const p of points) {
				const r = Math.abs(p.offPx - c0 - c1 * (p.u - 0.5));
				if (r < 2 * INLIER_PX) votes += 1 - r / (2 * INLIER_PX);
			}
			if (votes > best.votes) best = { c0, c1, votes };
		}
	return best;
}

/** The agreed line made exact by least squares over the points that agree, weighted by their distance. */
function fitSide(points: readonly SidePoint[]): { c0: number; c1: number; spreadPx: number } {
	let { c0, c1 } = agreedLine(points);
	for (let round = 0; round < 6; round++) {
		let s0 = 0;
		let s1 = 0;
		let s2 = 0;
		let t0 = 0;
		let t1 = 0;
		for (const p of points) {
			const u = p.u - 0.5;
			const r = (p.offPx - c0 - c1 * u) / INLIER_PX;
			const w = 1 / (1 + r * r) ** 2;
			s0 += w;
			s1 += w * u;
			s2 += w * u * u;
			t0 += w * p.offPx;
			t1 += w * u * p.offPx;
		}
		const det = s0 * s2 - s1 * s1;
		if (Math.abs(det) < 1e-9) break;
		c0 = (t0 * s2 - t1 * s1) / det;
		c1 = (t1 * s0 - t0 * s1) / det;
	}
	const away = points.map((p) => Math.abs(p.offPx - c0 - c1 * (p.u - 0.5)));
	return { c0, c1, spreadPx: quantile(away, 0.5) };
}

/** Sides fitted to a fraction of a pixel along all of their length. Corners and results in px of the channels. */
export function refineSides(channels: Channels, corners: Quad, reachPx: number): RefinedSheet {
	const lines: { thetaRad: number; rhoPx: number }[] = [];
	const spreads: number[] = [];
	const centre: Point = [0, 1].map(
		(i) => corners.reduce((sum, c) => sum + (c[i] as number), 0) / 4
	) as unknown as Point;
	for (let s = 0; s < 4; s++) {
		const [a, b] = [corners[s] as Point, corners[(s + 1) % 4] as Point];
		const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
		const side: Point = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
		const inward = (centre[0] - a[0]) * side[0] + (centre[1] - a[1]) * side[1] > 0;
		const n: Point = inward ? [-side[0], -side[1]] : side;
		const points = edgePoints(channels, a, b, n, reachPx);
		const { c0, c1, spreadPx } = fitSide(points);
		spreads.push(spreadPx);
		const [offA, offB] = [c0 - c1 / 2, c0 + c1 / 2];
		const [p, q] = [
			[a[0] + n[0] * offA, a[1] + n[1] * offA],
			[b[0] + n[0] * offB, b[1] + n[1] * offB]
		] as [Point, Point];
		const theta = Math.atan2(q[0] - p[0], -(q[1] - p[1]));
		lines.push({ thetaRad: theta, rhoPx: p[0] * Math.cos(theta) + p[1] * Math.sin(theta) });
	}
	const refined = [0, 1, 2, 3].map(
		(i) =>
			meet(lines[(i + 3) % 4] as (typeof lines)[number], lines[i] as (typeof lines)[number]) ?? (corners[i] as Point)
	);
	return {
		corners: refined as unknown as Quad,
		straightnessPx: Math.max(...spreads)
	};
}
