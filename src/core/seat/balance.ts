import { CoreError } from '../errors/index.js';
import type { Bed } from './bed.js';
import type { Load, Pose } from './types.js';

/** All loads as one. */
export interface Resultant {
	readonly weightN: number;
	readonly sMm: number;
	readonly xMm: number;
}

export function resultantOf(loads: readonly Load[]): Resultant {
	const weightN = loads.reduce((sum, l) => sum + l.weightN, 0);
	const mean = (of: (l: Load) => number): number => loads.reduce((sum, l) => sum + l.weightN * of(l), 0) / weightN;
	return { weightN, sMm: mean((l) => l.sMm), xMm: mean((l) => l.xMm) };
}

/** Half-length that moments about x are measured by, mm (seat-format, section 3). */
const ACROSS_MM = 100;
const GOOD_ENOUGH = 1e-11;
const ACCEPTED = 1e-7;
const MOST_STEPS = 200;
/** Slopes beyond this are no seat of a small-angle model. */
const MOST_SLOPE = 0.3;

/** The cells that have a back, in scaled coordinates: pose is h + q (s-share) + r (x-share). */
interface Springs {
	readonly count: number;
	readonly c: Float64Array;
	/** k A cos, N per mm. */
	readonly k: Float64Array;
	/** (s - sRef) over half the length; x over 100 mm. */
	readonly ds: Float64Array;
	readonly dx: Float64Array;
}

function springsOf(bed: Bed, kKpaPerMm: number, c: Float64Array): Springs {
	const { cells, area } = bed;
	const half = bed.lengthMm / 2;
	const column = (): Float64Array => new Float64Array(cells.count);
	const [height, k, ds, dx] = [column(), column(), column(), column()];
	let count = 0;
	for (let i = 0; i < cells.count; i++) {
		const here = c[i] as number;
		if (Number.isNaN(here)) continue;
		height[count] = here;
		k[count] = (kKpaPerMm / 1000) * (area[i] as number) * (cells.cos[i] as number);
		ds[count] = ((cells.s[i] as number) - bed.sRefMm) / half;
		dx[count] = (cells.x[i] as number) / ACROSS_MM;
		count++;
	}
	if (count === 0) throw new CoreError('no-overlap');
	return { count, c: height, k, ds, dx };
}

type Vec = readonly [number, number, number];

/** Gradient, curvature (upper triangle by rows) and energy of the springs at a pose. */
interface Look {
	readonly energy: number;
	readonly gradient: Vec;
	readonly curvature: readonly [number, number, number, number, number, number];
}

function lookAt(sp: Springs, load: Vec, [h, q, r]: Vec): Look {
	let [energy, g0, g1, g2] = [load[0] * h + load[1] * q + load[2] * r, load[0], load[1], load[2]];
	let [k00, k01, k02, k11, k12, k22] = [0, 0, 0, 0, 0, 0];
	const { c, k, ds, dx, count } = sp;
	for (let i = 0; i < count; i++) {
		const [p, t] = [ds[i] as number, dx[i] as number];
		const gap = (c[i] as number) - h - q * p - r * t;
		if (gap <= 0) continue;
		const stiff = k[i] as number;
		const force = stiff * gap;
		energy += 0.5 * force * gap;
		g0 -= force;
		g1 -= force * p;
		g2 -= force * t;
		k00 += stiff;
		k01 += stiff * p;
		k02 += stiff * t;
		k11 += stiff * p * p;
		k12 += stiff * p * t;
		k22 += stiff * t * t;
	}
	return { energy, gradient: [g0, g1, g2], curvature: [k00, k01, k02, k11, k12, k22] };
}

/** Solves the 3 by 3 system by Cholesky; undefined where it has no firm ground. */
function solve3(m: Look['curvature'], b: Vec): Vec | undefined {
	const [a00, a01, a02, a11, a12, a22] = m;
	const least = 1e-13 * Math.max(a00, a11, a22);
	if (!(a00 > least)) return undefined;
	const l00 = Math.sqrt(a00);
	const [l10, l20] = [a01 / l00, a02 / l00];
	const d1 = a11 - l10 * l10;
	if (!(d1 > least)) return undefined;
	const l11 = Math.sqrt(d1);
	const l21 = (a12 - l20 * l10) / l11;
	const d2 = a22 - l20 * l20 - l21 * l21;
	if (!(d2 > least)) return undefined;
	const l22 = Math.sqrt(d2);
	const y0 = b[0] / l00;
	const y1 = (b[1] - l10 * y0) / l11;
	const y2 = (b[2] - l20 * y0 - l21 * y1) / l22;
	const z2 = y2 / l22;
	const z1 = (y1 - l21 * z2) / l11;
	return [(y0 - l10 * z1 - l20 * z2) / l00, z1, z2];
}

