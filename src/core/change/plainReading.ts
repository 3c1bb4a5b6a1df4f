import type { Tracing } from '../curve/index.js';
import { median } from '../math/index.js';
import type { Day } from '../units/index.js';
import { DEPTHS_MM } from './depthBasis.js';
import { widthsOf } from './stationFrame.js';

/** Half of the full width over the band as drawn, against the fitted day: no model, nearly free of tilt and apex pick. */
export interface PlainReading {
	readonly visitedOn: Day;
	readonly mm: number;
	readonly variance: number;
}

const BAND = DEPTHS_MM.flatMap((d, k) => (d >= 60 && d <= 120 ? [k] : []));
/** What repeats share and what one tracing errs by, in half of the full width, mm (common practice, no source). */
const SHARED_SD_MM = 1.3;
const OWN_SD_MM = 1.6;

/** Half of the full width over the band on one day. */
export interface PlainWidth {
	readonly mm: number;
	readonly variance: number;
}

/** Middle of the repeats at every depth, then the mean over the band. Undefined where none reaches through it. */
export function plainWidth(tracings: readonly Tracing[]): PlainWidth | undefined {
	const all = tracings.map((t) => widthsOf(t.curve));
	let sum = 0;
	for (const k of BAND) {
		const here = all.map((w) => ((w.near[k] as number) + (w.off[k] as number)) / 2).filter((w) => !Number.isNaN(w));
		if (here.length === 0) return undefined;
		sum += median(here);
	}
	return { mm: sum / BAND.length, variance: SHARED_SD_MM ** 2 + OWN_SD_MM ** 2 / tracings.length };
}

/** The plain reading of a day on which the width was `now`; undefined where one of both cannot be read. */
export const plainReadingOf = (
	visitedOn: Day,
	now: PlainWidth | undefined,
	fitted: PlainWidth | undefined
): PlainReading | undefined =>
	now && fitted ? { visitedOn, mm: now.mm - fitted.mm, variance: now.variance + fitted.variance } : undefined;

/** The plain reading of one station on every day it was traced. Empty where the fitted day cannot be read. */
export function plainReadings(tracings: readonly Tracing[], station: string, fitDay: Day): PlainReading[] {
	const here = tracings.filter((t) => t.station === station);
	const on = (day: Day): PlainWidth | undefined => plainWidth(here.filter((t) => t.visitedOn === day));
	const fitted = on(fitDay);
	const days = [...new Set(here.map((t) => t.visitedOn))].sort();
	return days.flatMap((day) => (day === fitDay ? [] : (plainReadingOf(day, on(day), fitted) ?? [])));
}

/** Visits in a row over which the plain reading and the model must part to be believed. */
const PARTED_VISITS = 2;
const PARTED_FROM_SD = 2.2;
const PARTED_FROM_MM = 2.5;

/** What the model says of one visit, beside the plain reading of it. */
export interface BesidePlain {
	readonly plain: PlainReading;
	readonly mm: number;
	readonly variance: number;
}

/** Those of them that partedBy looks at. */
export const lastOf = (visits: readonly BesidePlain[]): readonly BesidePlain[] => visits.slice(-PARTED_VISITS);

/**
 * How far the plain reading stands from the model, mm, where they part by more than their errors over the last
 * visits, all the same way; 0 where they do not.
 */
export function partedBy(visits: readonly BesidePlain[]): number {
	const last = lastOf(visits);
	if (last.length < PARTED_VISITS) return 0;
	const apart = last.map((v) => v.plain.mm - v.mm);
	const clear = last.every((v, i) => {
		const size = Math.abs(apart[i] as number);
		return size > PARTED_FROM_MM && size > PARTED_FROM_SD * Math.sqrt(v.plain.variance + v.variance);
	});
	if (!clear || apart.some((a) => Math.sign(a) !== Math.sign(apart[0] as number))) return 0;
	return apart.reduce((a, b) => a + b, 0) / apart.length;
}
