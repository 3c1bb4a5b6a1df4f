import { cholesky, dot, logDetOf, logSum, type Matrix } from '../math/index.js';
import type { Day } from '../units/index.js';
import type { Back } from './back.js';
import type { Foreseen, Seen } from './followBack.js';
import { visitInformation, type StationReading } from './readVisit.js';
import { degToRad } from '../units/index.js';
import { sharedColumn, stationColumn } from './habits.js';
import { foresight, mixed, type Belief, type Layout, type VisitInformation } from './jointState.js';
import type { Kind } from './kinds.js';
import type { ErrorName } from './stationFrame.js';

/** Clumsy records that a visit may be, beside what it claims. */
export const BLUNDERS = ['mirrored', 'swapped', 'other-horse', 'shrunk', 'sprung'] as const;
export type Blunder = (typeof BLUNDERS)[number];
export type DoubtKind = Blunder | 'hands' | 'gear' | 'plain-reading';

/** Something that is not believed as it stands. */
export interface Doubt {
	readonly date: Day;
	/** Null for the whole visit. */
	readonly station: string | null;
	readonly repeat: number | null;
	readonly kind: DoubtKind;
	/** Chance that it is so, 0..1. */
	readonly sure: number;
}

/** How common each is among visits beforehand (common practice, no source). */
const BEFOREHAND: Readonly<Record<Blunder, number>> = {
	mirrored: 0.006,
	swapped: 0.006,
	'other-horse': 0.004,
	shrunk: 0.006,
	sprung: 0.006
};
/** A true step between two visits, and its usual size, mm: muscle at the withers may go in weeks, a whole back does not. */
const STEP_BEFOREHAND = 0.0005;
const STEP_MM: Readonly<Record<Exclude<Kind, 'quiet'>, number>> = {
	whole: 3,
	local: 7,
	near: 7,
	off: 7,
	along: 3,
	growth: 2
};
/** A visit held askew, or marked well aside, at any station: common enough, no mistake to name, and taken as such. */
const ASKEW_BEFOREHAND = 0.05;
const ASKEW_RAD = degToRad(4);
const ASKEW_PICK_MM = 4;
const MISPLACED_BEFOREHAND = 0.05;
const MISPLACED_MM = 15;
/** Another horse's coefficients lie this far off, mm; a copy's scale and a ruler's opening by such shares. */
const OTHER_HORSE_MM = 12;
const SHRUNK_BY = 0.06;
type Errors = readonly (readonly [ErrorName, number])[];
const SPRUNG: Errors = [
	['spring', 0.06],
	['hang', 8]
];

/** What a visit still counts where it is doubted: errors taken 2, 4 or 40 times as large. */
const WEIGHT: Readonly<Record<Blunder, number>> = {
	mirrored: 1 / 4,
	shrunk: 1 / 4,
	sprung: 1 / 16,
	'other-horse': 1 / 16,
	swapped: 1 / 1600
};
const SURE_OTHER_HORSE = 0.95;

export const weightOf = (kind: Blunder, sure: number): number =>
	kind === 'other-horse' && sure > SURE_OTHER_HORSE ? WEIGHT.swapped : WEIGHT[kind];

/** Readings of a visit as it is and as if a mistake had been made. */
export interface VisitReadings {
	readonly plain: readonly StationReading[];
	readonly mirrored: () => readonly StationReading[];
	/** Undefined where the front and the next station were not both traced. */
	readonly swapped: () => readonly StationReading[] | undefined;
}

/** How likely a visit is under a belief: comparable between ways of reading it. */
function evidence(belief: Belief, layout: Layout, visit: VisitInformation): number {
	return foresight(belief, layout, visit).logLikelihood + 0.5 * logDetOf(visit.factor);
}

/** A covariance of levels as columns of errors. */
function columnsOf(k: Matrix, size: number): Float64Array[] {
	const at = Float64Array.from(k.at);
	for (let r = 0; r < k.rows; r++) at[r * k.cols + r] = (at[r * k.cols + r] as number) + 1e-6;
	const l = cholesky({ ...k, at });
	return Array.from({ length: k.cols }, (_, c) =>
		Float64Array.from({ length: k.rows }, (__, r) => size * (l.at[r * k.cols + c] as number))
	);
}

const kept = new WeakMap<Back, Extra>();
interface Extra {
	readonly steps: readonly (readonly Float64Array[])[];
	readonly askew: readonly Float64Array[];
	readonly misplaced: readonly Float64Array[];
	readonly 'other-horse': readonly Float64Array[];
	readonly shrunk: readonly Float64Array[];
	/** A ruler springs at one station, or at all. */
	readonly sprung: readonly (readonly Float64Array[])[];
}

