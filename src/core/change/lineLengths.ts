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
const LEAST_VISIT_SD = 0.006;
/** Further off than this many spreads a line counts no more: it broke off, or a sheet ended. */
const CLIPPED_AT = 2.5;
/** Some visits are drawn shorter or longer for reasons of their own. */
const OWN_REASONS = 0.1;
const OWN_REASONS_SD = 0.08;

const logDensity = (x: number, middle: number, variance: number): number =>
	-0.5 * ((x - middle) ** 2 / variance + Math.log(variance));
const logHeavy = (x: number, middle: number, variance: number): number =>
	logSum([
		Math.log(1 - OWN_REASONS) + logDensity(x, middle, variance),
		Math.log(OWN_REASONS) + logDensity(x, middle, variance + OWN_REASONS_SD ** 2)
	]);

/** The last visits at which something of the same was drawn, by the same hand. */
function lastBeside(drawn: ReadonlySet<string>, before: readonly VisitLines[]): VisitLines[] {
	const found: VisitLines[] = [];
	for (let i = before.length - 1; i >= 0 && found.length < LOOKED_BACK; i--) {
		const lines = (before[i] as VisitLines).filter((l) => drawn.has(l.drawnBy));
		if (lines.length > 0) found.push(lines);
	}
	return found;
}

/** Mean of squares, with what is taken beforehand. */
const pooled = (squares: readonly number[], count: number, beforehandSd: number): number =>
	(BEFOREHAND_VISITS * beforehandSd ** 2 + squares.reduce((s, v) => s + v, 0)) / (BEFOREHAND_VISITS + count);

/** How much longer a visit's lines are than they use to be: the logarithm of the share, and its variance. */
export interface Longer {
	readonly log: number;
	readonly variance: number;
}

/** A visit's lines beside those that the same hands drew of the same stations before; undefined where nobody knows. */
export function longerBy(visit: VisitLines, before: readonly VisitLines[]): Longer | undefined {
	const drawn = new Set(visit.map((l) => l.drawnBy));
	const last = lastBeside(drawn, before);
	if (last.length < 2) return undefined;
	const lines = last.flat();
	const usual = new Map(
		[...drawn].flatMap((by) => {
			const logs = lines.filter((l) => l.drawnBy === by).map((l) => l.log);
			return logs.length < 2 ? [] : [[by, median(logs)] as const];
		})
	);
	const offOf = (one: VisitLines): number[] =>
		one.flatMap((l) => {
			const middle = usual.get(l.drawnBy);
			return middle === undefined ? [] : [l.log - middle];
		});
	const raw = last.map(offOf).filter((offs) => offs.length > 0);
	const all = raw.flat();
	const most =
		CLIPPED_AT *
		Math.sqrt(
			pooled(
				all.map((v) => v * v),
				all.length,
				LINE_SD
			)
		);
	const clipped = (offs: readonly number[]): number[] => offs.map((v) => Math.max(-most, Math.min(most, v)));
	const here = clipped(offOf(visit));
	if (here.length === 0) return undefined;
	const offs = raw.map(clipped);
	const within = offs.flatMap((o) => o.map((v) => (v - mean(o)) ** 2));
	const lineVar = Math.max(LEAST_LINE_SD ** 2, pooled(within, within.length - offs.length, LINE_SD));
	const between = offs.map((o) => mean(o) ** 2 - lineVar / o.length);
	const visitVar = Math.max(LEAST_VISIT_SD ** 2, pooled(between, between.length, VISIT_SD));
	return { log: mean(here), variance: visitVar + lineVar / here.length };
}

/**
 * How much likelier a visit's lines are as long as they are, in logarithms, were they drawn `by` a share (and its SD) too
 * large, than were they not. 0 where nobody knows.
 */
export function lengthEvidence(visit: VisitLines, before: readonly VisitLines[]): (by: number, sd: number) => number {
	const longer = longerBy(visit, before);
	if (!longer) return () => 0;
	const { log, variance } = longer;
	return (by, sd) => logHeavy(log, Math.log(1 + by), variance + sd ** 2) - logHeavy(log, 0, variance);
}
