import { CoreError } from '../errors/index.js';
import { padLiftMm, SHIM_STEP_MM, shimForGapMm } from '../checks/index.js';
import { addDays, type Day } from '../units/index.js';
import { SETUP_SIDES, SHIM_ZONES, type SetupSide, type ShimZone } from './parts.js';
import { numberOf, type Setup } from './setupOn.js';

/** Gaps felt or measured between saddle and back, mm, by zone and side. */
export type Gaps = Readonly<Partial<Record<`${ShimZone}-${SetupSide}`, number>>>;

/** What the advisor is told: only what was found, nothing is assumed. */
export interface ShimQuestion {
	readonly on: Day;
	readonly gapsMm: Gaps;
	/** Slope of the flank in front, degrees from level; undefined where nothing was traced. */
	readonly slopeFrontDeg?: number | undefined;
	/** Slope of the loin and of the bar at the rear, degrees along the back. */
	readonly loinDeg?: number | undefined;
	readonly barRearDeg?: number | undefined;
	readonly setup: Setup;
	readonly width: 'narrow' | 'wide' | 'fits' | 'unclear';
	/** A vet comes before any pad or shim. */
	readonly vetFirst: boolean;
	/** The horse is young and lifts its back well: the middle stays free. */
	readonly youngLifts: boolean;
	/** Nose still down with the shims that are in now. */
	readonly stillNoseDown: boolean;
	readonly twisted: boolean;
}

export interface ShimStep {
	readonly zone: ShimZone;
	readonly side: SetupSide | 'both';
	readonly thicknessMm: number;
	/** How far that lifts the saddle on its flank, mm. */
	readonly liftMm: number;
}

export const SHIM_WARNINGS = [
	'check-width-with-pad', // every pad and shim makes it narrower
	'pad-makes-bridge', // the pad, packed or thick, may be what bridges
	'recheck-both-sides',
	'sides-unlike', // one side only: another cause first
	'bevel-edges',
	'not-on-blade',
	'more-than-small' // the gap is no small fault
] as const;
export type ShimWarning = (typeof SHIM_WARNINGS)[number];

export const SHIM_REFUSALS = ['vet-first', 'too-narrow', 'twisted-tree', 'young-back', 'nothing-to-fill'] as const;
export type ShimRefusal = (typeof SHIM_REFUSALS)[number];

export interface ShimAdvice {
	readonly refused: ShimRefusal | undefined;
	readonly steps: readonly ShimStep[];
	/** Thickness of a wedge along the lower edge at the rear, degrees; undefined where none is asked for. */
	readonly wedgeDeg: number | undefined;
	readonly warnings: readonly ShimWarning[];
	/** Day to look again, and to take out what is no longer needed. */
	readonly lookOn: Day;
	readonly takeOutBy: Day;
}

/** A small fault ends here: what is more needs a fitter, mm (common practice, no source). */
const SMALL_MM = 12;
const USUAL_SLOPE_DEG = 50;
const LOOK_DAYS = 14;
/** Muscle needs this long to show; a shim stays in no longer unlooked at (common practice, no source). */
export const TAKE_OUT_DAYS = 56;
/** Gaps that differ by less than a step are alike. */
const ALIKE_MM = SHIM_STEP_MM;

/** Angle of a wedge of thickness t over a length, degrees: plane geometry. */
export function wedgeAngleDeg(thickMm: number, lengthMm: number): number {
	if (!(lengthMm > 0 && thickMm >= 0)) throw new CoreError('bad-pad', { thicknessMm: thickMm, slopeDeg: 0 });
	return (Math.atan2(thickMm, lengthMm) * 180) / Math.PI;
}

const none = (q: ShimQuestion, refused: ShimRefusal): ShimAdvice => ({
	refused,
	steps: [],
	wedgeDeg: undefined,
	warnings: [],
	lookOn: addDays(q.on, LOOK_DAYS),
	takeOutBy: addDays(q.on, TAKE_OUT_DAYS)
});