function extraOf(back: Back): Extra {
	const found = kept.get(back);
	if (found) return found;
	const { frames } = back;
	const at = (station: number, errors: Errors): Float64Array[] =>
		errors.map(([name, size]) => stationColumn(frames, station, [name], size));
	const byStation = (errors: Errors): Float64Array[] => frames.flatMap((_, f) => at(f, errors));
	const extra: Extra = {
		steps: [...back.strict()].map(([kind, k]) => columnsOf(k, STEP_MM[kind])),
		askew: byStation([
			['tilt', ASKEW_RAD],
			['pick', ASKEW_PICK_MM]
		]),
		misplaced: byStation([['place', MISPLACED_MM]]),
		'other-horse': columnsOf(back.other(), OTHER_HORSE_MM),
		shrunk: [sharedColumn(frames, ['scale'], SHRUNK_BY)],
		sprung: [...frames.map((_, f) => at(f, SPRUNG)), SPRUNG.map(([name, size]) => sharedColumn(frames, [name], size))]
	};
	kept.set(back, extra);
	return extra;
}

/** Told from this chance on. */
const TOLD_FROM = 0.7;
const TAKEN_FROM = 0.5;
/** An even back tells little of its sides: they are named when surer. */
const MIRRORED_TOLD_FROM = 0.8;

/** Shapes of sides agree by chance in more ways than the model knows: not all they tell is believed. */
const TEMPERED = 0.7;
/** Squared surprise a coefficient from which mistakes are looked for. */
const SURPRISED_FROM = 0.75;
/** Under this nothing is tried at all. */
const SEEN_COMING = 0.5;

/** How a visit is best taken. */
export interface Weighed {
	readonly blunder: { readonly kind: Blunder; readonly sure: number } | undefined;
	/** Errors that it has beyond the usual ones. */
	readonly extra: readonly Float64Array[];
}

/**
 * Weighs a visit as it stands against the mistakes that it may be, by how well each was foreseen. A true step and
 * a visit held askew compete with the mistakes, so that neither is explained away by one.
 */
export function weighVisit(back: Back, seen: Foreseen, asItIs: Seen, readings: VisitReadings): Weighed {
	const { layout } = seen;
	const { information, looks } = asItIs;
	const base = 0.5 * logDetOf(information.factor);
	const normal = logSum(
		looks.map((l, i) => Math.log(Math.max(1e-12, seen.chances[i] as number)) + l.logLikelihood + base)
	);
	const surprise = Math.min(...looks.map((l) => dot(l.surprise, l.surprise))) / information.b.length;
	if (surprise < SEEN_COMING) return { blunder: undefined, extra: [] };
	const prior = mixed(seen.beliefs, seen.chances);
	const extra = extraOf(back);
	const of = (list: readonly StationReading[], columns: readonly Float64Array[] = []): number =>
		evidence(prior, layout, visitInformation(back, list, seen.hands, columns));
	const { plain } = readings;
	const askew = of(plain, extra.askew);
	// What turning and picking may feign tells nothing of sides.
	const mirror =
		Math.log(BEFOREHAND.mirrored) + Math.max(normal, askew) + TEMPERED * (of(readings.mirrored(), extra.askew) - askew);
	// Nothing out of the way, and not better from behind: most visits end here.
	if (surprise < SURPRISED_FROM && mirror < normal) return { blunder: undefined, extra: [] };
	const swapped = readings.swapped();
	const steps = extra.steps.map((columns) => of(plain, columns));
	type Hypothesis = Blunder | 'as-it-is' | 'step' | 'askew' | 'misplaced';
	const tried: (readonly [Hypothesis, number])[] = [
		['as-it-is', normal],
		['askew', Math.log(ASKEW_BEFOREHAND) + askew],
		['misplaced', Math.log(MISPLACED_BEFOREHAND) + of(plain, extra.misplaced)],
		['step', Math.log(STEP_BEFOREHAND / steps.length) + logSum(steps)],
		['mirrored', mirror],
		...(swapped ? ([['swapped', Math.log(BEFOREHAND.swapped) + of(swapped)]] as const) : []),
		...(['other-horse', 'shrunk'] as const).map((kind): [Blunder, number] => [
			kind,
			Math.log(BEFOREHAND[kind]) + of(plain, extra[kind])
		]),
		['sprung', Math.log(BEFOREHAND.sprung / extra.sprung.length) + logSum(extra.sprung.map((c) => of(plain, c)))]
	];
	const total = logSum(tried.map(([, log]) => log));
	const rated = tried.map(([kind, log]) => ({ kind, sure: Math.exp(log - total) }));
	const best = rated.reduce((b, r) => (r.sure > b.sure ? r : b));
	const mistakes = rated.filter((r): r is { kind: Blunder; sure: number } => isBlunder(r.kind));
	const worst = mistakes.reduce((b, r) => (r.sure > b.sure ? r : b));
	// Several mistakes may share the blame: what counts is that it is one of them.
	const together = mistakes.reduce((sum, r) => sum + r.sure, 0);
	if (together > (worst.kind === 'mirrored' ? MIRRORED_TOLD_FROM : TOLD_FROM))
		return { blunder: { kind: worst.kind, sure: worst.sure }, extra: [] };
	if (best.sure > TAKEN_FROM && (best.kind === 'askew' || best.kind === 'misplaced'))
		return { blunder: undefined, extra: extra[best.kind] };
	return { blunder: undefined, extra: [] };
}

const isBlunder = (kind: string): kind is Blunder => (BLUNDERS as readonly string[]).includes(kind);
