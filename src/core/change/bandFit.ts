import {
	BAND_BOTTOM_MM,
	BAND_TOP_MM,
	consensusCurve,
	frameAtApex,
	normalDistances,
	removePose,
	type Curve
} from '../curve/index.js';
import { solveSpd } from '../math/index.js';
import { degToRad } from '../units/index.js';

/**
 * What a tracing may differ in from the fitted day's curve. All of it is fitted together, over the whole
 * curve: tilt of the paper grows downward and opposite on the two sides, an apex picked aside shifts all
 * depths alike, a station marked off its place goes toward the neighbouring cut on both sides, and muscle
 * is a bump. The figures are what these usually amount to; muscle is left nearly free.
 */
const TILT_SD_RAD = degToRad(1.5);
const APEX_X_SD_MM = 2;
const APEX_Y_SD_MM = 0.5;
const PLACE_SD_MM = 11;
const BUMP_SD_MM = 25;
const BUMP_CENTRE_MM = 88;
const BUMP_REACH_MM = 38;
/** Smaller bumps let muscle have another shape than the one above. */
const RIPPLE_SD_MM = 0.5;
const RIPPLE_CENTRES_MM = [35, 60, 85, 110, 135] as const;
const RIPPLE_REACH_MM = 18;
/** The length over which a tracing wavers together, mm. */
const WAVER_MM = 30;
const DEEPEST_MM = 165;
/** The reference is smoothed over this much of its length: a waver must not turn its normals. */
const SMOOTH_MM = 16;
const COMMON = 4;
const PER_SIDE = 1 + RIPPLE_CENTRES_MM.length;
const PARAMETERS = COMMON + 2 * PER_SIDE;

/** The fitted day's curve of a station as a thing to measure against. */
export interface BandModel {
	readonly xMm: Float64Array;
	readonly yMm: Float64Array;
	readonly normalX: Float64Array;
	readonly normalY: Float64Array;
	readonly alongMm: Float64Array;
	/** What pose and place do to the distance at each point: row-major, points by four. */
	readonly common: Float64Array;
	/** Mean change of half-width over the band for each parameter of muscle, mm a mm, per side. */
	readonly bandOf: { readonly near: Float64Array; readonly off: Float64Array };
}

/** One tracing against the model. */
export interface BandReading {
	/** Change of the mean half-width over the band, mm; undefined where too little of the band is drawn. */
	readonly nearMm: number | undefined;
	readonly offMm: number | undefined;
	/** What is left of the distances without pose: place, muscle and waver, all but the last the same in every repeat; mm, NaN where not met. */
	readonly posedMm: Float64Array;
	/** The same without place. */
	readonly leftMm: Float64Array;
	/** Pose and place that were found: shift x and y mm, turn rad, place mm. */
	readonly common: Common;
}

/** Shift x and y mm, turn rad, place mm. */
export type Common = readonly [xMm: number, yMm: number, turnRad: number, placeMm: number];
export const NO_COMMON: Common = [0, 0, 0, 0];

type Outline = Pick<BandModel, 'xMm' | 'yMm' | 'normalX' | 'normalY' | 'alongMm'>;

/** A waver is longer than the consensus's steps: every second of its points tells as much. */
const EVERY = 2;

