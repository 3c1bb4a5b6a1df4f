import { daysBetween, type Day } from '../units/index.js';
import { weighVisit, weightOf, type Doubt } from './blunders.js';
import { surpriseOf, usualAfter, type Usual } from './usual.js';
import { PARTS, SPLINES } from './depthBasis.js';
import type { Back } from './back.js';
import { after, before, jumpedBy, lookAt, type Following, type Foreseen } from './followBack.js';
import { lengthEvidence, linesOf, type VisitLines } from './lineLengths.js';
import { readVisit, visitInformation, type BackVisit, type StationReading } from './readVisit.js';
import { HABITS, handOf } from './habits.js';
import { foresight, habitsAt, mixed, mixedMean, sizeOf, type VisitInformation } from './jointState.js';
import { JUMPING } from './kinds.js';
import { plainWidth, type PlainWidth } from './plainReading.js';
import { frontLevel, jumpTold, widthAfter, type WidthTrack } from './widthTrack.js';
import { unsteadiness, type NoiseBelief } from './handNoise.js';
import type { Tracing } from '../curve/index.js';

/** A visit that was doubted, and what would be believed had it not been. */
export interface Doubted {
	readonly believing: Following;
}

/** What has come before a visit. */
export interface Before {
	readonly following: Following | undefined;
	/** Visits taken in so far. */
	readonly judged: number;
	readonly doubted: Doubted | undefined;
	readonly usual: Usual;
	/** Lengths of the lines of those visits. */
	readonly lines: readonly VisitLines[];
	/** The front's width as drawn on those visits. */
	readonly widths: WidthTrack;
}

/** A visit taken in, and with it what has come before the next. */
export interface TakenVisit extends Before {
	readonly following: Following;
	readonly hands: readonly string[];
	/** What the visit tells as it stands. */
	readonly information: VisitInformation;
	readonly doubts: readonly Doubt[];
}

/** Mistakes are looked for from the third visit on: before, nobody knows the back. */
const KNOWN_FROM = 3;
/** A next visit that fits a doubted one this much better (in logarithms) confirms it. */
const CONFIRMED_FROM = 3;

/** The first two stations' tracings under one another's name; undefined where not both are there. */
function swappedVisit(back: Back, visit: BackVisit): BackVisit | undefined {
	const [a, b] = [back.frames[back.front]?.station, back.frames[back.front + 1]?.station];
	const has = (station: string | undefined): boolean => visit.tracings.some((t) => t.station === station);
	if (!a || !b || !has(a) || !has(b)) return undefined;
	const other = (station: string): string => (station === a ? b : station === b ? a : station);
	return { ...visit, tracings: visit.tracings.map((t) => ({ ...t, station: other(t.station) })) };
}

/** A width as sure as the hands that drew it are steady. */
function widthBy(
	width: PlainWidth | undefined,
	tracings: readonly Tracing[],
	noise: ReadonlyMap<string, NoiseBelief>
): PlainWidth | undefined {
	const times = Math.max(1, ...tracings.map((t) => unsteadiness(noise.get(handOf(t)))));
	return width && { ...width, variance: width.variance * times };
}

/** Chances where the back does not jump. */
function withoutJumps(chances: readonly number[]): number[] {
	const still = chances.map((c, i) => (JUMPING[i] ? 0 : c));
	const all = still.reduce((a, b) => a + b, 0);
	return still.map((c) => c / all);
}

const normalEvidence = (back: Back, seen: Foreseen, readings: readonly StationReading[], scale: number): number => {
	const prior = mixed(seen.beliefs, seen.chances);
	return foresight(prior, seen.layout, visitInformation(back, readings, seen.hands, scale)).logLikelihood;
};

/** A hand whose habits blur the front's band by more than this, mm, is told. */
const BLURRED_FROM_MM = 0.9;

/** SD, mm, by which a hand's unknown habits blur the front's band. */
function blurOf(f: Following, hand: string): number {
	const at = f.hands.indexOf(hand);
	if (at === 0) return 0;
	const habits = f.back.habits[f.back.front] as readonly Float64Array[];
	const effect = habits.map((h) => {
		let sum = 0;
		for (let i = 0; i < SPLINES; i++) sum += (PARTS.band[i] as number) * (h[i] as number);
		return sum;
	});
	if (at < 0) return Math.sqrt(2 * effect.reduce((s, v) => s + v * v, 0));
	const belief = mixed(f.beliefs, f.chances);
	const n = sizeOf(f.layout);
	const from = habitsAt(f.layout) + (at - 1) * HABITS.length;
	let variance = 0;
	for (let r = 0; r < effect.length; r++)
		for (let c = 0; c < effect.length; c++)
			variance += (effect[r] as number) * (effect[c] as number) * (belief.cov.at[(from + r) * n + from + c] as number);
	return Math.sqrt(variance);
}

