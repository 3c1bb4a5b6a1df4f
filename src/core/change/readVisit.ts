import type { Tracing } from '../curve/index.js';
import { zeros, type Matrix } from '../math/index.js';
import type { Day } from '../units/index.js';
import type { Back } from './back.js';
import { HABIT_COUNT, handOf } from './habits.js';
import { factored, marginalised, type VisitInformation } from './jointState.js';
import { learnNoise, nearestNoise, STARTING_BELIEF, type NoiseBelief } from './handNoise.js';
import { repeatWeights, summed } from './repeats.js';
import { BOTH, type How, type Information, type Reader } from './tracingInformation.js';

/** All tracings of one day. */
export interface BackVisit {
	readonly day: Day;
	readonly tracings: readonly Tracing[];
}

/** What one day's tracings of one station by one hand come to. */
export interface StationReading {
	readonly station: number;
	readonly hand: string;
	readonly information: { readonly j: Matrix; readonly b: Float64Array };
	readonly tracings: readonly Tracing[];
	readonly weights: readonly number[];
}

/** One hand's tracings of one station. */
interface Group {
	readonly station: number;
	readonly hand: string;
	readonly tracings: readonly Tracing[];
}

/** Those of them that can be read, taking the hand's noise to be of one level. */
function readAt(back: Back, { station, tracings }: Group, level: number, how?: How) {
	const read = tracings.flatMap((tracing) => {
		const information = (back.readers[station] as Reader).read(tracing.curve, level, how);
		return information ? [{ tracing, information }] : [];
	});
	const all: Information[] = read.map((r) => r.information);
	return { level, all, tracings: read.map((r) => r.tracing), weights: repeatWeights(all) };
}

/** Reads a visit's tracings with what is known of the hands, learning their noise on the way. */
export function readVisit(
	back: Back,
	visit: BackVisit,
	noise: ReadonlyMap<string, NoiseBelief>,
	how?: How
): { readings: StationReading[]; noise: ReadonlyMap<string, NoiseBelief> } {
	const learnt = new Map(noise);
	const groups = back.frames.flatMap((frame, station): Group[] => {
		const here = visit.tracings.filter((t) => t.station === frame.station);
		return [...new Set(here.map(handOf))].map((hand) => ({
			station,
			hand,
			tracings: here.filter((t) => handOf(t) === hand)
		}));
	});
	const levelOf = (hand: string): number => nearestNoise(learnt.get(hand) ?? STARTING_BELIEF);
	// A way of reading that is only tried teaches nothing.
	const first = (how ? [] : groups).map((group) => {
		const read = readAt(back, group, levelOf(group.hand));
		const belief = learnt.get(group.hand) ?? STARTING_BELIEF;
		const reader = back.readers[group.station] as Reader;
		const curves = read.tracings.map((t) => t.curve);
		learnt.set(group.hand, curves.length < 2 ? belief : learnNoise(belief, curves, reader, read.weights));
		return read;
	});
	const readings = groups.flatMap((group, i): StationReading[] => {
		const level = levelOf(group.hand);
		const known = first[i];
		const { all, tracings, weights } = known?.level === level ? known : readAt(back, group, level, how);
		return all.length === 0
			? []
			: [{ station: group.station, hand: group.hand, tracings, weights, information: summed(all, weights) }];
	});
	return { readings, noise: learnt };
}

const handKnown = (hands: readonly string[], hand: string): number => hands.indexOf(hand);

/**
 * A visit's readings as information on levels and habits, errors that the visit shares marginalised.
 * `scale`: how many times the usual its errors' variances are; `extra`: columns of further errors of this visit, of
 * unit variance; `counts`: what the visit counts.
 */
export function visitInformation(
	back: Back,
	readings: readonly StationReading[],
	hands: readonly string[],
	scale: number,
	extra: readonly Float64Array[] = [],
	counts = 1
): VisitInformation {
	const weight = counts / scale;
	const effects = back.effects.map((column) => column.map((v) => v * Math.sqrt(scale)));
	const d = back.frames.length * BOTH;
	const habits = Math.max(0, hands.length - 1) * HABIT_COUNT;
	const n = d + habits;
	const j = zeros(n, n);
	const b = new Float64Array(n);
	const strangers: Float64Array[] = [];
	for (const { station, hand, information } of readings) {
		const at = station * BOTH;
		const known = handKnown(hands, hand);
		for (let r = 0; r < BOTH; r++) {
			b[at + r] = (b[at + r] as number) + weight * (information.b[r] as number);
			for (let c = 0; c < BOTH; c++)
				j.at[(at + r) * n + at + c] =
					(j.at[(at + r) * n + at + c] as number) + weight * (information.j.at[r * BOTH + c] as number);
		}
		if (known > 0)
			(back.habits[station] as readonly Float64Array[]).forEach((habit, h) => {
				const row = d + (known - 1) * HABIT_COUNT + h;
				const jh = new Float64Array(BOTH);
				for (let r = 0; r < BOTH; r++) {
					b[row] = (b[row] as number) + weight * (habit[r] as number) * (information.b[r] as number);
					let sum = 0;
					for (let c = 0; c < BOTH; c++) sum += (information.j.at[r * BOTH + c] as number) * (habit[c] as number);
					jh[r] = weight * sum;
				}
				for (let r = 0; r < BOTH; r++) {
					j.at[(at + r) * n + row] = (j.at[(at + r) * n + row] as number) + (jh[r] as number);
					j.at[row * n + at + r] = (j.at[row * n + at + r] as number) + (jh[r] as number);
				}
				(back.habits[station] as readonly Float64Array[]).forEach((other, k) => {
					const col = d + (known - 1) * HABIT_COUNT + k;
					let sum = 0;
					for (let r = 0; r < BOTH; r++) sum += (other[r] as number) * (jh[r] as number);
					j.at[row * n + col] = (j.at[row * n + col] as number) + sum;
				});
			});
	}
	// Hands beyond those followed: their habits are this visit's errors.
	if (readings.some((r) => handKnown(hands, r.hand) < 0))
		for (let h = 0; h < HABIT_COUNT; h++) {
			const column = new Float64Array(d);
			back.habits.forEach((own, f) =>
				column.set(
					(own[h] as Float64Array).map((v) => v * Math.SQRT2),
					f * BOTH
				)
			);
			strangers.push(column);
		}
	const shared = [...effects, ...strangers, ...extra];
	const t = zeros(n, shared.length);
	shared.forEach((column, c) => {
		for (let r = 0; r < d; r++) t.at[r * shared.length + c] = column[r] as number;
	});
	const out = marginalised(j, b, t);
	return factored(out.j, out.b);
}
