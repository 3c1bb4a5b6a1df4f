import { placeOfStation } from '../change/index.js';
import {
	cutsOf,
	heightAt as lineHeightAt,
	isLongLine,
	levelled,
	LONG_LINES,
	meanLongLine,
	type Curve,
	type Tracing
} from '../curve/index.js';
import { CoreError } from '../errors/index.js';
import { fittedCut, sectionOf } from './fitDayBack.js';
import { bearingView, type BearingView } from './fitDayView.js';
import { BARS_FROM_MM, loftOverBars, REACH_MM, seatCaseOn } from './fitDaySaddle.js';
import { RAIL_MM, undersideOfMeasures, type SaddleMeasures } from './measuredSaddle.js';
import { measuredDoubt, type MeasuredUnsure, type Slip } from './measuredDoubt.js';
import { muscled } from './muscled.js';
import { OTHER_WAYS, panelled, plated, type OtherWay } from './otherWays.js';
import { padsOf, planShims, type ShimPlan, type ShimSet } from './planShims.js';
import { heightAt, polylineOf } from './polyline.js';
import { sectionViews, type SectionView } from './sectionView.js';
import { seatOf, type Seat } from './seatOf.js';
import { seatSpace, type SeatSpace } from './seatSpace.js';
import type { Condition, Fault } from './conditions.js';
import type { BackSection, Pad, Point, SeatCase } from './types.js';

export interface SeatMeasuredQuestion {
	/** Tracings of one day; a long line among them tells how the back runs along its length. */
	readonly tracings: readonly Tracing[];
	readonly saddle: SaddleMeasures;
	readonly bearsMm: number;
	/** From the resting blade's edge to the last rib, where a tape told it, mm. */
	readonly lastRibMm?: number | undefined;
	/** An even pad under all of it, packed, mm. */
	readonly padMm: number;
	readonly shims: ShimSet;
	/** What if: so much more muscle at the withers than was traced, mm a side; less below 0. */
	readonly muscleMm: number;
	/** So much further back than two fingers behind the blade, mm; 0 where absent. */
	readonly setBackMm?: number;
	/** Whether a shim plan is asked for: it is the same whatever shims are tried. */
	readonly planned: boolean;
}

export const MEASURED_DOUBTS = [
	'no-long-line', // how the back runs along its length is not known: it and the saddle are taken as straight
	'older-long-line', // heights along the back are an earlier day's: muscle gone since does not tip it
	'no-rib', // where the last rib lies is not known: too long is not read
	'few-cuts',
	'prolonged',
	'levelled', // the tilt of the papers is taken out, and with it a lean of the horse's own
	'thought-of', // a back that nobody traced
	'one-drawing' // one drawing of the saddle, taken to be right to so much
] as const;
export type MeasuredDoubt = (typeof MEASURED_DOUBTS)[number];

/** A seat of a saddle's own shape as a screen shows it. */
export interface MeasuredSeatSaid {
	readonly conditions: readonly Condition[];
	readonly bearing: BearingView;
	/** How much of the bars carries, 0..1, and how unevenly. */
	readonly contactShare: number;
	readonly unevenness: number;
	/** How deep the front presses in, mm below first touch. */
	readonly dropMm: number;
	readonly pitchDeg: number | undefined;
	readonly rollDeg: number;
	readonly meanKpa: number;
}

export interface MeasuredSeat extends MeasuredSeatSaid, MeasuredUnsure {
	readonly doubts: readonly MeasuredDoubt[];
	/** Cuts through it, front to rear. */
	readonly cuts: readonly SectionView[];
	readonly space: SeatSpace;
	/** Undefined where no shim helps, or none was asked for. */
	readonly plan: MeasuredPlan | undefined;
	/** What would help instead of shims, what helps most first; none where no plan was asked for. */
	readonly others: readonly OtherHelp[];
}

/** Another way than shims, and what it would then be. */
export interface OtherHelp extends OtherWay {
	readonly conditions: readonly Condition[];
	/** Unevenness of the saddle as it is, and then. */
	readonly before: number;
	readonly unevenness: number;
}

/** The shims that would even it out most, and what it would then be. */
export interface MeasuredPlan {
	readonly shims: ShimSet;
	readonly feasible: boolean;
	readonly after: MeasuredSeatSaid;
}

const STILL = { near: [0, 0, 0], off: [0, 0, 0] } as const;
/** The line along the back on which heights are laid where a long line was taken. */
const LONG_MM = 100;
const PROLONGED_MM = 15;
/** Limits of a shim plan, degrees (seat-format, section 8). */
const MOST_TIP_DEG = 2;
const MOST_LEAN_DEG = 1.5;

const heightOf = (points: readonly Point[], x: number): number => heightAt(polylineOf(points), x);
const meanAt = (points: readonly Point[], x: number): number => (heightOf(points, x) + heightOf(points, -x)) / 2;

