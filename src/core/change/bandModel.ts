import { consensusCurve, lengthsFromApex, normalDistances, type Curve, type Outline } from '../curve/index.js';
import { solveSpd } from '../math/index.js';

/** Shift x and y, turn, place. */
export const COMMON_COLUMNS = 4;

const DEEPEST_MM = 165;
/** The reference is smoothed over this much of its length: a waver must not turn its normals. */
const SMOOTH_MM = 16;

/** The fitted day's curve of a station as a thing to measure against. */
export interface BandModel extends Outline {
	/** What pose and place do to the distance at each point: row-major, points by `COMMON_COLUMNS`. */
	readonly common: Float64Array;
}

/** A waver is longer than the consensus's steps: every second of its points tells as much. */
const EVERY = 2;

/** Points every 8 mm along a smoothed curve from near to off, with outward normals. */
function outlineOf(curves: readonly Curve[]): Outline {
	const curve = consensusCurve(curves);
	const n = curve.xMm.length;
	const { apex, alongMm: along } = lengthsFromApex(curve);
	const places = Array.from({ length: n }, (_, i) => i).filter((i) => i > 0 && i < n - 1 && (i - apex) % EVERY === 0);
	const keep = places.map((i) => smoothAt(curve, along, i)).filter((p) => p.y > -DEEPEST_MM);
	return {
		xMm: Float64Array.from(keep, (p) => p.x),
		yMm: Float64Array.from(keep, (p) => p.y),
		normalX: Float64Array.from(keep, (p) => -p.dy / Math.hypot(p.dx, p.dy)),
		normalY: Float64Array.from(keep, (p) => p.dx / Math.hypot(p.dx, p.dy)),
		alongMm: Float64Array.from(keep, (p) => p.along)
	};
}

interface Smoothed {
	readonly x: number;
	readonly y: number;
	readonly dx: number;
	readonly dy: number;
	readonly along: number;
}

/** Local parabola through the points around one, Gaussian weights: place and direction there. */
function smoothAt(curve: Curve, along: Float64Array, i: number): Smoothed {
	const s0 = along[i] as number;
	const m = new Float64Array(9);
	const bx = new Float64Array(3);
	const by = new Float64Array(3);
	for (let k = 0; k < along.length; k++) {
		const s = (along[k] as number) - s0;
		if (Math.abs(s) > 3 * SMOOTH_MM) continue;
		const w = Math.exp(-0.5 * (s / SMOOTH_MM) ** 2);
		const powers = [1, s, s * s];
		for (let r = 0; r < 3; r++) {
			bx[r] = (bx[r] as number) + w * (powers[r] as number) * (curve.xMm[k] as number);
			by[r] = (by[r] as number) + w * (powers[r] as number) * (curve.yMm[k] as number);
			for (let c = 0; c < 3; c++)
				m[3 * r + c] = (m[3 * r + c] as number) + w * (powers[r] as number) * (powers[c] as number);
		}
	}
	m[8] = (m[8] as number) + 1e-6;
	const [x, dx] = solveSpd(m, bx) as unknown as [number, number];
	const [y, dy] = solveSpd(m, by) as unknown as [number, number];
	return { x, y, dx, dy, along: s0 };
}

/** A neighbouring station's fitted curves, and how far along the back it lies, mm (to the rear positive). */
export interface Neighbour {
	readonly curves: readonly Curve[];
	readonly awayMm: number;
}

/** Where no neighbour is traced: half-width grows to the rear about as on a usual back, mm a mm. */
const usualPlace = (depthMm: number): number => (3 * Math.sqrt(Math.max(0, depthMm)) + 0.1 * depthMm) / 200;

/** How the curve changes for each mm that the station is marked to the rear, along the normals, alike on both sides. */
function placeOf(outline: Outline, neighbours: readonly Neighbour[]): Float64Array {
	const n = outline.xMm.length;
	const usual = Float64Array.from(outline.yMm, (y, k) => usualPlace(-y) * Math.abs(outline.normalX[k] as number));
	if (neighbours.length === 0) return usual;
	const slopes = neighbours.map(({ curves, awayMm }) =>
		normalDistances(outline, consensusCurve(curves)).map((d) => d / awayMm)
	);
	const mirror = (k: number): number => {
		let best = 0;
		const goal = -(outline.alongMm[k] as number);
		for (let i = 0; i < n; i++)
			if (Math.abs((outline.alongMm[i] as number) - goal) < Math.abs((outline.alongMm[best] as number) - goal))
				best = i;
		return best;
	};
	return usual.map((v, k) => {
		const here = slopes.flatMap((s) => [s[k] as number, s[mirror(k)] as number]).filter((d) => !Number.isNaN(d));
		return here.length > 0 ? here.reduce((a, b) => a + b, 0) / here.length : v;
	});
}

/** Prepares the fitted day's curves of one station, with its neighbours' where there are any. */
export function makeBandModel(curves: readonly Curve[], neighbours: readonly Neighbour[]): BandModel {
	const outline = outlineOf(curves);
	const place = placeOf(outline, neighbours);
	const rows = Array.from(outline.xMm, (x, k) => {
		const [y, nx, ny] = [outline.yMm[k], outline.normalX[k], outline.normalY[k]] as [number, number, number];
		return [nx, ny, x * ny - y * nx, place[k] as number];
	});
	return { ...outline, common: Float64Array.from(rows.flat()) };
}
