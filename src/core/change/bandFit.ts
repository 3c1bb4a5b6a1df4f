import { BAND_BOTTOM_MM, BAND_TOP_MM, frameAtApex, normalDistances, removePose, type Curve } from '../curve/index.js';
import { solveSpd } from '../math/index.js';
import { degToRad } from '../units/index.js';
import { COMMON_COLUMNS, type BandModel } from './bandModel.js';
import { BAND_MUSCLE, MUSCLE_COLUMNS, tabledMuscleAt } from './muscleShape.js';

/**
 * What a tracing may differ in from the fitted day's curve. All of it is fitted together, over the whole
 * curve: tilt of the paper grows downward and opposite on the two sides, an apex picked aside shifts all
 * depths alike, a station marked off its place goes toward the neighbouring cut on both sides, and muscle
 * is a bump. The figures are what these usually amount to; muscle's size is left nearly free.
 */
const TILT_SD_RAD = degToRad(1.5);
const APEX_X_SD_MM = 2;
const APEX_Y_SD_MM = 0.5;
const PLACE_SD_MM = 11;
const BUMP_SD_MM = 25;
/** Where muscle lies differs from horse to horse: SD as a share of the bump's size, and the least size that this is taken of. */
const LOWER_SHARE = 0.15;
const WIDER_SHARE = 0.13;
const LEAST_SIZE_MM = 3;
/** A line that wavers at one place still does so a little further on: the length over which it forgets, mm. */
const WAVER_MM = 25;

const SIDES_AT = [COMMON_COLUMNS, COMMON_COLUMNS + MUSCLE_COLUMNS] as const;
const PARAMETERS = COMMON_COLUMNS + 2 * MUSCLE_COLUMNS;
const ACTIVE = COMMON_COLUMNS + MUSCLE_COLUMNS;

/** One tracing against the model. */
export interface BandReading {
	/** Change of the mean half-width over the band, mm; undefined where too little of the band is drawn. */
	readonly nearMm: number | undefined;
	readonly offMm: number | undefined;
	/** The same of both sides near the top, above most of the muscle; undefined where the line does not reach so far. */
	readonly topMm: number | undefined;
	/** What is left of the distances without pose: place, muscle and waver, all but the last the same in every repeat; mm, NaN where not met. */
	readonly posedMm: Float64Array;
	/** The same without place. */
	readonly leftMm: Float64Array;
	/** Pose and place that were found. */
	readonly common: Common;
}

/** Shift x and y mm, turn rad, place mm. */
export type Common = readonly [xMm: number, yMm: number, turnRad: number, placeMm: number];
export const NO_COMMON: Common = [0, 0, 0, 0];

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

/** Sizes of the two bumps, mm. */
type Sizes = readonly [nearMm: number, offMm: number];

/** Normal equations: row-major, symmetric. */
interface Equations {
	readonly a: Float64Array;
	readonly b: Float64Array;
}

/** Room for sums, used anew by every fit: thousands of small arrays a horse would keep the collector busy. */
const DESK = {
	products: [new Float64Array(ACTIVE ** 2), new Float64Array(ACTIVE ** 2)],
	told: [new Float64Array(ACTIVE), new Float64Array(ACTIVE)],
	row: new Float64Array(ACTIVE),
	before: new Float64Array(ACTIVE)
} as const;

/**
 * What distances along the normals say of all parameters, errors of neighbouring points being alike (a first-order
 * autoregression on each side). Muscle of about `sizes` moves a point along its normal to another depth, and counts as it is there.
 * `precision` is that of one point: repeats over the variance of the waver. Every so many points are
 * looked at: a rough answer needs fewer.
 */
function gather(model: BandModel, distances: Float64Array, precision: number, sizes: Sizes, every: number): Equations {
	const { common, alongMm, yMm, normalX, normalY } = model;
	const alike = Math.exp((-every * Math.abs((alongMm[1] as number) - (alongMm[0] as number))) / WAVER_MM);
	const after = precision / (1 - alike * alike);
	// At each point only what is common and that side's muscle speak.
	const { products, told, row, before } = DESK;
	for (const sums of [...products, ...told]) sums.fill(0);
	let [last, lastSide] = [Number.NaN, -1];
	for (let k = 0; k < distances.length; k += every) {
		const d = distances[k] as number;
		const side = (alongMm[k] as number) < 0 ? 0 : 1;
		const share = side === lastSide && last === last ? alike : 0;
		const news = share > 0 ? d - share * last : d;
		const weight = share > 0 ? after : precision;
		last = d;
		lastSide = side;
		if (d !== d) continue;
		const depth = -(yMm[k] as number);
		const out = Math.abs(normalX[k] as number);
		const moved = (sizes[side] as number) * tabledMuscleAt(depth)[0] * out;
		const muscle = tabledMuscleAt(depth - moved * (normalY[k] as number));
		for (let u = 0; u < COMMON_COLUMNS; u++) {
			const here = common[k * COMMON_COLUMNS + u] as number;
			row[u] = here - share * (before[u] as number);
			before[u] = here;
		}
		for (let u = 0; u < MUSCLE_COLUMNS; u++) {
			const here = (muscle[u] as number) * out;
			row[COMMON_COLUMNS + u] = here - share * (before[COMMON_COLUMNS + u] as number);
			before[COMMON_COLUMNS + u] = here;
		}
		const a = products[side] as Float64Array;
		const b = told[side] as Float64Array;
		for (let u = 0; u < ACTIVE; u++) {
			const wu = weight * (row[u] as number);
			b[u] = (b[u] as number) + wu * news;
			for (let v = 0; v <= u; v++) a[u * ACTIVE + v] = (a[u * ACTIVE + v] as number) + wu * (row[v] as number);
		}
	}
	return spreadOut(products, told);
}

