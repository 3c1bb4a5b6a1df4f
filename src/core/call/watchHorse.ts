import {
	bodyChange,
	detectableChangeMm,
	followHorse,
	forecastLimit,
	judgeFirstVisit,
	readCause,
	readDirection,
	sideChanges,
	visitDoubted,
	type BackChange,
	type Baseline,
	type BodyMeasure,
	type Forecast,
	type KeptCourses,
	type Limits,
	type School,
	type SideChange,
	type StationChange
} from '../change/index.js';
import type { Tracing } from '../curve/index.js';
import { CoreError } from '../errors/index.js';
import { nextTracingDay } from '../schedule/index.js';
import { addDays, daysBetween, type Day } from '../units/index.js';
import { probabilitiesBeyond } from './beyond.js';
import { guarded, steadyByWidth } from './guards.js';
import { limitsLed, type CallLimits, type LimitLead } from './leadLimits.js';
import { measureNext } from './measureNext.js';
import { nextStepFor, reasonsFor } from './reasons.js';
import type { Call } from './types.js';
import { surenessOf, verdictFromShape } from './verdict.js';

export const FRONT_STATION = 'T8';
/** A tracing this near to the day of fitting may stand for it. */
const FIT_DAY_REACH_DAYS = 21;

export interface WatchOptions {
	readonly school: School;
	/** Whose limits lead; the school's where absent. */
	readonly lead?: LimitLead | undefined;
	/** Day from which the saddle was judged to fit. */
	readonly fittedOn: Day;
	/** Age on a day, years, when the birth year is known. */
	readonly ageYearsOn?: (day: Day) => number | undefined;
	/** Weight, condition and height as they were taken. */
	readonly bodies?: readonly BodyMeasure[];
	/** Where the same visits led before, to go on from. */
	readonly kept?: KeptCourses;
}

export interface Watch {
	/** The visit taken as the fitted day. */
	readonly fitDay: Day;
	readonly calls: readonly Call[];
	/** What the fitted day's back is in itself. */
	readonly baseline: Baseline | undefined;
	/** The back on every day that was judged. */
	readonly changes: readonly BackChange[];
}

/** The visit that stands for a fit mark. Throws `no-front-tracing` or `no-visit-at-fit`. */
export function chooseFitDay(tracings: readonly Tracing[], fittedOn: Day): Day {
	const days = [...new Set(tracings.filter((t) => t.station === FRONT_STATION).map((t) => t.visitedOn))].sort();
	if (days.length === 0) throw new CoreError('no-front-tracing', { station: FRONT_STATION });
	const distance = (d: Day): number => Math.abs(daysBetween(fittedOn, d)) + (d > fittedOn ? 0.5 : 0);
	const nearest = days.reduce((best, d) => (distance(d) < distance(best) ? d : best));
	if (distance(nearest) > FIT_DAY_REACH_DAYS + 0.5)
		throw new CoreError('no-visit-at-fit', { fitted: fittedOn, nearest, reachDays: FIT_DAY_REACH_DAYS });
	return nearest;
}

function forecastOf(front: StationChange, worst: SideChange, limits: Limits): Forecast {
	const sign = Math.sign(worst.mm) || 1;
	return forecastLimit(
		front.visitedOn,
		{ mm: sign * worst.mm, sdMm: worst.sdMm },
		{ mmPerDay: sign * front.slopes[worst.side], sdMmPerDay: Math.sqrt(front.slopes.variance) },
		worst.mm < 0 ? limits.refitLossMm : limits.refitGainMm
	);
}

