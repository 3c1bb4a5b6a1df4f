import { cutsOf, type Tracing } from '../curve/index.js';
import { daysBetween, type Day } from '../units/index.js';
import { changesOf, joinedParts, type Gaussian } from './changeOf.js';
import { backOf, type Back } from './back.js';
import { readVisit, type BackVisit, type StationReading } from './readVisit.js';
import type { Doubt } from './blunders.js';
import { USUAL_AT_FIRST } from './usual.js';
import { takeVisit, type Before, type TakenVisit } from './takeVisit.js';
import { courseName } from './courseNames.js';
import {
	lastOf,
	partedBy,
	plainReadingOf,
	plainWidth,
	type BesidePlain,
	type PlainReading,
	type PlainWidth
} from './plainReading.js';
import { namedHands } from './habits.js';
import { nearestNoise, type NoiseBelief } from './handNoise.js';
import { NO_WIDTHS } from './widthTrack.js';
import { framesOf, inOrder, type StationFrame } from './stationFrame.js';
import { noiseOf, stationChange, steppedFrom, widened, type StationChange } from './stationChange.js';

/** The back on one day, as known by then. */
export interface BackChange {
	readonly visitedOn: Day;
	/** By station, each traced at least once up to that day. */
	readonly stations: ReadonlyMap<string, StationChange>;
	/** Change of every part of the back, and what it was read in. */
	readonly parts: Gaussian;
	/** How likely each kind of change is, in the order of `KINDS`, from how well it foresaw what came. */
	readonly kinds: readonly number[];
	readonly back: Back;
	/** What is not believed of this visit as it stands. */
	readonly doubts: readonly Doubt[];
	/** The front's width as drawn, beside the model; undefined where it cannot be read that day. */
	readonly plain: PlainReading | undefined;
	/** How far both part over the last visits, mm; 0 where they do not. */
	readonly partedMm: number;
}

function group<T>(all: readonly T[], keyOf: (one: T) => string): Map<string, T[]> {
	const groups = new Map<string, T[]>();
	for (const one of all) {
		const key = keyOf(one);
		const list = groups.get(key);
		if (list) list.push(one);
		else groups.set(key, [one]);
	}
	return groups;
}

/** A horse as known after some of its visits: what the next visit is taken in with. */
export interface Course {
	readonly back: Back;
	readonly before: Before;
	readonly noise: ReadonlyMap<string, NoiseBelief>;
	/** The first visits, as long as they may be read again, and how many there were in all. */
	readonly first: readonly BackVisit[];
	readonly visits: number;
	readonly stations: ReadonlyMap<string, StationChange>;
	/** The fitted day's plain width, and the last plain readings beside the model's. */
	readonly fittedPlain: PlainWidth | undefined;
	readonly beside: readonly BesidePlain[];
	readonly changes: readonly BackChange[];
}

/**
 * Courses by the name of what was read, kept by whoever asks again: a visit more then costs one visit. Nothing
 * else is to be known of what it holds.
 */
export interface KeptCourses {
	readonly get: (name: string) => Course | undefined;
	readonly set: (name: string, course: Course) => unknown;
}
/** The last course is gone on from, the one before it where the last visit is put right. */
const KEPT_OF_EACH = 2;

/**
 * Follows a whole back through its visits in one model, in order of day. Visits before the fitted day teach it
 * hands and noise but give no change. Undefined where the fitted day has no `front` tracing that reaches the band.
 * With `kept`, goes on from where the same visits led before; the answer is the same.
 */
export function followHorse(
	all: readonly Tracing[],
	fitDay: Day,
	front: string,
	kept?: KeptCourses
): readonly BackChange[] | undefined {
	const tracings = cutsOf(all);
	const days = group(namedHands(tracings), (t) => t.visitedOn);
	const visits = [...days.keys()].sort().map((day) => ({ day, tracings: inOrder(days.get(day) as Tracing[]) }));
	const fitted = visits.find((v) => v.day === fitDay)?.tracings ?? [];
	const names: string[] = [];
	if (kept)
		for (const visit of visits)
			names.push(courseName(names.at(-1) ?? courseName(`${fitDay} ${front}`, fitted), visit.tracings));
	const from = names.findLastIndex((name) => kept?.get(name) !== undefined);
	let course = (from >= 0 ? kept?.get(names[from] as string) : undefined) ?? begun(fitted, front);
	if (!course) return undefined;
	for (const [i, visit] of visits.entries()) {
		if (i <= from) continue;
		course = tookIn(course, visit, fitDay);
		if (i >= visits.length - KEPT_OF_EACH) kept?.set(names[i] as string, course);
	}
	return course.changes;
}