/** Points every 8 mm along a smoothed curve from near to off, with outward normals. */
function outlineOf(curves: readonly Curve[]): Outline {
	const curve = consensusCurve(curves);
	const n = curve.xMm.length;
	const apex = curve.xMm.findIndex((x, i) => x === 0 && curve.yMm[i] === 0);
	const along = new Float64Array(n);
	const gap = (i: number): number =>
		Math.hypot(
			(curve.xMm[i + 1] as number) - (curve.xMm[i] as number),
			(curve.yMm[i + 1] as number) - (curve.yMm[i] as number)
		);
	for (let i = apex + 1; i < n; i++) along[i] = (along[i - 1] as number) + gap(i - 1);
	for (let i = apex - 1; i >= 0; i--) along[i] = (along[i + 1] as number) - gap(i);
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

/** Share of a reach by which depth lies off a centre, as a bump. */
const bump = (depthMm: number, centreMm: number, reachMm: number): number =>
	Math.exp(-0.5 * ((depthMm - centreMm) / reachMm) ** 2);

/** Bumps of muscle at a depth: the main one, then the small ones. Half-width change, mm a mm. */
function muscleAt(depthMm: number): number[] {
	return [
		bump(depthMm, BUMP_CENTRE_MM, BUMP_REACH_MM),
		...RIPPLE_CENTRES_MM.map((c) => bump(depthMm, c, RIPPLE_REACH_MM))
	];
}

/** The same by whole millimetres of depth, looked up for every point of every tracing. */
const MUSCLE_TABLE = Array.from({ length: DEEPEST_MM + 60 }, (_, d) => Float64Array.from(muscleAt(d)));
const tabled = (depthMm: number): Float64Array =>
	MUSCLE_TABLE[Math.max(0, Math.min(MUSCLE_TABLE.length - 1, Math.round(depthMm)))] as Float64Array;

const BAND_MUSCLE = (() => {
	const steps = Array.from({ length: 61 }, (_, i) => BAND_TOP_MM + ((BAND_BOTTOM_MM - BAND_TOP_MM) * i) / 60);
	return muscleAt(0).map((_, k) => steps.reduce((s, d) => s + (muscleAt(d)[k] as number), 0) / steps.length);
})();

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
	const band = (first: number) => {
		const out = new Float64Array(PARAMETERS);
		BAND_MUSCLE.forEach((v, k) => (out[first + k] = v));
		return out;
	};
	return {
		...outline,
		common: Float64Array.from(rows.flat()),
		bandOf: { near: band(COMMON), off: band(COMMON + PER_SIDE) }
	};
}

/** At least this share of the band must be drawn for a side to count. */
const LEAST_BAND_SHARE = 0.4;

function reachesBand({ alongMm, yMm }: BandModel, distances: Float64Array, sign: 1 | -1): boolean {
	let [least, most] = [Infinity, -Infinity];
	for (let k = 0; k < distances.length; k++) {
		const depth = -(yMm[k] as number);
		if (sign * (alongMm[k] as number) <= 0 || Number.isNaN(distances[k])) continue;
		if (depth < BAND_TOP_MM || depth > BAND_BOTTOM_MM) continue;
		least = Math.min(least, depth);
		most = Math.max(most, depth);
	}
	return most - least >= LEAST_BAND_SHARE * (BAND_BOTTOM_MM - BAND_TOP_MM);
}

/**
 * Most probable parameters of distances along the normals. `repeats` tracings of a visit are averaged
 * afterwards: pose and waver count less against the place they share. `centre` is what pose and place
 * are usually found to be against this model (its own are in it), `undone` the pose that was taken off already. Muscle moves a point along its normal to another depth, and counts as it is there.
 */