function judgeVisit(
	change: BackChange,
	fitDay: Day,
	limits: CallLimits,
	before: readonly Call[],
	options: WatchOptions
): Call {
	const day = change.visitedOn;
	const last = before.at(-1);
	const front = change.stations.get(FRONT_STATION) as StationChange;
	const others = change.stations;
	const frontSides = sideChanges(FRONT_STATION, front);
	const beyond = probabilitiesBeyond(frontSides, front, limits);
	const doubted = visitDoubted(change.doubts);
	const detectableMm = detectableChangeMm(front.noise, front.counted);
	const shape = verdictFromShape(beyond, last?.verdict, doubted);
	const measured = guarded(shape, {
		worst: beyond.worst,
		plain: change.plain,
		detectableMm,
		limits,
		visits: before.length,
		last: last && { verdict: last.verdict, guard: last.guard, mm: worstMm(last) }
	});
	// Where the plain width says otherwise, nobody is told that all is steady.
	const verdict = measured.verdict === 'steady' && change.partedMm !== 0 ? 'watch' : measured.verdict;
	const age = options.ageYearsOn?.(day);
	const canGrow = age === undefined ? undefined : age < 6;
	const body = bodyChange(options.bodies ?? [], fitDay, day);
	const cause = readCause(verdict === 'steady' ? undefined : change, beyond.worst.mm, canGrow, body);
	const forecast = forecastOf(front, beyond.worst, limits);
	const surer = measureNext(beyond.worst, front, limits);
	const reasonInput = {
		verdict,
		beyond,
		front: frontSides,
		change: front,
		others,
		cause,
		body,
		limits,
		detectableMm,
		doubted,
		guard: measured.guard,
		plain: change.plain
	};
	return {
		visitedOn: day,
		verdict,
		sureness: surenessOf(verdict, beyond, steadyByWidth(change.plain, limits), measured.guard),
		direction: readDirection(frontSides, verdict === 'steady' ? undefined : beyond.worst),
		cause: cause.cause,
		changes: [...others].flatMap(([station, c]) => sideChanges(station, c)),
		forecast,
		reasons: reasonsFor(reasonInput),
		nextStep: nextStepFor(reasonInput),
		nextOn: sooner(
			nextTracingDay(day, verdict, age, forecast.earliest),
			measured.guard || (doubted && verdict === 'watch') ? addDays(day, AGAIN_WITHIN_DAYS) : undefined
		),
		...(measured.guard ? { guard: measured.guard } : {}),
		detectableChangeMm: detectableMm,
		withinVisitSdMm: front.noise.ownSdMm,
		doubts: change.doubts,
		...(change.plain ? { plain: { mm: change.plain.mm, sdMm: Math.sqrt(change.plain.variance) } } : {}),
		...(surer ? { measureNext: surer } : {}),
		...(limits.own ? { limits } : {})
	};
}

/** A call that waits for one more tracing wants it so soon. */
const AGAIN_WITHIN_DAYS = 14;
const sooner = (day: Day, other: Day | undefined): Day => (other !== undefined && other < day ? other : day);

/** The largest change at the front that a call tells, mm. */
const worstMm = ({ changes }: Call): number =>
	changes
		.filter((c) => c.station === FRONT_STATION)
		.reduce((worst, c) => (Math.abs(c.mm) > Math.abs(worst) ? c.mm : worst), 0);

/**
 * Judges every visit from the fit mark on, each from the tracings up to that visit only.
 * Throws `no-front-tracing` or `no-visit-at-fit` where there is nothing to compare with.
 */
export function watchHorse(tracings: readonly Tracing[], options: WatchOptions): Watch {
	const fitDay = chooseFitDay(tracings, options.fittedOn);
	const changes = followHorse(tracings, fitDay, FRONT_STATION, options.kept);
	if (!changes || changes.length === 0) throw new CoreError('fit-day-short', { fitDay });
	const calls: Call[] = [];
	const limits = limitsLed(options, tracings, fitDay);
	for (const change of changes) calls.push(judgeVisit(change, fitDay, limits, calls, options));
	const baseline = judgeFirstVisit(tracings, fitDay, FRONT_STATION);
	const said = calls.map((c) => (baseline && c.visitedOn === fitDay ? { ...c, baseline } : c));
	return { fitDay, calls: said, changes, baseline };
}
