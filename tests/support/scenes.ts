import type { Picture, Point, Quad } from '../../src/core/photo/index.js';
import { seededRandom } from '../../sim/random.js';

export type Paint = (x: number, y: number) => readonly [number, number, number];

const inside = (q: Quad, x: number, y: number): number => {
	let least = Infinity;
	q.forEach((a, i) => {
		const b = q[(i + 1) % 4] as Point;
		const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
		least = Math.min(least, ((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])) / length);
	});
	return least;
};

export interface Scene {
	readonly width: number;
	readonly height: number;
	/** Going round clockwise in the picture. */
	readonly quad: Quad;
	readonly ground: Paint;
	readonly paper?: readonly [number, number, number];
	/** Share of light that is left at a place. */
	readonly light?: (x: number, y: number) => number;
	/** Breadth of the change from paper to ground, px. */
	readonly softPx?: number;
}

/** A plain picture of paper on a ground, sides softened over about a pixel, with a little grain. */
export function paint({
	width,
	height,
	quad,
	ground,
	paper = [235, 230, 215],
	light = () => 1,
	softPx = 1
}: Scene): Picture {
	const random = seededRandom(11);
	const rgba = new Uint8Array(width * height * 4);
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) {
			const cover = Math.min(1, Math.max(0, inside(quad, x, y) / softPx + 0.5));
			const g = ground(x, y);
			const i = (y * width + x) * 4;
			for (let k = 0; k < 3; k++)
				rgba[i + k] =
					light(x, y) * ((paper[k] as number) * cover + (g[k] as number) * (1 - cover)) + 4 * (random() - 0.5);
			rgba[i + 3] = 255;
		}
	return { width, height, rgba };
}

export const WOOD: Paint = (x, y) => {
	const t = 20 * Math.sin(y / 3 + Math.sin(x / 60));
	return [130 + t, 85 + t * 0.7, 45 + t * 0.4];
};
export const STRIPES: Paint = (x, y) => (Math.sin((x + y * 0.2) / 6) > 0 ? [70, 100, 170] : [130, 175, 205]);
export const DARK: Paint = () => [45, 42, 40];
export const LIKE_PAPER: Paint = () => [236, 231, 216];