function stepsIn(q: ShimQuestion, zone: ShimZone): ShimStep[] {
	// On the flank of the withers a thickness lifts by more than itself; behind it the flank is nearly level.
	const slope = zone === 'front' ? (q.slopeFrontDeg ?? USUAL_SLOPE_DEG) : 0;
	const extra = zone === 'front' && q.stillNoseDown ? SHIM_STEP_MM : 0;
	const gapOf = (side: SetupSide): number => q.gapsMm[`${zone}-${side}`] ?? 0;
	const thick = (gapMm: number): number => {
		const inNow =
			extra > 0 ? Math.max(numberOf(q.setup, `${zone}-near`) ?? 0, numberOf(q.setup, `${zone}-off`) ?? 0) : 0;
		return Math.min(SMALL_MM, Math.max(shimForGapMm(Math.min(60, gapMm)), extra > 0 ? inNow + extra : 0));
	};
	const of = (side: ShimStep['side'], gapMm: number): ShimStep[] => {
		const thicknessMm = thick(gapMm);
		return thicknessMm > 0 ? [{ zone, side, thicknessMm, liftMm: padLiftMm(thicknessMm, slope) }] : [];
	};
	const [near, off] = [gapOf('near'), gapOf('off')];
	if (Math.abs(near - off) < ALIKE_MM) return of('both', Math.min(near, off) || Math.max(near, off));
	return SETUP_SIDES.flatMap((side) => of(side, gapOf(side)));
}

/**
 * A shim plan by hand figures (common practice, no source): a little thinner than the gap, in steps of 3 mm, both
 * sides; none where a vet comes first, the saddle is too narrow or twisted; never in the middle of a young back that lifts.
 */
export function adviseShims(q: ShimQuestion): ShimAdvice {
	if (q.vetFirst) return none(q, 'vet-first');
	if (q.width === 'narrow') return none(q, 'too-narrow');
	if (q.twisted) return none(q, 'twisted-tree');
	const middleGap = Math.max(q.gapsMm['middle-near'] ?? 0, q.gapsMm['middle-off'] ?? 0);
	const zones = SHIM_ZONES.filter((zone) => !(zone === 'middle' && q.youngLifts));
	const steps = zones.flatMap((zone) => stepsIn(q, zone));
	const apart = q.loinDeg !== undefined && q.barRearDeg !== undefined ? q.loinDeg - q.barRearDeg : undefined;
	const wedgeDeg = apart !== undefined && apart >= 1 ? Math.min(10, Math.round(apart)) : undefined;
	if (steps.length === 0 && wedgeDeg === undefined)
		return none(q, q.youngLifts && middleGap > 0 ? 'young-back' : 'nothing-to-fill');
	const [padMm, packedMm] = [numberOf(q.setup, 'padMm') ?? 0, numberOf(q.setup, 'packedMm')];
	const gaps = Object.values(q.gapsMm);
	const warnings: ShimWarning[] = ['check-width-with-pad', 'recheck-both-sides', 'bevel-edges'];
	if (steps.some((s) => s.zone === 'front')) warnings.push('not-on-blade');
	// A thick pad lifts the ends off first; one that packed under them leaves the middle hanging.
	if (middleGap > 0 && (padMm >= 15 || (packedMm !== undefined && padMm - packedMm >= 6)))
		warnings.push('pad-makes-bridge');
	if (steps.some((s) => s.side !== 'both')) warnings.push('sides-unlike');
	if (gaps.some((g) => g > SMALL_MM + SHIM_STEP_MM)) warnings.push('more-than-small');
	return {
		refused: undefined,
		steps,
		wedgeDeg,
		warnings,
		lookOn: addDays(q.on, LOOK_DAYS),
		takeOutBy: addDays(q.on, TAKE_OUT_DAYS)
	};
}