/** A horse of which nothing was taken in yet; undefined where the fitted day does not show its front. */
function begun(fitted: readonly Tracing[], front: string): Course | undefined {
	const frames = framesOf(fitted);
	const at = frames.findIndex((f) => f.station === front);
	if (at < 0) return undefined;
	return {
		back: backOf(frames, at),
		before: NOTHING_SEEN,
		noise: new Map(),
		first: [],
		visits: 0,
		stations: new Map(),
		fittedPlain: plainWidth(fitted.filter((t) => t.station === front)),
		beside: [],
		changes: []
	};
}

/** A horse with one more visit taken in. */
function tookIn(course: Course, visit: BackVisit, fitDay: Day): Course {
	const { back, visits } = course;
	const { day } = visit;
	const { readings, noise } = readVisit(back, visit, course.noise);
	if (readings.length === 0) return { ...course, noise };
	const learnt = visits > 0 && visits < READ_AGAIN_UNTIL && toldOtherwise(course.noise, noise);
	const before = learnt ? readAgain(back, course.first, noise, fitDay) : course.before;
	const taken = takeVisit(back, before, visit, readings, noise, day === fitDay);
	const next: Course = {
		...course,
		before: taken,
		noise,
		first: visits < READ_AGAIN_UNTIL ? [...course.first, visit] : course.first,
		visits: visits + 1
	};
	return day < fitDay ? next : judged(next, taken, visit, readings, fitDay);
}

/** What a visit that was taken in comes to, station by station and, where the front was traced, for the back. */
function judged(
	course: Course,
	taken: TakenVisit,
	visit: BackVisit,
	readings: readonly StationReading[],
	fitDay: Day
): Course {
	const { back } = course;
	const { day } = visit;
	const { following } = taken;
	const mixture = changesOf(following);
	const noises = noiseOf(back, readings, taken.information.j);
	const stations = new Map<string, StationChange>();
	for (const [at, frame] of back.frames.entries()) {
		const here = readings.some((r) => r.station === at);
		const last = course.stations.get(frame.station);
		const noiseHere = here ? noises[at] : undefined;
		const now = stationChange(
			following,
			mixture,
			at,
			last,
			noiseHere ? { visitedOn: day, readings, noise: noiseHere } : undefined
		);
		const sinceLast = last ? daysBetween(last.visitedOn, day) : 0;
		stations.set(frame.station, { ...now, stepped: here && steppedFrom(last, now, sinceLast) });
	}
	if (!readings.some((r) => r.station === back.front)) return { ...course, stations };
	const front = (back.frames[back.front] as StationFrame).station;
	const here = visit.tracings.filter((t) => t.station === front);
	const plain = day === fitDay ? undefined : plainReadingOf(day, plainWidth(here), course.fittedPlain);
	const { both } = stations.get(front) as StationChange;
	// A doubted visit is no witness against the model.
	const beside = plain && taken.doubted === undefined ? lastOf([...course.beside, { plain, ...both }]) : course.beside;
	const partedMm = partedBy(beside);
	const parted: Doubt[] =
		partedMm === 0 ? [] : [{ date: day, station: front, repeat: null, kind: 'plain-reading', sure: PARTED_SURE }];
	const change: BackChange = {
		visitedOn: day,
		stations: partedMm === 0 ? stations : new Map([...stations].map(([s, c]) => [s, widened(c, partedMm)])),
		parts: joinedParts(mixture),
		kinds: following.chances,
		back,
		doubts: [...taken.doubts, ...parted],
		plain,
		partedMm
	};
	return { ...course, stations, beside, changes: [...course.changes, change] };
}

const NOTHING_SEEN: Before = {
	following: undefined,
	judged: 0,
	doubted: undefined,
	usual: USUAL_AT_FIRST,
	lines: [],
	widths: NO_WIDTHS
};
/** The first visits are read again while a hand is being learnt. */
const READ_AGAIN_UNTIL = 4;

/** Whether a hand met before is now taken for a steadier or less steady one, or for one that wavers otherwise. */
const toldOtherwise = (before: ReadonlyMap<string, NoiseBelief>, now: ReadonlyMap<string, NoiseBelief>): boolean =>
	[...before].some(([hand, belief]) => nearestNoise(belief) !== nearestNoise(now.get(hand) as NoiseBelief));

/** Takes the visits so far in again with what their hands are known for by now; what was said of them stands. */
function readAgain(
	back: Back,
	visits: readonly BackVisit[],
	noise: ReadonlyMap<string, NoiseBelief>,
	fitDay: Day
): Before {
	return visits.reduce<Before>((course, visit) => {
		const { readings } = readVisit(back, visit, noise, {});
		return takeVisit(back, course, visit, readings, noise, visit.day === fitDay);
	}, NOTHING_SEEN);
}

/** Both part by more than their errors, twice: one of them is wrong, and nobody knows which. */
const PARTED_SURE = 0.9;
