import { cutsOf, type Tracing } from '../curve/index.js';
import { cholesky, forwardSolve, zeros, type Matrix } from '../math/index.js';
import { daysBetween, type Day } from '../units/index.js';
import {
	bandSlope,
	bandUnder,
	changesOf,
	joinedParts,
	joinedUnder,
	type Gaussian,
	type Mixture,
	type Under
} from './changeOf.js';
import { PARTS, SPLINES } from './depthBasis.js';
import { backOf, type Back } from './back.js';
import type { Following } from './followBack.js';
import { readVisit, type BackVisit, type StationReading } from './readVisit.js';
import type { Doubt } from './blunders.js';
import { USUAL_AT_FIRST } from './usual.js';
import { takeVisit, type Before } from './takeVisit.js';
import { smallestDetectableChange } from '../noise/index.js';
import { partedBy, plainReadings, type BesidePlain, type PlainReading } from './plainReading.js';
import { namedHands } from './habits.js';
import { nearestNoise, type NoiseBelief } from './handNoise.js';
import { summed } from './repeats.js';
import { framesOf, inOrder } from './stationFrame.js';
import { BOTH } from './tracingInformation.js';
import type { StationChange, VisitNoise } from './stationChange.js';

/** Kinds and errors allow for more than most backs and hands do: variances are taken so much smaller (docs/validation.md: intervals). */
const TAKEN = 0.75;
/** A repeat that counts less than this is named as left out. */
export const LEFT_OUT = 0.35;
const WEEK_DAYS = 7;
/** A band that moved so far between two visits close together is a step. */
const STEP_MM = 3.5;
const STEP_DAYS = 45;

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

/** Row of the mean of both sides' bands of a station. */
function bandRows(stations: number): Matrix {
	const n = stations * BOTH;
	const rows = zeros(n, stations);
	for (let s = 0; s < stations; s++)
		for (let i = 0; i < SPLINES; i++)
			for (const side of [0, SPLINES]) rows.at[(s * BOTH + side + i) * stations + s] = (PARTS.band[i] as number) / 2;
	return rows;
}

/** Variances of the mean of both sides' bands, by station, from information on their coefficients, mm². */
function bandVariances(j: Matrix, stations: number): number[] {
	const n = stations * BOTH;
	const at = new Float64Array(n * n);
	for (let r = 0; r < n; r++)
		for (let c = 0; c < n; c++) at[r * n + c] = (j.at[r * j.cols + c] as number) + (r === c ? UNSEEN : 0);
	const half = forwardSolve(cholesky({ rows: n, cols: n, at }), bandRows(stations));
	return Array.from({ length: stations }, (_, s) => {
		let sum = 0;
		for (let r = 0; r < n; r++) sum += (half.at[r * stations + s] as number) ** 2;
		return sum;
	});
}
const UNSEEN = 1 / 40 ** 2;

/** Noise of a visit by station: of a single tracing, and what all its repeats share. */
function noiseOf(back: Back, readings: readonly StationReading[], whole: Matrix): VisitNoise[] {
	const all = bandVariances(whole, back.frames.length);
	return back.frames.map((_, station) => {
		const here = readings.filter((r) => r.station === station);
		const counted = here.reduce((s, r) => s + r.weights.reduce((a, b) => a + b, 0), 0);
		const { j } = summed(
			here.map((r) => r.information),
			here.map(() => 1)
		);
		const own = bandVariances(j, 1)[0] as number;
		return {
			ownSdMm: Math.sqrt(own * Math.max(1, counted)),
			sharedVar: Math.max(0, (all[station] as number) - own)
		};
	});
}

const estimate = (under: readonly Under[]): { mm: number; variance: number } => {
	const joined = joinedUnder(under);
	return { mm: joined.mm, variance: TAKEN * joined.variance };
};
const honest = (under: readonly Under[]): Under[] => under.map((u) => ({ ...u, variance: TAKEN * u.variance }));

function stationChange(
	f: Following,
	mixture: Mixture,
	station: number,
	last: StationChange | undefined,
	seen: { visitedOn: Day; readings: readonly StationReading[]; noise: VisitNoise } | undefined
): StationChange {
	const under = {
		near: bandUnder(mixture, station, 1, 0),
		off: bandUnder(mixture, station, 0, 1),
		both: bandUnder(mixture, station, 0.5, 0.5),
		apart: bandUnder(mixture, station, -1, 1)
	};
	const [near, off] = [bandSlope(f, station, 1, 0), bandSlope(f, station, 0, 1)];
	const both = bandSlope(f, station, 0.5, 0.5);
	const weights = seen?.readings.filter((r) => r.station === station).flatMap((r) => r.weights) ?? [];
	const leftOut = weights.filter((w) => w < LEFT_OUT).length;
	return {
		visitedOn: seen ? seen.visitedOn : (last?.visitedOn ?? f.day),
		near: estimate(under.near),
		off: estimate(under.off),
		both: estimate(under.both),
		apart: estimate(under.apart),
		under: {
			near: honest(under.near),
			off: honest(under.off),
			both: honest(under.both),
			apart: honest(under.apart)
		},
		slopes: {
			near: near.mm / WEEK_DAYS,
			off: off.mm / WEEK_DAYS,
			both: both.mm / WEEK_DAYS,
			variance: both.variance / WEEK_DAYS ** 2
		},
		counted: seen ? weights.length - leftOut : (last?.counted ?? 0),
		leftOut: seen ? leftOut : (last?.leftOut ?? 0),
		noise: seen?.noise ?? last?.noise ?? { ownSdMm: 1.5, sharedVar: 1 },
		stepped: false
	};
}

