import { backAt, backRow, backSurface } from './backSurface.js';
import { balance, resultantOf, type Resultant } from './balance.js';
import { barSurfaces } from './barSurface.js';
import { bedOf, liftPerMm, type Bed } from './bed.js';
import { clearanceUnder } from './clearance.js';
import { gapAt } from './gapAt.js';
import { heightAt } from './polyline.js';
import { degrees, mustStand, readSeat, type Seat } from './seatOf.js';
import { BAR_SIDES, ZONES, type BarSide, type Pad, type Pose, type SeatCase, type Zone } from './types.js';

/** Thicknesses a shim comes in, mm. */
export const SHIM_STEPS_MM = [0, 3, 6, 9, 12] as const;
const FEATHER_MM = 20;

/** Thickness of each shim, mm, by zone and side. */
export type ShimSet = Readonly<Record<`${Zone}_${BarSide}`, number>>;

export interface ShimPlan {
	readonly shims: ShimSet;
	readonly symmetric: boolean;
	/** False where no set keeps the limits; then the one that breaks them least. */
	readonly feasible: boolean;
	/** By how much the limits are broken in all, mm and degrees added. */
	readonly violation: number;
	readonly before: Seat;
	readonly after: Seat;
}

const LEAN_MM = 5;
const SHARES = [0, 0.25, 0.5, 0.75, 1];

function backLeans(given: SeatCase): boolean {
	const bars = barSurfaces(given.saddle.sections);
	const outermost = Math.max(...bars.flatMap((b) => b.cuts.flatMap((c) => [Math.abs(c.inner), Math.abs(c.outer)])));
	const surface = backSurface(given.back.sections);
	return surface.cuts.some(({ s, line }) => {
		const reach = Math.min(-(line.x[0] as number), line.x[line.x.length - 1] as number, outermost);
		const row = backRow(surface, s);
		for (let x = 10; row && x <= reach; x += 10) {
			const [near, off] = [backAt(row, -x), backAt(row, x)];
			if (near && off && Math.abs(near.y - off.y) > LEAN_MM) return true;
		}
		return false;
	});
}

function saddleLeans(given: SeatCase): boolean {
	const [near, off] = barSurfaces(given.saddle.sections);
	return near.cuts.some((n, i) => {
		const o = off.cuts[i] as typeof n;
		return SHARES.some((u) => {
			const [xn, xo] = [n.inner + u * (n.outer - n.inner), o.inner + u * (o.outer - o.inner)];
			return (
				Math.abs(Math.abs(xn) - Math.abs(xo)) > LEAN_MM ||
				Math.abs(heightAt(n.line, xn) - heightAt(o.line, xo)) > LEAN_MM
			);
		});
	});
}

/** Whether each side may need shims of its own (seat-format, section 8). */
export const isAsymmetric = (given: SeatCase): boolean =>
	backLeans(given) || saddleLeans(given) || Math.abs(resultantOf(given.loads).xMm) > LEAN_MM;

const shimPad = (zone: Zone, sides: Pad['sides'], tMm: number): Pad => ({
	type: 'shim',
	place: zone,
	sides,
	tMm,
	featherMm: FEATHER_MM,
	u: [0, 1]
});

/** The shims of a set as pads to be added to a case's own. */
export const padsOf = (shims: ShimSet): Pad[] =>
	ZONES.flatMap((zone) =>
		BAR_SIDES.flatMap((side) => {
			const t = shims[`${zone}_${side}`];
			return t > 0 ? [shimPad(zone, side, t)] : [];
		})
	);

/** Thicknesses in steps of SHIM_STEPS_MM: three of both sides, or six, near before off. */
type Steps = readonly number[];

const setOf = (steps: Steps): ShimSet =>
	Object.fromEntries(
		ZONES.flatMap((zone, z) =>
			BAR_SIDES.map((side, k) => [
				`${zone}_${side}`,
				SHIM_STEPS_MM[steps[steps.length === 3 ? z : 2 * z + k] as number]
			])
		)
	) as ShimSet;

interface Tried {
	readonly steps: Steps;
	readonly pose: Pose;
	readonly violation: number;
	readonly unevenness: number;
	readonly total: number;
}

const TIE = 0.001;
/** Fewer limits broken first, then more evenly, then thinner. */
function better(a: Tried, b: Tried): boolean {
	if (Math.abs(a.violation - b.violation) > 1e-9) return a.violation < b.violation;
	if (Math.abs(a.unevenness - b.unevenness) > TIE) return a.unevenness < b.unevenness;
	return a.total < b.total;
}

