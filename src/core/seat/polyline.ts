import type { Point } from './types.js';

/** A polyline over strictly growing x, ready to be asked often. */
export interface Polyline {
	readonly x: Float64Array;
	readonly y: Float64Array;
	/** Slope of each piece. */
	readonly slope: Float64Array;
}

export function polylineOf(points: readonly Point[]): Polyline {
	const n = points.length;
	const [x, y, slope] = [new Float64Array(n), new Float64Array(n), new Float64Array(Math.max(0, n - 1))];
	for (let i = 0; i < n; i++) {
		[x[i], y[i]] = points[i] as Point;
		if (i > 0) slope[i - 1] = ((y[i] as number) - (y[i - 1] as number)) / ((x[i] as number) - (x[i - 1] as number));
	}
	return { x, y, slope };
}

/** How far beyond its ends a polyline still counts, mm. */
export const EDGE_TOLERANCE = 1e-7;

export const firstX = (line: Polyline): number => line.x[0] as number;
export const lastX = (line: Polyline): number => line.x[line.x.length - 1] as number;

export const covers = (line: Polyline, x: number): boolean =>
	x >= firstX(line) - EDGE_TOLERANCE && x <= lastX(line) + EDGE_TOLERANCE;

/** The piece that x lies in; on a knot the piece to its right. */
export function pieceAt({ x: xs }: Polyline, x: number): number {
	let [low, high] = [0, xs.length - 2];
	while (low < high) {
		const mid = (low + high + 1) >> 1;
		if ((xs[mid] as number) <= x) low = mid;
		else high = mid - 1;
	}
	return low;
}

/** Height at x within the line's reach; the end pieces go on straight. */
export function heightAt(line: Polyline, x: number, piece = pieceAt(line, x)): number {
	return (line.y[piece] as number) + (line.slope[piece] as number) * (x - (line.x[piece] as number));
}

/** Slope at x; on an inner knot the mean of both pieces. */
export function slopeAt(line: Polyline, x: number, piece = pieceAt(line, x)): number {
	const own = line.slope[piece] as number;
	if (piece > 0 && Math.abs(x - (line.x[piece] as number)) <= EDGE_TOLERANCE)
		return (own + (line.slope[piece - 1] as number)) / 2;
	if (piece < line.slope.length - 1 && Math.abs(x - (line.x[piece + 1] as number)) <= EDGE_TOLERANCE)
		return (own + (line.slope[piece + 1] as number)) / 2;
	return own;
}

/** Linear between points in order of their first number; clamped at both ends. */
export function between(points: readonly (readonly [number, number])[], at: number): number {
	const last = points.length - 1;
	const [first, end] = [points[0] as readonly [number, number], points[last] as readonly [number, number]];
	if (at <= first[0]) return first[1];
	if (at >= end[0]) return end[1];
	let i = 0;
	while ((points[i + 1] as readonly [number, number])[0] < at) i++;
	const [p, q] = [points[i] as readonly [number, number], points[i + 1] as readonly [number, number]];
	return p[1] + ((q[1] - p[1]) * (at - p[0])) / (q[0] - p[0]);
}
