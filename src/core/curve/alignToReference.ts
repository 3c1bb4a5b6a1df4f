import { solveSpd } from '../math/index.js';
import { degToRad } from '../units/index.js';
import { frameAtApex } from './findApex.js';
import { lengthsFromApex, type Outline } from './outline.js';
import type { Curve } from './types.js';

/**
 * What a tracing may differ in that is not muscle, and how large that usually is. Pose and muscle
 * are fitted together, so that one-sided loss is not explained away as a tilted sheet:
 * tilt grows downward, an apex picked aside shifts all depths alike, muscle is a bump.
 */
const TILT_SD_RAD = degToRad(1.5);
const APEX_X_SD_MM = 2;
const APEX_Y_SD_MM = 0.4;
const MUSCLE_SD_MM = 8;
/** Roughness of one tracing at a point, mm, and the length over which it wavers together. */
const ROUGHNESS_MM = 1.2;
const WAVER_MM = 24;
const BUMP_CENTRES_MM = [50, 85, 120, 155] as const;
const BUMP_REACH_MM = 30;
const DEEPEST_MM = 135;
const WIDEST_GAP_MM = 45;

/** Points of a smooth reference with their outward normals, walked from near to off. */
export interface Reference extends Outline {
	readonly curve: Curve;
	/** What each pose and muscle parameter does to the distance at each point: row-major, points by parameters. */
	readonly design: Float64Array;
}

/** Where distances are measured from, and which way. */
export type Normals = Pick<Outline, 'xMm' | 'yMm' | 'normalX' | 'normalY'>;

/** Prepares a framed curve (evenly spaced points, apex at the origin) to be compared against. */
export function makeReference(curve: Curve): Reference {
	const n = curve.xMm.length;
	const { alongMm } = lengthsFromApex(curve);
	const keep: number[] = [];
	for (let i = 1; i < n - 1; i++) if ((curve.yMm[i] as number) > -DEEPEST_MM) keep.push(i);
	const normals = keep.map((i) => {
		const lo = Math.max(0, i - 2);
		const hi = Math.min(n - 1, i + 2);
		const dx = (curve.xMm[hi] as number) - (curve.xMm[lo] as number);
		const dy = (curve.yMm[hi] as number) - (curve.yMm[lo] as number);
		const length = Math.hypot(dx, dy);
		return [-dy / length, dx / length] as const;
	});
	const at = {
		xMm: Float64Array.from(keep, (i) => curve.xMm[i] as number),
		yMm: Float64Array.from(keep, (i) => curve.yMm[i] as number),
		normalX: Float64Array.from(normals, (v) => v[0]),
		normalY: Float64Array.from(normals, (v) => v[1]),
		alongMm: Float64Array.from(keep, (i) => alongMm[i] as number)
	};
	return { curve, ...at, design: Float64Array.from(keep.flatMap((_, k) => designRow(at, k))) };
}

/** Distance along one reference normal to the tracing, mm, outward positive; NaN where it is not met. */
function normalDistance(ref: Normals, k: number, curve: Curve, from: number): { mm: number; at: number } {
	const px = ref.xMm[k] as number;
	const py = ref.yMm[k] as number;
	const nx = ref.normalX[k] as number;
	const ny = ref.normalY[k] as number;
	const n = curve.xMm.length;
	let best = Number.NaN;
	let at = from;
	let before = tangential(curve, from, px, py, nx, ny);
	for (let i = from; i + 1 < n; i++) {
		const after = tangential(curve, i + 1, px, py, nx, ny);
		if (before <= 0 && after >= 0 && after > before) {
			const t = -before / (after - before);
			const x = (curve.xMm[i] as number) * (1 - t) + (curve.xMm[i + 1] as number) * t;
			const y = (curve.yMm[i] as number) * (1 - t) + (curve.yMm[i + 1] as number) * t;
			const mm = (x - px) * nx + (y - py) * ny;
			if (Math.abs(mm) < WIDEST_GAP_MM && !(Math.abs(mm) >= Math.abs(best))) {
				best = mm;
				at = i;
			}
		}
		if (after > WIDEST_GAP_MM) break;
		before = after;
	}
	return { mm: best, at: Math.max(0, at - 4) };
}

