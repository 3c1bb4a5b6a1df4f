import { quantile, sample, type Raster } from './raster.js';

/** A line on the flat sheet at even steps of its length, mm, with how much ink there is at each place. */
export interface FollowedLine {
	readonly xMm: Float64Array;
	readonly yMm: Float64Array;
	/** Ink over the paper beside it, logarithm; near 0 in a gap. */
	readonly ink: Float64Array;
}

const STEP_MM = 0.5;
const REACH_MM = 2.2;
const ACROSS_MM = 0.125;
/** The middle is smoothed over this much of the line: less than a hand's tremor, more than the paper's grain. */
const SMOOTH_MM = 1.6;

/** Points at even steps along a polyline. */
function evenly(x: ArrayLike<number>, y: ArrayLike<number>): { x: Float64Array; y: Float64Array } {
	const along = [0];
	for (let i = 1; i < x.length; i++)
		along.push(
			(along[i - 1] as number) +
				Math.hypot((x[i] as number) - (x[i - 1] as number), (y[i] as number) - (y[i - 1] as number))
		);
	const total = along[along.length - 1] as number;
	const count = Math.max(2, Math.round(total / STEP_MM) + 1);
	const out = { x: new Float64Array(count), y: new Float64Array(count) };
	let j = 1;
	for (let k = 0; k < count; k++) {
		const s = (total * k) / (count - 1);
		while (j < along.length - 1 && (along[j] as number) < s) j++;
		const [s0, s1] = [along[j - 1] as number, along[j] as number];
		const u = s1 > s0 ? (s - s0) / (s1 - s0) : 0;
		out.x[k] = (x[j - 1] as number) + ((x[j] as number) - (x[j - 1] as number)) * u;
		out.y[k] = (y[j - 1] as number) + ((y[j] as number) - (y[j - 1] as number)) * u;
	}
	return out;
}

/** Gaussian smoothing along the line, weighted, the line's own slope kept at its ends. */
function smoothAlong(values: Float64Array, weights: Float64Array, sigma: number): Float64Array {
	const out = new Float64Array(values.length);
	const reach = Math.ceil(3 * sigma);
	for (let i = 0; i < values.length; i++) {
		let s0 = 1e-9;
		let s1 = 0;
		let s2 = 0;
		let t0 = 0;
		let t1 = 0;
		for (let k = Math.max(0, i - reach); k <= Math.min(values.length - 1, i + reach); k++) {
			const d = k - i;
			const w = (weights[k] as number) * Math.exp(-(d * d) / (2 * sigma * sigma)) + 1e-9;
			s0 += w;
			s1 += w * d;
			s2 += w * d * d;
			t0 += w * (values[k] as number);
			t1 += w * d * (values[k] as number);
		}
		const det = s0 * s2 - s1 * s1;
		out[i] = det > 1e-6 * s0 * s0 ? (t0 * s2 - t1 * s1) / det : t0 / s0;
	}
	return out;
}

interface Crossing {
	readonly offMm: number;
	readonly ink: number;
}

/** Middle of the ink across the line at a place, looked for near to it. */
function crossing(
	ink: Raster,
	pxPerMm: number,
	x: number,
	y: number,
	tx: number,
	ty: number,
	reachMm: number
): Crossing {
	const count = Math.round((2 * reachMm) / ACROSS_MM) + 1;
	const profile = new Float64Array(count);
	for (let i = 0; i < count; i++) {
		const o = -reachMm + i * ACROSS_MM;
		let s = 0;
		for (const a of [-0.35, 0, 0.35])
			s += sample(ink, (x - ty * o + tx * a) * pxPerMm - 0.5, (y + tx * o + ty * a) * pxPerMm - 0.5);
		profile[i] = s / 3;
	}
	const edge = Math.min(
		(profile[0] as number) + (profile[1] as number),
		(profile[count - 1] as number) + (profile[count - 2] as number)
	);
	const floor = Math.max(0, edge / 2);
	let best = 0;
	let at = (count - 1) / 2;
	for (let i = 1; i < count - 1; i++) {
		const o = (-reachMm + i * ACROSS_MM) / reachMm;
		const v = ((profile[i] as number) - floor) * (1 - 0.5 * o * o);
		if (v > best) {
			best = v;
			at = i;
		}
	}
	const peak = (profile[at] as number) - floor;
	let mass = 0;
	let moment = 0;
	for (let dir = -1; dir <= 1; dir += 2)
		for (let i = at + (dir > 0 ? 0 : -1); i >= 0 && i < count; i += dir) {
			const v = (profile[i] as number) - floor - 0.25 * peak;
			if (v <= 0) break;
			mass += v;
			moment += v * (-reachMm + i * ACROSS_MM);
		}
	return mass > 0 && peak > 0 ? { offMm: moment / mass, ink: peak } : { offMm: 0, ink: 0 };
}