/** Both sides' sums put where their parameters stand. */
function spreadOut(products: readonly Float64Array[], told: readonly Float64Array[]): Equations {
	const a = new Float64Array(PARAMETERS ** 2);
	const b = new Float64Array(PARAMETERS);
	for (let side = 0; side < 2; side++)
		for (let u = 0; u < ACTIVE; u++) {
			const i = u < COMMON_COLUMNS ? u : u + side * MUSCLE_COLUMNS;
			b[i] = (b[i] as number) + ((told[side] as Float64Array)[u] as number);
			for (let v = 0; v <= u; v++) {
				const j = v < COMMON_COLUMNS ? v : v + side * MUSCLE_COLUMNS;
				const sum = (a[i * PARAMETERS + j] as number) + ((products[side] as Float64Array)[u * ACTIVE + v] as number);
				a[i * PARAMETERS + j] = sum;
				a[j * PARAMETERS + i] = sum;
			}
		}
	return { a, b };
}

/**
 * Most probable parameters: pose and place, then each side's muscle. `centre` is what pose and place are usually
 * found to be against this model (its own are in it), less the pose that was taken off already; `repeats` tracings of a
 * visit are averaged afterwards, so their pose counts less against the place they share. The equations are used up.
 */
function solve({ a, b }: Equations, repeats: number, centre: Common, sizes: Sizes): Float64Array {
	const believe = (i: number, precision: number, mean: number): void => {
		a[i * PARAMETERS + i] = (a[i * PARAMETERS + i] as number) + precision;
		b[i] = (b[i] as number) + precision * mean;
	};
	believe(0, repeats / APEX_X_SD_MM ** 2, centre[0]);
	believe(1, repeats / APEX_Y_SD_MM ** 2, centre[1]);
	believe(2, repeats / TILT_SD_RAD ** 2, centre[2]);
	believe(3, 1 / PLACE_SD_MM ** 2, centre[3]);
	SIDES_AT.forEach((at, side) => {
		const size = Math.max(LEAST_SIZE_MM, Math.abs(sizes[side] as number));
		believe(at, 1 / BUMP_SD_MM ** 2, 0);
		believe(at + 1, 1 / (LOWER_SHARE * size) ** 2, 0);
		believe(at + 2, 1 / (WIDER_SHARE * size) ** 2, 0);
	});
	return solveSpd(a, b);
}

const USUAL_SIZES: Sizes = [5, 5];
const sizesOf = (x: Float64Array): Sizes => [x[SIDES_AT[0]] as number, x[SIDES_AT[1]] as number];

/** Change of the mean half-width over the band of the side whose muscle begins at a column, mm. */
const bandOf = (x: Float64Array, at: number): number =>
	BAND_MUSCLE.reduce((s, v, k) => s + v * (x[at + k] as number), 0);

const TOP_FROM_MM = 18;
const TOP_TO_MM = 48;

/** Mean half-width change near the top, mm, from distances along the normals: a top that rose is seen as flanks that went down. */
function topOf({ yMm, normalX, normalY }: BandModel, distances: Float64Array, shiftYMm: number): number | undefined {
	let [sum, count] = [0, 0];
	for (let k = 0; k < distances.length; k++) {
		const depth = -(yMm[k] as number);
		if (depth < TOP_FROM_MM || depth > TOP_TO_MM || Number.isNaN(distances[k])) continue;
		sum += ((distances[k] as number) + shiftYMm * (normalY[k] as number)) / Math.abs(normalX[k] as number);
		count++;
	}
	return count > 0 ? sum / count : undefined;
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
	const precision = repeats / roughnessMm ** 2;
	const asDrawn = normalDistances(model, framed);
	const roughly = solve(gather(model, asDrawn, precision, [0, 0], 2), repeats, centre, USUAL_SIZES);
	// A tilt of some degrees is no longer a straight line in its angle: taken off, the rest is measured again.
	const small = Math.abs(roughly[2] as number) < SMALL_TURN_RAD && Math.abs(roughly[0] as number) < SMALL_SHIFT_MM;
	const [shiftXMm, shiftYMm, turnRad] = (small ? NO_COMMON : roughly) as unknown as Common;
	const distances = small ? asDrawn : normalDistances(model, removePose(framed, { shiftXMm, shiftYMm, turnRad }));
	const sizes = sizesOf(roughly);
	const left: Common = [centre[0] - shiftXMm, centre[1] - shiftYMm, centre[2] - turnRad, centre[3]];
	const x = solve(gather(model, distances, precision, sizes, 1), repeats, left, sizes);
	const [moreX, moreY, moreTurn, placeMm] = x as unknown as Common;
	const [posedMm, leftMm] = [distances.slice(), distances.slice()];
	for (let k = 0; k < distances.length; k++) {
		const at = k * COMMON_COLUMNS;
		const up = model.common[at + 1] as number;
		const posed =
			(distances[k] as number) -
			moreX * (model.common[at] as number) -
			moreY * up -
			moreTurn * (model.common[at + 2] as number);
		posedMm[k] = posed;
		leftMm[k] = posed - placeMm * (model.common[at + 3] as number);
	}
	return {
		nearMm: reachesBand(model, distances, -1) ? bandOf(x, SIDES_AT[0]) : undefined,
		offMm: reachesBand(model, distances, 1) ? bandOf(x, SIDES_AT[1]) : undefined,
		topMm: topOf(model, leftMm, shiftYMm + moreY),
		posedMm,
		leftMm,
		common: [shiftXMm + moreX, shiftYMm + moreY, turnRad + moreTurn, placeMm]
	};
}
