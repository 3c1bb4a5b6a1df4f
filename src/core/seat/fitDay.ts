import { cutsOf, type Tracing } from '../curve/index.js';
import { followHorse, framesOf, type BackChange, type KeptCourses } from '../change/index.js';
import { CoreError } from '../errors/index.js';
import { rootColumns } from '../math/index.js';
import type { Day } from '../units/index.js';
import { balance, resultantOf, type Resultant } from './balance.js';
import { bedOf, type Bed } from './bed.js';
import { CONDITIONS, strengths, type Condition, type Fault, type SeatFigures } from './conditions.js';
import { chancesOf, forEachFault, STRENGTH_SD } from './faultChances.js';
import { fittedCut, type FittedCut, type SideMoved } from './fitDayBack.js';
import {
	backOn,
	BARS_FROM_MM,
	evenCase,
	LEAST_BEARS_MM,
	MOST_BEARS_MM,
	USUAL_BEARS_MM,
	type Bedding
} from './fitDaySaddle.js';
import { channelWidth, degrees, mustStand, readSeat, type Seat } from './seatOf.js';
import type { Pose, SeatCase } from './types.js';

/** A cut is prolonged without a word by no more than this, mm. */
const QUIETLY_MM = 12;

const FRONT_STATION = 'T8';

/** A figure with its standard deviation. */
export interface Measured {
	readonly value: number;
	readonly sd: number;
}

export type FitDayDoubt =
	| 'inferred' // nobody measured the saddle
	| 'prolonged' // a flank was carried on beyond its tracing
	| 'rear-prolonged' // the rear was carried on beyond the last station
	| 'station-missing' // a station was traced on one of the days only
	| 'front-only' // nothing but the front was traced
	| 'doubted-visit' // the visit's own sheets are doubted
	| 'maybe'; // a fault is possible but not probable

/** What a fitted day's saddle does on a later back. */
export interface FitDaySeat {
	readonly fitDay: Day;
	/** The visit whose back it is seated on. */
	readonly on: Day;
	/** How much lower the front edge's centre line stands over the spine. */
	readonly dropFrontMm: Measured;
	/** Against the attitude of the fitted day: front down, and off side up. */
	readonly tipDeg: Measured;
	readonly rollDeg: Measured;
	readonly clearanceFrontChangeMm: Measured;
	readonly loadFrontShareChange: Measured;
	readonly conditions: readonly Condition[];
	/** How probable each fault is, where it is more than a trifle. */
	readonly chances: Readonly<Partial<Record<Fault, number>>>;
	readonly doubts: readonly FitDayDoubt[];
	/** The saddle itself, for asking more of it. */
	readonly saddle: FitDaySaddle;
	/** The saddle on both backs, for pictures. */
	readonly fitted: Seat;
	readonly now: Seat;
}

export interface FitDayOptions {
	readonly fitDay: Day;
	/** Day to judge; the last visit unless given. */
	readonly on?: Day;
	readonly bearsMm?: number;
	/** Where the same visits led before, to go on from. */
	readonly kept?: KeptCourses;
}

/** Figures compared between two days, in the order of the answer. */
type Outcome = readonly [drop: number, tip: number, roll: number, clearance: number, share: number];

/** The saddle that a fitted back implies, and what it needs to be seated elsewhere. */
export interface FitDaySaddle {
	readonly cuts: readonly FittedCut[];
	readonly given: SeatCase;
	readonly bed: Bed;
	readonly load: Resultant;
	readonly pose: Pose;
	readonly prolongedMm: number;
}

const STILL: SideMoved = [0, 0, 0];

/** The saddle that the fitted day's cuts imply. Throws as a seat does. */
export function fitDaySaddle(cuts: readonly FittedCut[], bearsMm: number, bedding?: Bedding): FitDaySaddle {
	const { sections, prolongedMm } = backOn(
		cuts,
		cuts.map(() => [STILL, STILL] as const),
		bearsMm
	);
	const given = evenCase(sections, bearsMm, bedding);
	const bed = bedOf(given);
	const load = resultantOf(given.loads);
	mustStand(bed, load);
	return { cuts, given, bed, load, pose: balance(bed, given.kKpaPerMm, load).pose, prolongedMm };
}

/** The saddle seated on a back that has moved; parts by station, near then off, each top, band, low. */
export function seated(
	saddle: FitDaySaddle,
	parts: Float64Array,
	bearsMm: number
): Seat & { readonly given: SeatCase } {
	const moved = saddle.cuts.map((_, i) => {
		const at = (k: number): number => parts[6 * i + k] as number;
		return [[at(0), at(1), at(2)] as SideMoved, [at(3), at(4), at(5)] as SideMoved] as const;
	});
	const { sections } = backOn(saddle.cuts, moved, bearsMm);
	const given = { ...saddle.given, back: { ...saddle.given.back, sections } };
	const bed = bedOf(given);
	mustStand(bed, saddle.load);
	const balanced = balance(bed, given.kKpaPerMm, saddle.load, bed.cells.c, saddle.pose);
	return { ...readSeat(given, bed, saddle.load, balanced), given };
}

