import { distance, quadArea, type Quad } from './geometry.js';

/** Sheets that are read, long side and short side in mm (ISO 216; ANSI/ASME Y14.1 for letter and tabloid). */
export const SHEETS = {
	a4: { longMm: 297, shortMm: 210 },
	a3: { longMm: 420, shortMm: 297 },
	a2: { longMm: 594, shortMm: 420 },
	letter: { longMm: 279.4, shortMm: 215.9 },
	tabloid: { longMm: 431.8, shortMm: 279.4 }
} as const;
export type SheetName = keyof typeof SHEETS;
export const SHEET_NAMES = Object.keys(SHEETS) as SheetName[];

/** Corners turned so that the first side, from the first corner to the second, is a long one, going round clockwise in the picture. */
export function longSideFirst(corners: Quad): Quad {
	const round = (quadArea(corners) > 0 ? corners : [...corners].reverse()) as Quad;
	const a = distance(round[0], round[1]) + distance(round[2], round[3]);
	const b = distance(round[1], round[2]) + distance(round[3], round[0]);
	return a >= b ? round : [round[1], round[2], round[3], round[0]];
}

/**
 * Long side over short side of the sheet itself, from its corners in the picture and the picture's
 * middle, for square pixels and an undistorted lens; undefined where the view is so straight on that
 * the focal length cannot be told and the plain ratio of sides serves. After Zhang & He, Whiteboard
 * scanning and image enhancement, 2007 (from memory).
 */
export function aspectOf(corners: Quad, width: number, height: number): number {
	const c = longSideFirst(corners);
	const m = c.map(([x, y]) => [x - width / 2, y - height / 2, 1] as const);
	const [m1, m2, m4, m3] = m as unknown as [V, V, V, V];
	const k2 = dot(cross(m1, m4), m3) / dot(cross(m2, m4), m3);
	const k3 = dot(cross(m1, m4), m2) / dot(cross(m3, m4), m2);
	const n2 = [k2 * m2[0] - m1[0], k2 * m2[1] - m1[1], k2 - 1] as const;
	const n3 = [k3 * m3[0] - m1[0], k3 * m3[1] - m1[1], k3 - 1] as const;
	const plain = (distance(c[0], c[1]) + distance(c[2], c[3])) / (distance(c[1], c[2]) + distance(c[3], c[0]));
	if (Math.abs(n2[2]) < 0.02 || Math.abs(n3[2]) < 0.02) return plain;
	const f2 = -(n2[0] * n3[0] + n2[1] * n3[1]) / (n2[2] * n3[2]);
	const size = Math.max(width, height);
	// A phone's focal length lies between about 0.5 and 2 picture widths; outside that the ratio is noise.
	if (!(f2 > (0.45 * size) ** 2 && f2 < (3 * size) ** 2)) return plain;
	const long = Math.hypot(n2[0], n2[1], n2[2] * Math.sqrt(f2));
	const short = Math.hypot(n3[0], n3[1], n3[2] * Math.sqrt(f2));
	return long / short;
}

type V = readonly [number, number, number];
const cross = (a: V, b: V): V => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const dot = (a: V, b: V): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
