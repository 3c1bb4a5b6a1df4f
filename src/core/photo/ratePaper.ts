import type { Channels } from './channels.js';
import type { Edges } from './edges.js';
import type { Point, Quad } from './geometry.js';
import { runningMost } from './extremes.js';
import { quantile, sample, type Raster } from './raster.js';

export interface PaperRating {
	/** Share of places along the sides where inside looks like this sheet's paper and outside does not, 0..1. */
	readonly share: number;
	/** The same of each side. */
	readonly sides: readonly number[];
}

const GRID = 24;
const ALONG = 36;

/** From one point to another, 0..1. */
export const lerp = (a: Point, b: Point, u: number): Point => [a[0] + (b[0] - a[0]) * u, a[1] + (b[1] - a[1]) * u];
/** A place within four corners, 0..1 along the first side and away from it. */
export const inQuad = (q: Quad, u: number, v: number): Point => lerp(lerp(q[0], q[1], u), lerp(q[3], q[2], u), v);

/** Middle and spread of what a channel holds inside the sheet. */
function spreadOf(channel: Raster, points: readonly Point[]): { mid: number; spread: number } {
	const values = points.map((p) => sample(channel, p[0], p[1]));
	const mid = quantile(values, 0.5);
	const away = values.map((v) => Math.abs(v - mid));
	return { mid, spread: Math.max(0.012, 1.5 * quantile(away, 0.5)) };
}

const ROUGH_REACH_PX = 2;
const keptRough = new WeakMap<Edges, Float32Array>();

/** Strongest edge about each pixel, how rough it is there: kept by the edges, as hundreds of sheets are rated on them. */
function roughOf(edges: Edges): Float32Array {
	const found = keptRough.get(edges) ?? runningMost({ ...edges, data: edges.strength }, ROUGH_REACH_PX).data;
	keptRough.set(edges, found);
	return found;
}

/** How rough it is near a point; well outside the picture it is not. */
function roughness(edges: Edges, [x, y]: Point): number {
	const px = Math.min(edges.width - 1, Math.max(0, Math.round(x)));
	const py = Math.min(edges.height - 1, Math.max(0, Math.round(y)));
	if (Math.max(Math.abs(px - x), Math.abs(py - y)) > ROUGH_REACH_PX + 0.5) return 0;
	return roughOf(edges)[py * edges.width + px] as number;
}

/** How far a place is from the colour that a sheet has at some places inside it, in its own spreads. */
export function paperColour(channels: Channels, inside: readonly Point[]): (p: Point) => number {
	const red = spreadOf(channels.redness, inside);
	const blue = spreadOf(channels.blueness, inside);
	return (p) =>
		Math.max(
			Math.abs(sample(channels.redness, p[0], p[1]) - red.mid) / red.spread,
			Math.abs(sample(channels.blueness, p[0], p[1]) - blue.mid) / blue.spread
		);
}

/**
 * Rates how well four corners part paper from ground: paper is of one colour and smooth, the ground
 * next to it differs in colour, in roughness, or in light at the very edge.
 */
export function ratePaper(channels: Channels, edges: Edges, corners: Quad): PaperRating {
	const inner: Point[] = [];
	for (let i = 0; i < GRID; i++)
		for (let j = 0; j < GRID; j++)
			inner.push(inQuad(corners, 0.08 + (0.84 * i) / (GRID - 1), 0.08 + (0.84 * j) / (GRID - 1)));
	const colourOff = paperColour(channels, inner);
	const smooth = Math.max(
		quantile(
			inner.map((p) => roughness(edges, p)),
			0.6
		),
		edges.floor * 0.25
	);
	const size = Math.max(edges.width, edges.height);
	const stepPx = Math.max(4, 0.008 * size);
	const centre = inQuad(corners, 0.5, 0.5);
	const shares: number[] = [];
	for (let s = 0; s < 4; s++) {
		const [a, b] = [corners[s] as Point, corners[(s + 1) % 4] as Point];
		const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
		let nx = -(b[1] - a[1]) / length;
		let ny = (b[0] - a[0]) / length;
		if ((centre[0] - a[0]) * nx + (centre[1] - a[1]) * ny < 0) [nx, ny] = [-nx, -ny];
		let good = 0;
		for (let k = 0; k < ALONG; k++) {
			const p = lerp(a, b, 0.03 + (0.94 * k) / (ALONG - 1));
			const at = (steps: number): Point => [p[0] + nx * stepPx * steps, p[1] + ny * stepPx * steps];
			const insideOff = Math.min(colourOff(at(1)), colourOff(at(2)));
			const insideRough = Math.min(roughness(edges, at(1.4)), roughness(edges, at(2.4)));
			const paper = (insideOff < 3.5 ? 0.6 : 0) + (insideRough <= 2.2 * smooth ? 0.4 : 0);
			const out = [at(-1), at(-2)];
			const colour = Math.max(...out.map(colourOff));
			const light = Math.abs(sample(channels.light, ...at(0.9)) - sample(channels.light, ...at(-0.9)));
			const rough = Math.max(...[at(-1.4), at(-2.4)].map((o) => roughness(edges, o)));
			const ground = Math.min(
				1,
				(colour > 4 ? 0.8 : 0) + (light > 0.08 ? 0.7 : light > 0.035 ? 0.4 : 0) + (rough > 3 * smooth ? 0.5 : 0)
			);
			good += paper * ground;
		}
		shares.push(good / ALONG);
	}
	const mean = shares.reduce((x, y) => x + y, 0) / 4;
	return { share: 0.6 * mean + 0.4 * Math.min(...shares), sides: shares };
}