const frontHeight = (bed: Bed, { hMm, a }: Pose): number => hMm + a * (BARS_FROM_MM - bed.sRefMm);

export function outcomeOf(fitted: Seat, now: Seat): Outcome {
	const [then, here] = [fitted.balanced.pose, now.balanced.pose];
	return [
		frontHeight(fitted.bed, then) - frontHeight(now.bed, here),
		degrees(here.a) - degrees(then.a),
		degrees(here.b) - degrees(then.b),
		(now.clearance.frontMm ?? 0) - (fitted.clearance.frontMm ?? 0),
		now.split.thirds.front - fitted.split.thirds.front
	];
}

/** Figures with the fitted day's attitude as level. */
const figuresOf = (given: SeatCase, now: Seat, [, tip, roll]: Outcome): SeatFigures => ({
	channelMm: channelWidth(given),
	overhangMm: undefined,
	twist: now.split.twist,
	pitchDeg: tip,
	rollDeg: roll,
	edgeBiasFront: now.edgeBias.front,
	pressureRatio: now.pressureRatio
});

/** How strongly each fault is there, with the fitted day's attitude as level. */
export const strengthsAgainst = (given: SeatCase, now: Seat, outcome: Outcome): Readonly<Record<Fault, number>> =>
	strengths(figuresOf(given, now, outcome));

/**
 * What no interval of the tracings holds: the loft between stations, the prolonged flanks, the bars' own edges. A
 * part that is always there, and one that grows with the figure. Chosen on made-up horses (docs/validation.md).
 */
const MODEL_SD: Outcome = [0.3, 0.05, 0.02, 0.3, 0.002];
const MODEL_SHARE: Outcome = [0.13, 0.15, 0.15, 0.13, 0.2];

/**
 * A true roll is small and a tracing's own tilt large: what hardly stands out from its doubt counts less, as if
 * rolls of its own size were to be expected.
 */
function shrunk({ value, sd }: Measured): Measured {
	const kept = value ** 2 / (value ** 2 + sd ** 2);
	return { value: kept * value, sd: sd * Math.sqrt(Math.max(LEAST_KEPT, kept)) };
}
const LEAST_KEPT = 0.4;

/** So little of all variance is left out of what is tried. */
const LEFT_OUT_SHARE = 1e-6;
/** A fault is named from this chance on. */
const PROBABLE = 0.5;

const chosen = (changes: readonly BackChange[], on: Day | undefined): BackChange => {
	const upTo = on === undefined ? changes : changes.filter((c) => c.visitedOn <= on);
	return upTo[upTo.length - 1] as BackChange;
};

function mustBeAsked(tracings: readonly Tracing[], { fitDay, on }: FitDayOptions): void {
	const days = [...new Set(tracings.map((t) => t.visitedOn))].sort();
	if (!days.includes(fitDay)) throw new CoreError('fit-day-absent', { fitDay });
	const last = days[days.length - 1] as Day;
	if (on !== undefined && on > last) throw new CoreError('on-after-last', { on, last });
	if ((on ?? last) <= fitDay) throw new CoreError('on-not-after-fit', { on: on ?? last, fitDay });
	const there = tracings.some((t) => t.station === FRONT_STATION && t.visitedOn === fitDay);
	const later = tracings.some(
		(t) => t.station === FRONT_STATION && t.visitedOn > fitDay && t.visitedOn <= (on ?? last)
	);
	if (!there || !later) throw new CoreError('no-front-tracing', { station: FRONT_STATION });
}

/**
 * The saddle that fitted, inferred from the fitted day's back, on the back of a later day; each visit up to that
 * day counts, none after it. Throws `fit-day-absent`, `on-after-last`, `on-not-after-fit`, `no-front-tracing`,
 * `fit-day-short`, `bad-bears` and what a seat throws.
 */
export function seatFitDay(all: readonly Tracing[], options: FitDayOptions): FitDaySeat {
	const tracings = cutsOf(all);
	mustBeAsked(tracings, options);
	const { fitDay, on } = options;
	const known = on === undefined ? tracings : tracings.filter((t) => t.visitedOn <= on);
	const changes = followHorse(known, fitDay, FRONT_STATION, options.kept);
	if (!changes || changes.length === 0) throw new CoreError('fit-day-short', { fitDay });
	return seatChange(known, chosen(changes, on), options);
}

