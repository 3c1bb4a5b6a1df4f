import type { Curve, Tracing } from '../curve/index.js';
import { logSum, mean, median } from '../math/index.js';
import { handOf } from './habits.js';

/** What a hand draws of a back is about as long every time: a ruler has its length, and people stop where they stopped before. */
interface Line {
	readonly drawnBy: string;
	/** Natural logarithm of its length in mm. */
	readonly log: number;
}
/** A visit's lines. */
export type VisitLines = readonly Line[];

const known = new WeakMap<Curve, number>();

function logLength(curve: Curve): number {
	const found = known.get(curve);
	if (found !== undefined) return found;
	const { xMm, yMm } = curve;
	let mm = 0;
	for (let i = 1; i < xMm.length; i++)
		mm += Math.hypot((xMm[i] as number) - (xMm[i - 1] as number), (yMm[i] as number) - (yMm[i - 1] as number));
	const log = Math.log(mm);
	known.set(curve, log);
	return log;
}

export const linesOf = (tracings: readonly Tracing[]): VisitLines =>
	tracings.map((t) => ({ drawnBy: `${t.station} ${handOf(t)}`, log: logLength(t.curve) }));

/** Visits that are looked back on. */
const LOOKED_BACK = 12;
/** Beforehand, as shares of the length and counting for so many visits: of one line, and of all lines of a visit (common practice, no source). */
const LINE_SD = 0.04;
const VISIT_SD = 0.012;
const BEFOREHAND_VISITS = 3;
const LEAST_LINE_SD = 0.01;
/** Further off than this many spreads a line counts no more: it broke off, or a sheet ended. */
const CLIPPED_AT = 2.5;
/** Some visits are drawn shorter or longer for reasons of their own. */
const OWN_REASONS = 0.1;
const OWN_REASONS_SD = 0.08;

const logNormal = (x: number, meanValue: number, variance: number): number =>
	-0.5 * ((x - meanValue) ** 2 / variance + Math.log(variance));

/**
 * How much likelier a visit's lines are as long as they are, in logarithms, were they drawn `by` a share (and its SD) too
 * large, than were they not: beside those that the same hands drew of the same stations before. 0 where nobody knows.
 */
export function lengthEvidence(
	visit: VisitLines,
	allBefore: readonly VisitLines[]
): (by: number, sd: number) => number {
	const drawn = new Set(visit.map((l) => l.drawnBy));
	const before = allBefore
		.map((lines) => lines.filter((l) => drawn.has(l.drawnBy)))
		.filter((lines) => lines.length > 0)
		.slice(-LOOKED_BACK);
	if (before.length < 2) return () => 0;
	const flat = before.flat();
	const usual = new Map(
		[...drawn].flatMap((by) => {
			const logs = flat.filter((l) => l.drawnBy === by).map((l) => l.log);
			return logs.length < 2 ? [] : [[by, median(logs)] as const];
		})
	);
	const offOf = (lines: VisitLines): number[] =>
		lines.flatMap((l) => {
			const middle = usual.get(l.drawnBy);
			return middle === undefined ? [] : [l.log - middle];
		});
	const offs = before.map(offOf);
	const prior = BEFOREHAND_VISITS;
	const spread = (all: readonly number[], beforehand: number, count: number): number =>
		(prior * beforehand ** 2 + all.reduce((s, v) => s + v * v, 0)) / (prior + count);
	const all = offs.flat();
	const wide = Math.sqrt(spread(all, LINE_SD, all.length));
	const clipped = (v: number): number => Math.max(-CLIPPED_AT * wide, Math.min(CLIPPED_AT * wide, v));
	const within = offs.flatMap((o) => {
		const middle = mean(o.map(clipped));
		return o.map((v) => clipped(v) - middle);
	});
	const freedom = all.length - before.length;
	const lineVar = Math.max(
		LEAST_LINE_SD ** 2,
		(prior * LINE_SD ** 2 + within.reduce((s, v) => s + v * v, 0)) / (prior + Math.max(0, freedom))
	);
	const together = offs.filter((o) => o.length > 0).map((o) => mean(o.map(clipped)) ** 2 - lineVar / o.length);
	const visitVar = Math.max(
		(0.5 * VISIT_SD) ** 2,
		(prior * VISIT_SD ** 2 + together.reduce((a, b) => a + b, 0)) / (prior + together.length)
	);
	const here = offOf(visit).map(clipped);
	if (here.length === 0) return () => 0;
	const off = mean(here);
	const variance = visitVar + lineVar / here.length;
	const ordinary = logSum([
		Math.log(1 - OWN_REASONS) + logNormal(off, 0, variance),
		Math.log(OWN_REASONS) + logNormal(off, 0, variance + OWN_REASONS_SD ** 2)
	]);
	return (by, sd) => {
		const too = logSum([
			Math.log(1 - OWN_REASONS) + logNormal(off, Math.log(1 + by), variance + sd ** 2),
			Math.log(OWN_REASONS) + logNormal(off, Math.log(1 + by), variance + sd ** 2 + OWN_REASONS_SD ** 2)
		]);
		return too - ordinary;
	};
}
