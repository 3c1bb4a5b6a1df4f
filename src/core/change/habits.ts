import type { Tracing } from '../curve/index.js';
import { degToRad } from '../units/index.js';
import { asSplines, SPLINES } from './depthBasis.js';
import type { BySide, ErrorName, StationFrame } from './stationFrame.js';
import { BOTH } from './tracingInformation.js';

/** Ways of entering that say nothing of the instrument: the same line, whatever the file. */
const NO_INSTRUMENT: readonly string[] = ['', 'points', 'svg', 'dxf', 'picture'];
const instrumentOf = (source: string | undefined): string =>
	NO_INSTRUMENT.includes(source ?? '') ? '' : (source as string);

/** Who traced with what: habits stay with both. */
export const handOf = (t: Pick<Tracing, 'operator' | 'source'>): string =>
	`${t.operator ?? ''}|${instrumentOf(t.source)}`;

/** Tracings of nobody named are taken for those of the first who is: a name added later is no new hand. */
export function namedHands(tracings: readonly Tracing[]): readonly Tracing[] {
	const first = tracings.reduce<Tracing | undefined>(
		(best, t) => (t.operator && (!best || t.visitedOn < best.visitedOn) ? t : best),
		undefined
	)?.operator;
	return first ? tracings.map((t) => (t.operator ? t : { ...t, operator: first })) : tracings;
}

/** Habits of a hand and its instrument, SD (common practice, no source). */
export const HABITS: readonly (readonly [readonly ErrorName[], number])[] = [
	[['pressNear', 'pressOff'], 1.2],
	[['place'], 6],
	[['pick'], 1.5],
	[['tilt'], degToRad(0.8)],
	[['scale'], 0.007]
];

export const HABIT_COUNT = HABITS.length;

/** Errors that all tracings of a visit share at one station, SD; new at every visit. */
const STATION_EFFECTS: readonly (readonly [readonly ErrorName[], number])[] = [
	[['place'], 3.5],
	[['tilt'], degToRad(0.5)],
	[['pressNear'], 0.5],
	[['pressOff'], 0.5]
];
/** Errors that all stations of a visit share. */
const VISIT_EFFECTS: readonly (readonly [readonly ErrorName[], number])[] = [
	[['pressNear', 'pressOff'], 0.5],
	[['hang'], 1],
	[['raise'], 0.8],
	[['tilt'], degToRad(0.7)],
	[['spring'], 0.004]
];

/** An error as coefficients of both sides. */
export function errorSplines(frame: StationFrame, names: readonly ErrorName[], size: number): Float64Array {
	const out = new Float64Array(BOTH);
	for (const name of names) {
		const error: BySide = frame.errors[name];
		asSplines(error.near).forEach((v, i) => (out[i] = (out[i] as number) + size * v));
		asSplines(error.off).forEach((v, i) => (out[SPLINES + i] = (out[SPLINES + i] as number) + size * v));
	}
	return out;
}

/** An error of one station as a column over all stations' coefficients. */
export function stationColumn(
	frames: readonly StationFrame[],
	station: number,
	names: readonly ErrorName[],
	size: number
): Float64Array {
	const column = new Float64Array(frames.length * BOTH);
	column.set(errorSplines(frames[station] as StationFrame, names, size), station * BOTH);
	return column;
}

/** An error that all stations share, as such a column. */
export function sharedColumn(frames: readonly StationFrame[], names: readonly ErrorName[], size: number): Float64Array {
	const column = new Float64Array(frames.length * BOTH);
	frames.forEach((frame, f) => column.set(errorSplines(frame, names, size), f * BOTH));
	return column;
}

/** Columns over all stations' coefficients: one for each effect of a visit, of unit variance. */
export function visitEffects(frames: readonly StationFrame[]): Float64Array[] {
	const own = frames.flatMap((_, f) => STATION_EFFECTS.map(([names, sd]) => stationColumn(frames, f, names, sd)));
	const shared = VISIT_EFFECTS.map(([names, sd]) => sharedColumn(frames, names, sd));
	return [...own, ...shared];
}

/** What each habit, at its usual size, does to a station's coefficients. */
export const habitColumns = (frame: StationFrame): Float64Array[] =>
	HABITS.map(([names, sd]) => errorSplines(frame, names, sd));