/** Seats one set after another on one bed: only first-touch heights change. */
function triesOn(given: SeatCase, columns: number, bed: Bed, from?: Pose) {
	const load: Resultant = resultantOf(given.loads);
	mustStand(bed, load);
	const lifts =
		columns === 3
			? ZONES.map((zone) => liftPerMm(given, bed, shimPad(zone, 'both', 1)))
			: ZONES.flatMap((zone) => BAR_SIDES.map((side) => liftPerMm(given, bed, shimPad(zone, side, 1))));
	const clearance = clearanceUnder(given, bed);
	const known = new Map<string, Tried>();
	let near = from;
	const c = new Float64Array(bed.cells.count);
	const { area, cells } = bed;
	const barMm2 = area.reduce((a, b) => a + b, 0);
	const even = (load.weightN * 1000) / barMm2;
	return (steps: Steps): Tried => {
		const key = steps.join();
		const found = known.get(key);
		if (found) return found;
		c.set(cells.c);
		steps.forEach((step, z) => {
			const t = SHIM_STEPS_MM[step] as number;
			const lift = lifts[z] as Float64Array;
			if (t > 0) for (let i = 0; i < c.length; i++) c[i] = (c[i] as number) + t * (lift[i] as number);
		});
		const { pose } = balance(bed, given.kKpaPerMm, load, c, near);
		near = pose;
		let spread = 0;
		for (let i = 0; i < c.length; i++) {
			const gap = gapAt(pose, bed.sRefMm, cells.s[i] as number, cells.x[i] as number, c[i] as number);
			const kPa = gap < 0 ? -given.kKpaPerMm * (cells.cos[i] as number) * gap : 0;
			spread += (area[i] as number) * (kPa - even) ** 2;
		}
		const { clearanceFrontMinMm, pitchMaxDeg, rollMaxDeg } = given.limits;
		const front = clearance(pose).frontMm ?? clearanceFrontMinMm;
		const tried: Tried = {
			steps,
			pose,
			unevenness: Math.sqrt(spread / barMm2) / even,
			violation:
				Math.max(0, clearanceFrontMinMm - front) +
				Math.max(0, Math.abs(degrees(pose.a)) - pitchMaxDeg) +
				Math.max(0, Math.abs(degrees(pose.b)) - rollMaxDeg),
			total: steps.reduce((a, b) => a + b, 0)
		};
		known.set(key, tried);
		return tried;
	};
}

const MOST_STEP = SHIM_STEPS_MM.length - 1;
/** One shim thicker or thinner by one or two steps, two at once against each other, or all together. */
function neighbours(steps: Steps): number[][] {
	const moved: number[][] = [];
	const n = steps.length;
	const put = (changes: readonly (readonly [number, number])[]): void => {
		const next = [...steps];
		for (const [i, by] of changes) next[i] = (next[i] as number) + by;
		if (next.every((s) => s >= 0 && s <= MOST_STEP)) moved.push(next);
	};
	for (let i = 0; i < n; i++) {
		for (const by of [-2, -1, 1, 2]) put([[i, by]]);
		for (let j = i + 1; j < n; j++)
			for (const [p, q] of [[1, -1], [-1, 1], [1, 1], [-1, -1]] as const) put([[i, p], [j, q]]); // prettier-ignore
	}
	for (const by of [-1, 1]) put(steps.map((_, i) => [i, by] as const));
	return moved;
}

function descend(from: Steps, tryOne: (steps: Steps) => Tried): Tried {
	let best = tryOne(from);
	for (;;) {
		const next = neighbours(best.steps)
			.map(tryOne)
			.reduce((a, b) => (better(b, a) ? b : a), best);
		if (next === best) return best;
		best = next;
	}
}

/** The search runs on a bed as coarse as this, mm; what it finds is weighed on the case's own. */
const COARSE_MM = 18;
const FINALISTS = 6;
/** What a coarse bed puts further behind than this share comes in front on no finer one; nor does one that breaks limits by more, mm and degrees. */
const BEHIND_SHARE = 0.03;
const BEHIND = 0.3;

/**
 * The shim set that lets a saddle bear most evenly within the limits (seat-format, section 8): steps of 3 mm in three
 * zones, both sides alike unless back, saddle or load lean. A descent on a coarse bed from three beginnings, its best
 * weighed on the case's own bed. Throws what a seat throws.
 */
export function planShims(given: SeatCase): ShimPlan {
	const columns = isAsymmetric(given) ? 6 : 3;
	const coarser = { ...given, gridMm: Math.max(given.gridMm, COARSE_MM) };
	const coarse = triesOn(coarser, columns, bedOf(coarser));
	const seen: Tried[] = [];
	const noted = (steps: Steps): Tried => {
		const tried = coarse(steps);
		if (!seen.includes(tried)) seen.push(tried);
		return tried;
	};
	for (const start of [0, 1, 2])
		descend(
			Array.from({ length: columns }, () => start),
			noted
		);
	const ranked = [...seen].sort((a, b) => (better(a, b) ? -1 : better(b, a) ? 1 : 0));
	const first = ranked[0] as Tried;
	const finalists = ranked
		.filter(
			(t) =>
				t.violation <= first.violation + BEHIND &&
				(first.violation > 0 || t.unevenness <= (1 + BEHIND_SHARE) * first.unevenness + TIE)
		)
		.slice(0, FINALISTS);
	const bed = bedOf(given);
	const fine = triesOn(given, columns, bed, first.pose);
	const best = finalists.map((f) => fine(f.steps)).reduce((a, b) => (better(b, a) ? b : a));
	const shims = setOf(best.steps);
	const load = resultantOf(given.loads);
	const seatOn = (seated: SeatCase, on: Bed, near: Pose): Seat =>
		readSeat(seated, on, load, balance(on, given.kKpaPerMm, load, on.cells.c, near));
	const padded = { ...given, pads: [...given.pads, ...padsOf(shims)] };
	return {
		shims,
		symmetric: columns === 3,
		feasible: best.violation < 1e-9,
		violation: best.violation,
		before: seatOn(given, bed, first.pose),
		after: seatOn(padded, bedOf(padded), best.pose)
	};
}