function fitBand(
	model: BandModel,
	distances: Float64Array,
	repeats: number,
	roughnessMm: number,
	centre: Common,
	undone: Common
): Float64Array {
	const a = new Float64Array(PARAMETERS ** 2);
	const b = new Float64Array(PARAMETERS);
	const { common, alongMm, yMm, normalX, normalY } = model;
	const spacing = Math.abs((alongMm[1] as number) - (alongMm[0] as number));
	const weight = ((spacing / WAVER_MM) * repeats) / roughnessMm ** 2;
	const row = new Float64Array(PARAMETERS);
	for (let k = 0; k < distances.length; k++) {
		const d = distances[k] as number;
		if (Number.isNaN(d)) continue;
		const muscle = tabled(-((yMm[k] as number) + d * (normalY[k] as number)));
		const first = (alongMm[k] as number) < 0 ? COMMON : COMMON + PER_SIDE;
		const out = Math.abs(normalX[k] as number);
		for (let i = 0; i < COMMON; i++) row[i] = common[k * COMMON + i] as number;
		for (let i = 0; i < PER_SIDE; i++) row[first + i] = (muscle[i] as number) * out;
		// Only what is common and this side's muscle speaks at this point.
		for (let u = 0; u < COMMON + PER_SIDE; u++) {
			const i = u < COMMON ? u : first + u - COMMON;
			const wi = weight * (row[i] as number);
			b[i] = (b[i] as number) + wi * d;
			for (let v = 0; v <= u; v++) {
				const j = v < COMMON ? v : first + v - COMMON;
				a[i * PARAMETERS + j] = (a[i * PARAMETERS + j] as number) + wi * (row[j] as number);
			}
		}
	}
	const priors = [
		repeats / APEX_X_SD_MM ** 2,
		repeats / APEX_Y_SD_MM ** 2,
		repeats / TILT_SD_RAD ** 2,
		1 / PLACE_SD_MM ** 2
	];
	for (let i = 0; i < PARAMETERS; i++) {
		const main = (i - COMMON) % PER_SIDE === 0;
		const precision = priors[i] ?? 1 / (main ? BUMP_SD_MM : RIPPLE_SD_MM) ** 2;
		a[i * PARAMETERS + i] = (a[i * PARAMETERS + i] as number) + precision;
		b[i] = (b[i] as number) + precision * ((centre[i] ?? 0) - (undone[i] ?? 0));
		for (let j = 0; j < i; j++) a[j * PARAMETERS + i] = a[i * PARAMETERS + j] as number;
	}
	return solveSpd(a, b);
}

const SMALL_TURN_RAD = degToRad(0.7);
const SMALL_SHIFT_MM = 1.5;

/** Reads one of `repeats` tracings by a hand of some roughness (SD of its waver, mm) against the model. */
export function readBand(
	model: BandModel,
	curve: Curve,
	repeats: number,
	roughnessMm: number,
	centre: Common = NO_COMMON
): BandReading {
	const framed = frameAtApex(curve);
	const asDrawn = normalDistances(model, framed);
	const first = fitBand(model, asDrawn, repeats, roughnessMm, centre, NO_COMMON);
	// A tilt of some degrees is no longer a straight line in its angle: taken off, the rest is measured again.
	const small = Math.abs(first[2] as number) < SMALL_TURN_RAD && Math.abs(first[0] as number) < SMALL_SHIFT_MM;
	const [shiftXMm, shiftYMm, turnRad] = (small ? NO_COMMON : first) as unknown as Common;
	const distances = small ? asDrawn : normalDistances(model, removePose(framed, { shiftXMm, shiftYMm, turnRad }));
	const x = small ? first : fitBand(model, distances, repeats, roughnessMm, centre, [shiftXMm, shiftYMm, turnRad, 0]);
	const [moreX, moreY, moreTurn, placeMm] = x as unknown as Common;
	const posedMm = distances.map((d, k) => {
		const at = k * COMMON;
		const [nx, ny, turn] = [model.common[at], model.common[at + 1], model.common[at + 2]] as [number, number, number];
		return d - moreX * nx - moreY * ny - moreTurn * turn;
	});
	const band = (of: Float64Array): number => of.reduce((s, v, i) => s + v * (x[i] as number), 0);
	return {
		nearMm: reachesBand(model, distances, -1) ? band(model.bandOf.near) : undefined,
		offMm: reachesBand(model, distances, 1) ? band(model.bandOf.off) : undefined,
		posedMm,
		leftMm: posedMm.map((d, k) => d - placeMm * (model.common[k * COMMON + 3] as number)),
		common: [shiftXMm + moreX, shiftYMm + moreY, turnRad + moreTurn, placeMm]
	};
}