/**
 * The back of a day in its true heights along the back where a long line tells them, else straight along the bars;
 * `slip` is what its drawings may have got wrong.
 */
function backOfDay(
	{ tracings: all, bearsMm, muscleMm, lastRibMm, setBackMm = 0 }: SeatMeasuredQuestion,
	slip: Slip
): { sections: BackSection[]; doubts: MeasuredDoubt[] } {
	const doubts: MeasuredDoubt[] = [];
	const placed = [...new Set(cutsOf(all).map((t) => t.station))].flatMap((station) => {
		const sMm = placeOfStation(station);
		if (sMm === undefined) return [];
		const curves = all.filter((t) => t.station === station).map((t) => levelled(t.curve));
		const cut = (of: readonly Curve[]) =>
			sectionOf(fittedCut(station, sMm, of), slip.moved?.(station) ?? STILL, REACH_MM);
		const traced = cut(curves);
		// Heights along the back are the traced one's: muscle that is thought of must not be levelled out again.
		return [{ ...(muscleMm === 0 ? traced : cut(curves.map((c) => muscled(c, sMm, muscleMm)))), traced }];
	});
	placed.sort((a, b) => a.section.sMm - b.section.sMm);
	if (placed.length < 2) throw new CoreError('too-few-cuts', { cuts: placed.length });
	if (placed.length < 3) doubts.push('few-cuts');
	if (placed.some((p) => p.prolongedMm > PROLONGED_MM)) doubts.push('prolonged');
	const long = meanLongLine(
		LONG_LINES.flatMap((side) => meanLongLine(all.filter((t) => t.station === side).map((t) => t.curve)) ?? [])
	);
	const along = (sMm: number): number | undefined => long && lineHeightAt(long, sMm);
	const known = placed.every(({ section }) => along(section.sMm) !== undefined);
	const cutOn = cutsOf(all).reduce((last, t) => (t.visitedOn > last ? t.visitedOn : last), '');
	if (!known) doubts.push('no-long-line');
	else if (all.some((t) => isLongLine(t.station) && t.visitedOn < cutOn)) doubts.push('older-long-line');
	const raised = placed.map(({ section, traced: { section: as } }): BackSection => {
		const lift = known
			? (along(section.sMm) as number) + (slip.alongMm?.(section.sMm) ?? 0) - meanAt(as.points, LONG_MM)
			: -meanAt(as.points, RAIL_MM);
		return { ...section, points: section.points.map(([x, y]): Point => [x, y + lift]) };
	});
	const sections = loftOverBars(raised, bearsMm + setBackMm).map((c) => {
		const top = heightOf(c.points, 0);
		return { ...c, toplineYMm: top, points: c.points.map(([x, y]): Point => [x, y - top]) };
	});
	if (muscleMm !== 0) doubts.push('thought-of');
	if (lastRibMm === undefined) doubts.push('no-rib');
	return { sections, doubts: [...doubts, 'levelled', 'one-drawing'] };
}

/** What is not known of the back along its length is not read from the seat. */
const ALONG: readonly Fault[] = ['bridging', 'rocking', 'pitched-forward', 'pitched-back'];

function said(seat: Seat, knownAlong: boolean): MeasuredSeatSaid {
	const read = knownAlong ? seat.conditions : seat.conditions.filter((c) => c === 'fits' || !ALONG.includes(c));
	return {
		conditions: read.length > 0 ? read : ['fits'],
		bearing: bearingView(seat),
		contactShare: seat.contactMm2 / seat.barMm2,
		unevenness: seat.unevenness,
		dropMm: seat.dropMm,
		pitchDeg: knownAlong ? seat.pitchDeg : undefined,
		rollDeg: seat.rollDeg,
		meanKpa: seat.meanKpa
	};
}

/** The case of a saddle's own shape on the back of a day; no shims under it. */
export function caseOfMeasured(
	q: SeatMeasuredQuestion,
	slip: Slip = {}
): { bare: SeatCase; pad: readonly Pad[]; doubts: readonly MeasuredDoubt[]; knownAlong: boolean } {
	const { sections, doubts } = backOfDay(q, slip);
	const knownAlong = !doubts.includes('no-long-line');
	const pad: Pad[] = q.padMm > 0 ? [{ type: 'sheet', sides: 'both', u: [0, 1], tMm: q.padMm }] : [];
	const { setBackMm = 0 } = q;
	const drawn = slip.saddle?.(q.saddle) ?? q.saddle;
	const saddle = knownAlong ? drawn : { ...drawn, rockMm: 0 };
	const seated = seatCaseOn(sections, undersideOfMeasures(saddle, q.bearsMm), q.bearsMm, BARS_FROM_MM + setBackMm);
	const bare: SeatCase = {
		...seated,
		back: { ...seated.back, ...(q.lastRibMm === undefined ? {} : { lastRibSMm: q.lastRibMm + (slip.ribMm ?? 0) }) },
		// No arch was measured, so no room over the spine can be asked of shims; nor a level where none is known.
		limits: {
			clearanceFrontMinMm: -Infinity,
			pitchMaxDeg: knownAlong ? MOST_TIP_DEG : Infinity,
			rollMaxDeg: MOST_LEAN_DEG
		},
		pads: pad
	};
	return { bare, pad, doubts, knownAlong };
}

