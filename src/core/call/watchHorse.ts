import {
	detectableChangeMm,
	followStation,
	forecastLimit,
	LIMITS,
	readCause,
	readDirection,
	readStation,
	sideChanges,
	sideSlopeMmPerDay,
	spreadingsOf,
	type Forecast,
	type Limits,
	type School,
	type SideChange,
	type StationChange
} from '../change/index.js';
import type { Tracing } from '../curve/index.js';
import { CoreError } from '../errors/index.js';
import { nextTracingDay } from '../schedule/index.js';
import { daysBetween, type Day } from '../units/index.js';
import { probabilitiesBeyond } from './beyond.js';
import { measureNext } from './measureNext.js';
import { nextStepFor, reasonsFor } from './reasons.js';
import type { Call, Verdict } from './types.js';
import { surenessOf, verdictFromShape } from './verdict.js';

export const FRONT_STATION = 'T8';
/** A tracing this near to the day of fitting may stand for it. */
const FIT_DAY_REACH_DAYS = 21;

export interface WatchOptions {
	readonly school: School;
	/** Day from which the saddle was judged to fit. */
	readonly fittedOn: Day;
	/** Age on a day, years, when the birth year is known. */
	readonly ageYearsOn?: (day: Day) => number | undefined;
}

export interface Watch {
	/** The visit taken as the fitted day. */
	readonly fitDay: Day;
	readonly calls: readonly Call[];
	/** Filtered changes by station, every visit from the fit mark on. */
	readonly series: ReadonlyMap<string, readonly StationChange[]>;
}

function chooseFitDay(tracings: readonly Tracing[], fittedOn: Day): Day {
	const days = [...new Set(tracings.filter((t) => t.station === FRONT_STATION).map((t) => t.visitedOn))].sort();
	if (days.length === 0) throw new CoreError('no-front-tracing', { station: FRONT_STATION });
	const distance = (d: Day): number => Math.abs(daysBetween(fittedOn, d)) + (d > fittedOn ? 0.5 : 0);
	const nearest = days.reduce((best, d) => (distance(d) < distance(best) ? d : best));
	if (distance(nearest) > FIT_DAY_REACH_DAYS + 0.5)
		throw new CoreError('no-visit-at-fit', { fitted: fittedOn, nearest, reachDays: FIT_DAY_REACH_DAYS });
	return nearest;
}

function latestUpTo(series: readonly StationChange[], day: Day): StationChange | undefined {
	let found: StationChange | undefined;
	for (const c of series) if (c.visitedOn <= day) found = c;
	return found;
}

function forecastOf(front: StationChange, worst: SideChange, limits: Limits): Forecast {
	const sign = Math.sign(worst.mm) || 1;
	return forecastLimit(
		front.visitedOn,
		{ mm: sign * worst.mm, sdMm: worst.sdMm },
		{ mmPerDay: sign * sideSlopeMmPerDay(front, worst.side), sdMmPerDay: Math.sqrt(front.meanSlopeVar) },
		worst.mm < 0 ? limits.refitLossMm : limits.refitGainMm
	);
}

function judgeVisit(
	series: Watch['series'],
	front: StationChange,
	last: Verdict | undefined,
	options: WatchOptions,
	spreadingOn: ReturnType<typeof spreadingsOf>
): Call {
	const limits = LIMITS[options.school];
	const day = front.visitedOn;
	const others = new Map<string, StationChange>();
	for (const [station, list] of series) {
		const latest = latestUpTo(list, day);
		if (latest) others.set(station, latest);
	}
	const frontSides = sideChanges(FRONT_STATION, front);
	const beyond = probabilitiesBeyond(frontSides, front, limits);
	const verdict = verdictFromShape(beyond, last);
	const age = options.ageYearsOn?.(day);
	const cause = readCause(verdict === 'steady' ? undefined : spreadingOn(day), age === undefined ? undefined : age < 6);
	const detectableMm = detectableChangeMm(front.noise, front.counted);
	const forecast = forecastOf(front, beyond.worst, limits);
	const surer = measureNext(beyond.worst, front, limits);
	const reasonInput = { verdict, beyond, front: frontSides, change: front, others, cause, limits, detectableMm };
	return {
		visitedOn: day,
		verdict,
		sureness: surenessOf(verdict, beyond),
		direction: readDirection(frontSides, verdict === 'steady' ? undefined : beyond.worst),
		cause: cause.cause,
		changes: [...others].flatMap(([station, c]) => sideChanges(station, c)),
		forecast,
		reasons: reasonsFor(reasonInput),
		nextStep: nextStepFor(reasonInput),
		nextOn: nextTracingDay(day, verdict, age, forecast.earliest),
		detectableChangeMm: detectableMm,
		withinVisitSdMm: front.noise.withinVisitSdMm,
		...(surer ? { measureNext: surer } : {})
	};
}

/**
 * Judges every visit from the fit mark on, each from the tracings up to that visit only.
 * Throws `no-front-tracing` or `no-visit-at-fit` where there is nothing to compare with.
 */
export function watchHorse(tracings: readonly Tracing[], options: WatchOptions): Watch {
	const fitDay = chooseFitDay(tracings, options.fittedOn);
	const series = new Map<string, readonly StationChange[]>();
	const stations = [...new Set(tracings.map((t) => t.station))].sort((a, b) =>
		a.localeCompare(b, 'en', { numeric: true })
	);
	for (const station of stations) {
		const visits = readStation(station, tracings, fitDay);
		if (visits) series.set(station, followStation(visits, fitDay));
	}
	const calls: Call[] = [];
	const spreadingOn = spreadingsOf(series);
	for (const front of series.get(FRONT_STATION) ?? [])
		calls.push(judgeVisit(series, front, calls[calls.length - 1]?.verdict, options, spreadingOn));
	if (calls.length === 0) throw new CoreError('fit-day-short', { fitDay });
	return { fitDay, calls, series };
}