/** Hands or instruments of a visit whose habits cannot be told from change. */
function handDoubts(f: Following, day: Day, readings: readonly StationReading[]): Doubt[] {
	const here = [...new Set(readings.map((r) => r.hand))];
	const blurs = here.map((hand) => blurOf(f, hand));
	const least = Math.min(...blurs);
	if (least < BLURRED_FROM_MM) return [];
	const operatorOf = (hand: string): string => hand.split('|')[0] as string;
	const hand = here[blurs.indexOf(least)] as string;
	const known = f.hands.filter((h) => h !== hand).map(operatorOf);
	const kind = known.includes(operatorOf(hand)) ? 'gear' : 'hands';
	// Half sure where the habits may hide as much as the tracings show, surer the more.
	return [{ date: day, station: null, repeat: null, kind, sure: least ** 2 / (least ** 2 + BLURRED_FROM_MM ** 2) }];
}

/** Takes a visit in: as it is, or with less weight where it is best explained by a mistake; both are said. */
export function takeVisit(
	back: Back,
	{ following: f, judged, doubted, usual, lines, widths }: Before,
	visit: BackVisit,
	readings: readonly StationReading[],
	noise: ReadonlyMap<string, NoiseBelief>,
	mark: boolean
): TakenVisit {
	const { day } = visit;
	let from = f;
	let seen = before(back, from, day, readings);
	if (doubted && from) {
		const believing = before(back, doubted.believing, day, readings);
		if (
			normalEvidence(back, believing, readings, usual.scale) - normalEvidence(back, seen, readings, usual.scale) >
			CONFIRMED_FROM
		) {
			from = doubted.believing;
			seen = believing;
		}
	}
	const basis = { back, day, marked: from?.marked ?? false, jumps: from?.jumps };
	const informed = (extra: readonly Float64Array[], weight: number, by = seen) =>
		lookAt(by, visitInformation(back, readings, seen.hands, usual.scale, extra, weight));
	const asItIs = informed([], 1);
	const drawn = linesOf(visit.tracings);
	const front = back.frames[back.front]?.station;
	const drawnHere = visit.tracings.filter((t) => t.station === front);
	const width = widthBy(plainWidth(drawnHere), drawnHere, noise);
	const weeks = from ? daysBetween(from.day, day) / 7 : 0;
	const still = withoutJumps(seen.chances);
	const told = jumpTold(widths, width, frontLevel(mixedMean(seen.beliefs, still), back.front), weeks);
	const { blunder, extra } =
		judged >= KNOWN_FROM && !mark && !visit.tracings.some((t) => t.checked)
			? weighVisit(
					back,
					seen,
					asItIs,
					{
						plain: readings,
						mirrored: () => readVisit(back, visit, noise, { mirrored: true }).readings,
						swapped: () => swappedReadings(back, visit, noise),
						longer: lengthEvidence(drawn, lines)
					},
					usual.scale
				)
			: { blunder: undefined, extra: [] };
	const believing = after(seen, extra.length > 0 ? informed(extra, 1) : asItIs, noise, mark, basis, told);
	const common = {
		hands: seen.hands,
		information: asItIs.information,
		judged: judged + 1,
		lines: [...lines, drawn]
	};
	if (!blunder)
		return {
			...common,
			following: believing,
			doubts: handDoubts(believing, day, readings),
			doubted: undefined,
			widths: width
				? widthAfter(widths, width, frontLevel(mixedMean(believing.beliefs, believing.chances), back.front))
				: widths,
			usual: judged >= 1 && jumpedBy(believing.chances) < 0.5 ? usualAfter(usual, surpriseOf(asItIs)) : usual
		};
	// A visit that may be a mistake shows no jump: the next one does, if there was one.
	const calm = { ...seen, chances: still };
	const weighing = informed([], weightOf(blunder.kind, blunder.sure), calm);
	const doubt: Doubt = { date: day, repeat: null, ...blunder };
	return {
		...common,
		following: after(calm, weighing, noise, mark, basis, 0),
		doubts: [doubt],
		doubted: { believing },
		widths,
		usual
	};
}

function swappedReadings(
	back: Back,
	visit: BackVisit,
	noise: ReadonlyMap<string, NoiseBelief>
): readonly StationReading[] | undefined {
	const swapped = swappedVisit(back, visit);
	return swapped && readVisit(back, swapped, noise, {}).readings;
}