/**
 * A saddle of which the underside was traced, seated on the back of a day under a rider of usual weight, with what is
 * under it, how sure that is, and the shim plan that evens it out most. An estimate from drawings. Throws
 * `too-few-cuts`, `saddle-section` and what a seat throws.
 */
export function seatMeasured(q: SeatMeasuredQuestion): MeasuredSeat {
	const { bare, pad, doubts, knownAlong } = caseOfMeasured(q);
	const { sections } = bare.back;
	const shimmed = (of: SeatCase): Seat => seatOf({ ...of, pads: [...pad, ...padsOf(q.shims)] });
	const seat = shimmed(bare);
	const planned = q.planned ? planShims(bare) : undefined;
	return {
		...said(seat, knownAlong),
		...measuredDoubt(q, seat, (slip) => shimmed(caseOfMeasured(q, slip).bare), knownAlong ? [] : ALONG),
		doubts,
		cuts: sectionViews(sections, seat.bed, seat.balanced.pose),
		space: seatSpace(sections, seat),
		plan: planned && planOf(planned, (of) => said(of, knownAlong)),
		others: planned ? othersOf(q, said(planned.before, knownAlong)) : []
	};
}

/** The shims that even it out most; undefined where none does. */
function planOf(
	{ shims, feasible, before, after }: ShimPlan,
	saidOf: (seat: Seat) => MeasuredSeatSaid
): MeasuredPlan | undefined {
	// A set that bears no more evenly is none to put in.
	const helps = after.unevenness < before.unevenness || !feasible;
	return helps && Object.values(shims).some((t) => t > 0) ? { shims, feasible, after: saidOf(after) } : undefined;
}

const faultsOf = ({ conditions }: Pick<MeasuredSeatSaid, 'conditions'>): number =>
	conditions.filter((c) => c !== 'fits').length;

/** A question after something was done to the saddle, or with it. */
function questionAfter(q: SeatMeasuredQuestion, { way, mm }: OtherWay): SeatMeasuredQuestion {
	if (way === 'pad') return { ...q, padMm: q.padMm + mm };
	if (way === 'back') return { ...q, setBackMm: (q.setBackMm ?? 0) + mm };
	if (way === 'panels') return { ...q, saddle: panelled(q.saddle, mm) };
	return { ...q, saddle: plated(q.saddle, way === 'wider' ? mm : -mm) };
}

/** More even than this is worth a word where no fault goes. */
const MORE_EVEN = 0.03;
const MOST_OTHERS = 3;

/** What would help instead of shims: fewer faults, or none more and clearly more even; of one way the step that does most. */
function othersOf(q: SeatMeasuredQuestion, before: MeasuredSeatSaid): OtherHelp[] {
	const tried = OTHER_WAYS.flatMap((other): OtherHelp[] => {
		try {
			const { bare, knownAlong } = caseOfMeasured(questionAfter(q, other));
			const { conditions, unevenness } = said(seatOf(bare), knownAlong);
			return [{ ...other, conditions, before: before.unevenness, unevenness }];
		} catch (error) {
			if (error instanceof CoreError) return [];
			throw error;
		}
	});
	const helps = (o: OtherHelp): boolean =>
		faultsOf(o) < faultsOf(before) ||
		(faultsOf(o) === faultsOf(before) && o.unevenness < before.unevenness - MORE_EVEN);
	const ranked = tried.filter(helps).sort((a, b) => faultsOf(a) - faultsOf(b) || a.unevenness - b.unevenness);
	return ranked.filter((o, i) => ranked.findIndex((p) => p.way === o.way) === i).slice(0, MOST_OTHERS);
}

/** Days on which two stations at least were traced, the last first. */
export function seatableDays(tracings: readonly Tracing[]): string[] {
	const days = [...new Set(tracings.map((t) => t.visitedOn))].sort().reverse();
	return days.filter(
		(day) =>
			new Set(
				tracings
					.filter((t) => t.visitedOn === day && !isLongLine(t.station) && placeOfStation(t.station) !== undefined)
					.map((t) => t.station)
			).size > 1
	);
}

/** The tracings of that day, with the newest long lines up to it: a back's run along its length changes slowly. */
export function backToSeat(tracings: readonly Tracing[], day: string): Tracing[] {
	const long = tracings.filter((t) => isLongLine(t.station) && t.visitedOn <= day);
	const lastLong = long
		.map((t) => t.visitedOn)
		.sort()
		.at(-1);
	return [...cutsOf(tracings).filter((t) => t.visitedOn === day), ...long.filter((t) => t.visitedOn === lastLong)];
}