/** A step downhill: Newton's, made firm by a growing share of the full bed where too little touches. */
function stepOf(look: Look, full: Look['curvature']): Vec {
	const down: Vec = [-look.gradient[0], -look.gradient[1], -look.gradient[2]];
	for (let firm = 0; firm <= 1; firm = firm === 0 ? 1e-8 : firm * 10) {
		const m = look.curvature.map((v, i) => v + firm * (full[i] as number)) as unknown as Look['curvature'];
		const step = solve3(m, down);
		if (step) return step;
	}
	return down;
}

const along = (from: Vec, step: Vec, t: number): Vec => [
	from[0] + t * step[0],
	from[1] + t * step[1],
	from[2] + t * step[2]
];
const inner = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Goes down along the step until the slope has turned and lost most of its size (the energy is convex). */
function lineSearch(sp: Springs, load: Vec, at: Vec, before: Look, step: Vec): { at: Vec; look: Look } {
	const start = inner(before.gradient, step);
	let t = 1;
	let next = { at: along(at, step, t), look: lookAt(sp, load, along(at, step, t)) };
	let [low, high] = [0, Infinity];
	let [lowSlope, highSlope] = [start, 0];
	for (let i = 0; i < 40; i++) {
		const slope = inner(next.look.gradient, step);
		if (Math.abs(slope) <= 0.1 * Math.abs(start)) break;
		if (slope < 0) [low, lowSlope] = [t, slope];
		else [high, highSlope] = [t, slope];
		if (high === Infinity) t = 2 * t;
		else {
			const chord = low + ((high - low) * -lowSlope) / (highSlope - lowSlope);
			t = Math.min(high - 0.05 * (high - low), Math.max(low + 0.05 * (high - low), chord));
		}
		next = { at: along(at, step, t), look: lookAt(sp, load, along(at, step, t)) };
	}
	return next;
}

const residualOf = ({ gradient }: Look, weightN: number): number =>
	Math.max(Math.abs(gradient[0]), Math.abs(gradient[1]), Math.abs(gradient[2])) / weightN;

/** A pose with how it was found. */
export interface Balanced {
	readonly pose: Pose;
	/** Largest share of force or moment left over. */
	readonly residual: number;
	readonly steps: number;
}

/**
 * The pose under which the bed carries the load: the minimum of a convex energy, by Newton's method with a line
 * search (seat-format, section 3). `c` are the first-touch heights of the bed's cells, NaN where there is no back;
 * `near` a pose to begin from. Throws `no-overlap`, `cannot-balance`, `no-convergence`.
 */
export function balance(
	bed: Bed,
	kKpaPerMm: number,
	{ weightN, sMm, xMm }: Resultant,
	c: Float64Array = bed.cells.c,
	near?: Pose
): Balanced {
	const sp = springsOf(bed, kKpaPerMm, c);
	const half = bed.lengthMm / 2;
	const load: Vec = [weightN, (weightN * (sMm - bed.sRefMm)) / half, (weightN * xMm) / ACROSS_MM];
	const pressed = lookAt(sp, load, [-1e9, 0, 0]).curvature;
	let at: Vec = near ? [near.hMm, near.a * half, near.b * ACROSS_MM] : levelStart(sp, weightN, pressed[0]);
	let look = lookAt(sp, load, at);
	let steps = 0;
	let residual = residualOf(look, weightN);
	while (residual > GOOD_ENOUGH && steps < MOST_STEPS) {
		const next = lineSearch(sp, load, at, look, stepOf(look, pressed));
		const better = residualOf(next.look, weightN);
		const still = next.look.energy >= look.energy && better >= residual;
		if (still) break;
		({ at, look } = next);
		residual = better;
		steps++;
	}
	if (!(residual <= ACCEPTED)) throw new CoreError('no-convergence', { steps, residual });
	const pose: Pose = { hMm: at[0], a: at[1] / half, b: at[2] / ACROSS_MM };
	if (Math.abs(pose.a) > MOST_SLOPE || Math.abs(pose.b) > MOST_SLOPE)
		throw new CoreError('cannot-balance', { why: 'slope', slope: Math.max(Math.abs(pose.a), Math.abs(pose.b)) });
	return { pose, residual, steps };
}

/** Level, and as low as the whole bed would let it sink; lower still until something carries. */
function levelStart(sp: Springs, weightN: number, stiffness: number): Vec {
	let [sum, most] = [0, -Infinity];
	for (let i = 0; i < sp.count; i++) {
		sum += (sp.k[i] as number) * (sp.c[i] as number);
		most = Math.max(most, sp.c[i] as number);
	}
	return [Math.min(sum / stiffness, most) - weightN / stiffness, 0, 0];
}