/** The saddle that a fitted day's tracings imply, its cuts in the order of a change's own stations. Throws as a seat does. */
export function saddleThatFitted(tracings: readonly Tracing[], fitDay: Day, bearsMm = USUAL_BEARS_MM): FitDaySaddle {
	const that = cutsOf(tracings).filter((t) => t.visitedOn === fitDay);
	const cuts = framesOf(that).map(({ station, placeMm }) =>
		fittedCut(
			station,
			placeMm,
			that.filter((t) => t.station === station).map((t) => t.curve)
		)
	);
	if (cuts.length === 0) throw new CoreError('fit-day-short', { fitDay });
	return fitDaySaddle(cuts, bearsMm);
}

/** The seat that a fitted day's saddle has on the day it fitted. */
export const fittedSeat = (saddle: FitDaySaddle): Seat =>
	readSeat(saddle.given, saddle.bed, saddle.load, { pose: saddle.pose, residual: 0, steps: 0 });

/** The seat where the change is known already. */
function seatChange(tracings: readonly Tracing[], change: BackChange, options: FitDayOptions): FitDaySeat {
	const bearsMm = options.bearsMm ?? USUAL_BEARS_MM;
	if (!(bearsMm >= LEAST_BEARS_MM && bearsMm <= MOST_BEARS_MM))
		throw new CoreError('bad-bears', { mm: bearsMm, least: LEAST_BEARS_MM, most: MOST_BEARS_MM });
	const saddle = saddleThatFitted(tracings, options.fitDay, bearsMm);
	const fitted = fittedSeat(saddle);
	const now = seated(saddle, change.parts.mean, bearsMm);
	const outcome = outcomeOf(fitted, now);
	const strength = strengthsAgainst(saddle.given, now, outcome);
	const variance = MODEL_SD.map((sd, i) => sd ** 2 + ((MODEL_SHARE[i] as number) * (outcome[i] as number)) ** 2);
	const unsure = forEachFault(() => STRENGTH_SD ** 2);
	for (const column of rootColumns(change.parts.cov, LEFT_OUT_SHARE)) {
		const [more, less] = [1, -1].map((sign) =>
			seated(
				saddle,
				change.parts.mean.map((m, i) => m + sign * (column[i] as number)),
				bearsMm
			)
		) as [ReturnType<typeof seated>, ReturnType<typeof seated>];
		const [up, down] = [outcomeOf(fitted, more), outcomeOf(fitted, less)];
		up.forEach((v, i) => (variance[i] = (variance[i] as number) + ((v - (down[i] as number)) / 2) ** 2));
		const [high, low] = [strengthsAgainst(saddle.given, more, up), strengthsAgainst(saddle.given, less, down)];
		for (const c of CONDITIONS) unsure[c] += ((high[c] - low[c]) / 2) ** 2;
	}
	const measured = (i: number): Measured => ({ value: outcome[i] as number, sd: Math.sqrt(variance[i] as number) });
	const chances = chancesOf(strength, unsure);
	const probable = CONDITIONS.filter((c) => (chances[c] ?? 0) >= PROBABLE);
	return {
		fitDay: options.fitDay,
		on: change.visitedOn,
		dropFrontMm: measured(0),
		tipDeg: measured(1),
		rollDeg: shrunk(measured(2)),
		clearanceFrontChangeMm: measured(3),
		loadFrontShareChange: measured(4),
		conditions: probable.length > 0 ? probable : ['fits'],
		chances,
		doubts: doubtsOf(tracings, change, saddle, probable.length === 0 && Object.keys(chances).length > 0, bearsMm),
		saddle,
		fitted,
		now
	};
}

function doubtsOf(
	tracings: readonly Tracing[],
	change: BackChange,
	saddle: FitDaySaddle,
	maybe: boolean,
	bearsMm: number
): FitDayDoubt[] {
	const on = (day: Day): Set<string> => new Set(tracings.filter((t) => t.visitedOn === day).map((t) => t.station));
	const wanted = ['T8', 'T13', 'T18'];
	const lacking = (day: Day): boolean => {
		const there = on(day);
		return [...wanted, ...saddle.cuts.map((c) => c.station)].some((s) => !there.has(s));
	};
	const last = saddle.cuts[saddle.cuts.length - 1] as FittedCut;
	const missing = lacking(change.visitedOn) || wanted.some((s) => !saddle.cuts.some((c) => c.station === s));
	return [
		'inferred',
		...(saddle.prolongedMm > QUIETLY_MM ? (['prolonged'] as const) : []),
		...(last.sMm < BARS_FROM_MM + bearsMm - QUIETLY_MM ? (['rear-prolonged'] as const) : []),
		...(saddle.cuts.length === 1 ? (['front-only'] as const) : []),
		...(missing && saddle.cuts.length > 1 ? (['station-missing'] as const) : []),
		...(change.doubts.length > 0 ? (['doubted-visit'] as const) : []),
		...(maybe ? (['maybe'] as const) : [])
	];
}