/** One pass: every place moves to the middle of its ink, smoothly. */
function settle(
	ink: Raster,
	pxPerMm: number,
	line: { x: Float64Array; y: Float64Array },
	reachMm: number
): FollowedLine {
	const n = line.x.length;
	const off = new Float64Array(n);
	const dark = new Float64Array(n);
	const nx = new Float64Array(n);
	const ny = new Float64Array(n);
	for (let i = 0; i < n; i++) {
		const [a, b] = [Math.max(0, i - 4), Math.min(n - 1, i + 4)];
		const dx = (line.x[b] as number) - (line.x[a] as number);
		const dy = (line.y[b] as number) - (line.y[a] as number);
		const length = Math.hypot(dx, dy) || 1;
		const c = crossing(ink, pxPerMm, line.x[i] as number, line.y[i] as number, dx / length, dy / length, reachMm);
		off[i] = c.offMm;
		dark[i] = c.ink;
		nx[i] = -dy / length;
		ny[i] = dx / length;
	}
	const usual = quantile(dark, 0.5);
	const weights = dark.map((v) => Math.min(1, Math.max(0, v / (usual || 1) - 0.2)));
	// A crossing that leaves its neighbours behind is a scribble's or a tick's.
	const rough = smoothAlong(off, weights, 4 / STEP_MM);
	for (let i = 0; i < n; i++) if (Math.abs((off[i] as number) - (rough[i] as number)) > 0.9) weights[i] = 0.02;
	const smooth = smoothAlong(off, weights, SMOOTH_MM / STEP_MM);
	return {
		xMm: line.x.map((v, i) => v + (nx[i] as number) * (smooth[i] as number)),
		yMm: line.y.map((v, i) => v + (ny[i] as number) * (smooth[i] as number)),
		ink: dark
	};
}

/** Carries the line on, or cuts it back, to where its ink ends. */
function fitEnds(ink: Raster, pxPerMm: number, line: FollowedLine): FollowedLine {
	const usual = quantile(line.ink, 0.5);
	const enough = 0.35 * usual;
	const n = line.xMm.length;
	let from = 0;
	let to = n - 1;
	const held = (i: number, dir: number) => [0, 1, 2].every((k) => (line.ink[i + dir * k] ?? 0) > enough);
	while (from < n / 3 && !held(from, 1)) from++;
	while (to > (2 * n) / 3 && !held(to, -1)) to--;
	const xs = Array.from(line.xMm.subarray(from, to + 1));
	const ys = Array.from(line.yMm.subarray(from, to + 1));
	const inks = Array.from(line.ink.subarray(from, to + 1));
	for (const end of ['start', 'end'] as const) {
		const at = end === 'start' ? 0 : xs.length - 1;
		const back = end === 'start' ? 12 : xs.length - 13;
		if (back < 0 || back >= xs.length) continue;
		const [dx, dy] = [(xs[at] as number) - (xs[back] as number), (ys[at] as number) - (ys[back] as number)];
		const length = Math.hypot(dx, dy) || 1;
		let [x, y] = [xs[at] as number, ys[at] as number];
		for (let k = 0; k < 12; k++) {
			x += (dx / length) * STEP_MM;
			y += (dy / length) * STEP_MM;
			const c = crossing(ink, pxPerMm, x, y, dx / length, dy / length, 0.8);
			if (c.ink < enough) break;
			const [px, py] = [x - (dy / length) * c.offMm, y + (dx / length) * c.offMm];
			if (end === 'start') {
				xs.unshift(px);
				ys.unshift(py);
				inks.unshift(c.ink);
			} else {
				xs.push(px);
				ys.push(py);
				inks.push(c.ink);
			}
		}
	}
	return { xMm: Float64Array.from(xs), yMm: Float64Array.from(ys), ink: Float64Array.from(inks) };
}

/** Follows the middle of the drawn line from a coarse path, mm on the flat sheet. */
export function followLine(ink: Raster, pxPerMm: number, xMm: ArrayLike<number>, yMm: ArrayLike<number>): FollowedLine {
	let line = settle(ink, pxPerMm, evenly(xMm, yMm), REACH_MM);
	line = settle(ink, pxPerMm, evenly(line.xMm, line.yMm), 1.2);
	line = fitEnds(ink, pxPerMm, line);
	return settle(ink, pxPerMm, evenly(line.xMm, line.yMm), 0.9);
}