function tangential(c: Curve, i: number, px: number, py: number, nx: number, ny: number): number {
	return ((c.xMm[i] as number) - px) * ny - ((c.yMm[i] as number) - py) * nx;
}

/** Signed distances from the reference to a curve along the reference's normals, mm; NaN where not met. */
export function normalDistances(ref: Normals, curve: Curve): Float64Array {
	const out = new Float64Array(ref.xMm.length);
	let from = 0;
	for (let k = 0; k < out.length; k++) {
		const found = normalDistance(ref, k, curve, from);
		out[k] = found.mm;
		from = found.at;
	}
	return out;
}

export interface Pose {
	readonly shiftXMm: number;
	readonly shiftYMm: number;
	/** Counter-clockwise turn about the apex. */
	readonly turnRad: number;
}

const PARAMETERS = 3 + 2 * BUMP_CENTRES_MM.length;
const PRIOR_SDS = [APEX_X_SD_MM, APEX_Y_SD_MM, TILT_SD_RAD, ...Array<number>(PARAMETERS - 3).fill(MUSCLE_SD_MM)];

function designRow(ref: Omit<Reference, 'curve' | 'design'>, k: number): number[] {
	const nx = ref.normalX[k] as number;
	const ny = ref.normalY[k] as number;
	const along = ref.alongMm[k] as number;
	const bumps = (out: number) =>
		BUMP_CENTRES_MM.map((centre) => Math.exp(-0.5 * ((out - centre) / BUMP_REACH_MM) ** 2));
	return [nx, ny, (ref.xMm[k] as number) * ny - (ref.yMm[k] as number) * nx, ...bumps(-along), ...bumps(along)];
}

/** Most probable pose of distances along the normals, with muscle bumps fitted beside it (ridge least squares). */
export function fitPose(ref: Reference, distancesMm: Float64Array): Pose {
	const a = new Float64Array(PARAMETERS ** 2);
	const b = new Float64Array(PARAMETERS);
	const { design } = ref;
	const spacing = Math.abs((ref.alongMm[1] as number) - (ref.alongMm[0] as number));
	const weight = spacing / WAVER_MM / ROUGHNESS_MM ** 2;
	for (let k = 0; k < distancesMm.length; k++) {
		const d = distancesMm[k] as number;
		if (Number.isNaN(d)) continue;
		const row = k * PARAMETERS;
		for (let i = 0; i < PARAMETERS; i++) {
			const wi = weight * (design[row + i] as number);
			b[i] = (b[i] as number) + wi * d;
			for (let j = 0; j <= i; j++)
				a[i * PARAMETERS + j] = (a[i * PARAMETERS + j] as number) + wi * (design[row + j] as number);
		}
	}
	for (let i = 0; i < PARAMETERS; i++) {
		a[i * PARAMETERS + i] = (a[i * PARAMETERS + i] as number) + 1 / (PRIOR_SDS[i] as number) ** 2;
		for (let j = 0; j < i; j++) a[j * PARAMETERS + i] = a[i * PARAMETERS + j] as number;
	}
	const x = solveSpd(a, b);
	return { shiftXMm: x[0] as number, shiftYMm: x[1] as number, turnRad: x[2] as number };
}

/** The curve with a pose taken off it again: shifted back, then turned back about the apex. */
export function removePose(curve: Curve, pose: Pose): Curve {
	const cos = Math.cos(pose.turnRad);
	const sin = Math.sin(pose.turnRad);
	const xMm = new Float64Array(curve.xMm.length);
	const yMm = new Float64Array(curve.yMm.length);
	for (let i = 0; i < xMm.length; i++) {
		const x = (curve.xMm[i] as number) - pose.shiftXMm;
		const y = (curve.yMm[i] as number) - pose.shiftYMm;
		xMm[i] = cos * x + sin * y;
		yMm[i] = -sin * x + cos * y;
	}
	return { xMm, yMm };
}

/** Lays a tracing over the reference: paper tilt and apex pick removed, muscle change kept. */
export function alignToReference(ref: Reference, curve: Curve): Curve {
	const framed = frameAtApex(curve);
	return removePose(framed, fitPose(ref, normalDistances(ref, framed)));
}
