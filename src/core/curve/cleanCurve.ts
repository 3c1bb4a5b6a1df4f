import { CoreError } from '../errors/index.js';
import { isLongLine, makeCurve, type Curve, type Station } from './types.js';

export const MAX_POINTS = 20_000;
const SMALLEST_WIDTH_MM = 60;
const LARGEST_COORDINATE_MM = 2_000;
/** A pen may wander back a little at an overhang; more than this is a jump between points. */
const LARGEST_BACKSTEP_MM = 12;

export interface CleanCurve {
	readonly curve: Curve;
	readonly warnings: readonly string[];
}

function distinct(points: readonly (readonly [number, number])[]): (readonly [number, number])[] {
	return points.filter((p, i) => {
		const before = points[i - 1];
		return !before || Math.hypot(p[0] - before[0], p[1] - before[1]) > 1e-6;
	});
}

function refuseDisorder(points: readonly (readonly [number, number])[]): void {
	let furthest = -Infinity;
	points.forEach(([x], i) => {
		if (furthest - x > LARGEST_BACKSTEP_MM) throw new CoreError('points-out-of-order', { point: i + 1, xMm: x });
		furthest = Math.max(furthest, x);
	});
}

function refuseWrongScale(widthMm: number): void {
	if (widthMm >= SMALLEST_WIDTH_MM) return;
	const unit = widthMm < 22 ? 'inch' : 'cm';
	throw new CoreError('looks-like-other-unit', { widthMm: Math.round(widthMm * 10) / 10, unit });
}

/** How far the middle of the line stands above the straight line between its ends, mm. */
function archHeightMm(points: readonly (readonly [number, number])[]): number {
	const [x0, y0] = points[0] as readonly [number, number];
	const [x1, y1] = points[points.length - 1] as readonly [number, number];
	let extreme = 0;
	for (const [x, y] of points) {
		const above = y - (y0 + ((x - x0) / (x1 - x0)) * (y1 - y0));
		if (Math.abs(above) > Math.abs(extreme)) extreme = above;
	}
	return extreme;
}

/**
 * Checks drawn points (mm, near to off) and makes a curve of them. Doubled points are dropped;
 * a line drawn from off to near is turned round and says so.
 * Of a named long line no arch is asked. Throws `too-few-points`, `too-many-points`, `bad-number`, `out-of-range`, `points-out-of-order`,
 * `looks-like-other-unit`, `upside-down`, `curve-too-flat`.
 */
export function cleanCurve(raw: readonly (readonly [number, number])[], station?: Station): CleanCurve {
	if (raw.length > MAX_POINTS) throw new CoreError('too-many-points', { count: raw.length, limit: MAX_POINTS });
	raw.forEach(([x, y], i) => {
		if (!Number.isFinite(x) || !Number.isFinite(y)) throw new CoreError('bad-number', { point: i + 1 });
		if (Math.abs(x) > LARGEST_COORDINATE_MM || Math.abs(y) > LARGEST_COORDINATE_MM)
			throw new CoreError('out-of-range', { point: i + 1, limitMm: LARGEST_COORDINATE_MM });
	});
	let points = distinct(raw);
	if (points.length < 5) throw new CoreError('too-few-points', { count: points.length, needed: 5 });
	const warnings: string[] = [];
	const first = points[0] as readonly [number, number];
	const last = points[points.length - 1] as readonly [number, number];
	if (first[0] > last[0]) {
		points = [...points].reverse();
		warnings.push('turned-round');
	}
	refuseDisorder(points);
	refuseWrongScale(Math.abs(last[0] - first[0]));
	// A long line may sink, rise or run straight: it has no arch.
	if (station !== undefined && isLongLine(station)) return { curve: makeCurve(points), warnings };
	const archMm = archHeightMm(points);
	if (archMm < -8) throw new CoreError('upside-down', { dipMm: Math.round(-archMm) });
	if (archMm < 8) throw new CoreError('curve-too-flat', { archMm: Math.round(archMm) });
	return { curve: makeCurve(points), warnings };
}