function steppedFrom(last: StationChange | undefined, now: StationChange, days: number): boolean {
	if (!last || days > STEP_DAYS) return false;
	return Math.max(Math.abs(now.near.mm - last.near.mm), Math.abs(now.off.mm - last.off.mm)) > STEP_MM;
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

/** Smallest change of the band, mean of both sides, that two visits of `repeats` tracings can show, mm, shared errors included. */
export const detectableChangeMm = ({ ownSdMm, sharedVar }: VisitNoise, repeats: number): number =>
	smallestDetectableChange(Math.sqrt(ownSdMm ** 2 / Math.max(1, repeats) + sharedVar));

/**
 * Follows a whole back through its visits in one model, in order of day. Visits before the fitted day teach it
 * hands and noise but give no change. Undefined where the fitted day has no `front` tracing that reaches the band.
 */
export function followHorse(all: readonly Tracing[], fitDay: Day, front: string): readonly BackChange[] | undefined {
	const tracings = cutsOf(all);
	const frames = framesOf(tracings.filter((t) => t.visitedOn === fitDay));
	const frontAt = frames.findIndex((f) => f.station === front);
	if (frontAt < 0) return undefined;
	const back = backOf(frames, frontAt);
	const changes: BackChange[] = [];
	let course = NOTHING_SEEN;
	let noise: ReadonlyMap<string, NoiseBelief> = new Map();
	const seen: BackVisit[] = [];
	let stations = new Map<string, StationChange>();
	const plain = new Map(plainReadings(tracings, front, fitDay).map((p) => [p.visitedOn, p]));
	const beside: BesidePlain[] = [];
	const days = group(namedHands(tracings), (t) => t.visitedOn);
	for (const day of [...days.keys()].sort()) {
		const visit = { day, tracings: inOrder(days.get(day) as Tracing[]) };
		const read = readVisit(back, visit, noise);
		const learnt = seen.length > 0 && seen.length < READ_AGAIN_UNTIL && toldOtherwise(noise, read.noise);
		noise = read.noise;
		const { readings } = read;
		if (readings.length === 0) continue;
		if (learnt) course = readAgain(back, seen, noise, fitDay);
		seen.push(visit);
		const taken = takeVisit(back, course, visit, readings, noise, day === fitDay);
		course = taken;
		const { following } = taken;
		if (day < fitDay) continue;
		const mixture = changesOf(following);
		const noises = noiseOf(back, readings, taken.information.j);
		const next = new Map<string, StationChange>();
		for (const [at, frame] of frames.entries()) {
			const here = readings.some((r) => r.station === at);
			const last = stations.get(frame.station);
			const noiseHere = here ? noises[at] : undefined;
			const now = stationChange(
				following,
				mixture,
				at,
				last,
				noiseHere ? { visitedOn: day, readings, noise: noiseHere } : undefined
			);
			const sinceLast = last ? daysBetween(last.visitedOn, day) : 0;
			next.set(frame.station, { ...now, stepped: here && steppedFrom(last, now, sinceLast) });
		}
		stations = next;
		if (readings.some((r) => r.station === frontAt)) {
			const plainNow = plain.get(day);
			const { both } = next.get(front) as StationChange;
			// A doubted visit is no witness against the model.
			if (plainNow && taken.doubted === undefined) beside.push({ plain: plainNow, ...both });
			const partedMm = partedBy(beside);
			const parted: Doubt[] =
				partedMm === 0 ? [] : [{ date: day, station: front, repeat: null, kind: 'plain-reading', sure: PARTED_SURE }];
			changes.push({
				visitedOn: day,
				stations: partedMm === 0 ? next : new Map([...next].map(([s, c]) => [s, widened(c, partedMm)])),
				parts: joinedParts(mixture),
				kinds: following.chances,
				back,
				doubts: [...taken.doubts, ...parted],
				plain: plainNow,
				partedMm
			});
		}
	}
	return changes;
}

const NOTHING_SEEN: Before = { following: undefined, judged: 0, doubted: undefined, usual: USUAL_AT_FIRST, lines: [] };
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

/** A change whose interval takes in half of what the plain reading stands away. */
function widened(c: StationChange, partedMm: number): StationChange {
	const more = (partedMm / 2) ** 2;
	const wide = <T extends { readonly variance: number }>(e: T): T => ({ ...e, variance: e.variance + more });
	return {
		...c,
		near: wide(c.near),
		off: wide(c.off),
		both: wide(c.both),
		under: {
			near: c.under.near.map(wide),
			off: c.under.off.map(wide),
			both: c.under.both.map(wide),
			apart: c.under.apart
		}
	};
}
