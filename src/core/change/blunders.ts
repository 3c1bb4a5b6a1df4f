import { cholesky, dot, forwardSolve, logDetOf, logSum, rowProducts, zeros } from '../math/index.js';
import type { Day } from '../units/index.js';
import type { Back } from './back.js';
import type { Foreseen, Seen } from './followBack.js';
import { visitInformation, type StationReading } from './readVisit.js';
import {
	ASKEW_BEFOREHAND,
	MISPLACED_BEFOREHAND,
	mistakeShapes,
	SHRUNK,
	SLIPPED_BEFOREHAND,
	type Erring
} from './mistakeShapes.js';
import { surpriseOf, USUAL_SURPRISE } from './usual.js';
import { foresight, mixed, type Belief, type Layout, type VisitInformation } from './jointState.js';
import { JUMPING } from './kinds.js';

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
	'other-horse': 0.01,
	shrunk: 0.03,
	sprung: 0.008
};
/** What a visit still counts where it is doubted: errors taken 2, 4, 8 or 40 times as large. */
const WEIGHT: Readonly<Record<Blunder, number>> = {
	mirrored: 1 / 4,
	shrunk: 1 / 4,
	sprung: 1 / 64,
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
	/** How much likelier its lines are as long as they are, in logarithms, were they a share too large. */
	readonly longer: (by: number, sd: number) => number;
}

/** How likely a visit is under a belief, with further errors of unit variance in `columns`: comparable between ways of reading it. */
type Evidence = (columns?: readonly Float64Array[], shift?: Float64Array) => number;

/** Kinds allow for more than visits bring: mistakes are weighed against the surprise that visits usually are. */
const NARROW = Math.sqrt(USUAL_SURPRISE);
/** What a squared surprise adds to a logarithm where the spread is so much narrower, but for what is common to all. */
const narrowed = (squared: number): number => 0.5 * squared * (1 - 1 / NARROW ** 2);

/**
 * The spread of what was foreseen is C = (F L⁻ᵀ L⁻¹ Fᵀ)⁻¹; errors T make it C + T Tᵀ, whose density follows from
 * the small matrix I + Tᵀ C⁻¹ T (Woodbury's identity and the matrix determinant lemma).
 */
function evidenceOf(belief: Belief, layout: Layout, visit: VisitInformation): Evidence {
	const { logLikelihood, l, surprise: whole } = foresight(belief, layout, visit);
	const surprise = whole.map((v) => v / NARROW);
	const foreseen = logLikelihood + narrowed(dot(whole, whole)) + 0.5 * logDetOf(visit.factor);
	const m = visit.b.length;
	// L⁻¹ Fᵀ takes errors and shifts to where the surprise is.
	const scaled = forwardSolve(l, visit.factorT).at;
	for (let i = 0; i < scaled.length; i++) scaled[i] = (scaled[i] as number) / NARROW;
	/** Rows of levels, as seen there. */
	const asSeen = (rows: readonly Float64Array[]): Float64Array => {
		const padded = new Float64Array(rows.length * m);
		rows.forEach((row, r) => padded.set(row, r * m));
		const out = new Float64Array(rows.length * m);
		rowProducts(out, padded, scaled, { rowsA: rows.length, rowsB: m, length: m });
		return out;
	};
	return (columns = [], shift) => {
		const q = columns.length;
		const moved = shift && asSeen([shift]);
		const left = moved ? surprise.map((v, i) => v - (moved[i] as number)) : surprise;
		const base = foreseen + 0.5 * (dot(surprise, surprise) - dot(left, left));
		if (q === 0) return base;
		const g = asSeen(columns);
		const k = zeros(q, q);
		rowProducts(k.at, g, g, { rowsA: q, rowsB: q, length: m, lower: true });
		for (let r = 0; r < q; r++) k.at[r * q + r] = (k.at[r * q + r] as number) + 1;
		const gu = zeros(q, 1);
		rowProducts(gu.at, g, left, { rowsA: q, rowsB: 1, length: m });
		const factor = cholesky(k);
		const explained = forwardSolve(factor, gu).at;
		return base + 0.5 * (dot(explained, explained) - logDetOf(factor));
	};
}

/** Told from this chance on. */
const TOLD_FROM = 0.5;
const TAKEN_FROM = 0.5;
/** An even back tells little of its sides: they are named when surer. */
const MIRRORED_TOLD_FROM = 0.6;

/** Squared surprise a coefficient under which nothing is tried: most visits end here. */
const SEEN_COMING = 0.5;
/** Nor where its lines are about as long as they use to be, in logarithms. */
const SIZE_SEEN_COMING = 1;

/** How a visit is best taken. */
export interface Weighed {
	readonly blunder: (Pick<Doubt, 'station' | 'sure'> & { readonly kind: Blunder }) | undefined;
	/** Errors that it has beyond the usual ones. */
	readonly extra: readonly Float64Array[];
}

/**
 * Weighs a visit as it stands against the mistakes that it may be, by how well each was foreseen. A true step and
 * a visit held askew compete with the mistakes, so that neither is explained away by one.
 */
export function weighVisit(back: Back, seen: Foreseen, asItIs: Seen, readings: VisitReadings, scale: number): Weighed {
	const { layout } = seen;
	const { information } = asItIs;
	const extra = mistakeShapes(back);
	const sized = extra.shrunk.map(({ by }) => readings.longer(by, SHRUNK.sd));
	if (surpriseOf(asItIs) < SEEN_COMING && Math.max(...sized) < SIZE_SEEN_COMING)
		return { blunder: undefined, extra: [] };
	const base = 0.5 * logDetOf(information.factor);
	// A step competes with the mistakes on terms of its own: a single visit cannot tell them apart, the next one does.
	const chances = seen.chances.map((c, i) => (JUMPING[i] ? 0 : c));
	const looks = asItIs.looks.flatMap((look, i) =>
		JUMPING[i] || !look ? [] : [{ look, chance: chances[i] as number }]
	);
	const normal = logSum(
		looks.map(
			({ look: { logLikelihood, surprise }, chance }) =>
				Math.log(Math.max(1e-12, chance)) + logLikelihood + base + narrowed(dot(surprise, surprise))
		)
	);
	const prior = mixed(seen.beliefs, chances);
	const of = (list: readonly StationReading[]): Evidence =>
		evidenceOf(prior, layout, visitInformation(back, list, seen.hands, scale));
	const plain = evidenceOf(prior, layout, information);
	const swapped = readings.swapped();
	const steps = extra.steps.map((s) => Math.log(s.beforehand) + plain(s.columns, s.shift));
	const slips = extra.slipped.map((columns) => plain(columns));
	const springs = extra.sprung.map(({ columns, shift }) => plain(columns, shift));
	const mean = (all: readonly number[]): number => logSum([...all]) - Math.log(all.length);
	const shrunk = extra.shrunk.map(({ columns, shift }, i) => plain(columns, shift) + (sized[i] as number));
	const erring = (all: readonly Erring[]): number => mean(all.map(({ columns, shift }) => plain(columns, shift)));
	type Hypothesis = Blunder | 'as-it-is' | 'step' | 'askew' | 'misplaced' | 'slipped';
	const tried: (readonly [Hypothesis, number])[] = [
		['as-it-is', normal],
		['askew', Math.log(ASKEW_BEFOREHAND) + plain(extra.askew)],
		['misplaced', Math.log(MISPLACED_BEFOREHAND) + plain(extra.misplaced)],
		['slipped', Math.log(SLIPPED_BEFOREHAND) + mean(slips)],
		['step', logSum(steps)],
		['mirrored', Math.log(BEFOREHAND.mirrored) + of(readings.mirrored())()],
		...(swapped ? ([['swapped', Math.log(BEFOREHAND.swapped) + of(swapped)()]] as const) : []),
		['other-horse', Math.log(BEFOREHAND['other-horse']) + erring(extra['other-horse'])],
		['shrunk', Math.log(BEFOREHAND.shrunk) + mean(shrunk)],
		['sprung', Math.log(BEFOREHAND.sprung) + mean(springs)]
	];
	const total = logSum(tried.map(([, log]) => log));
	const rated = tried.map(([kind, log]) => ({ kind, sure: Math.exp(log - total) }));
	const best = rated.reduce((b, r) => (r.sure > b.sure ? r : b));
	const mistakes = rated.filter((r): r is { kind: Blunder; sure: number } => isBlunder(r.kind));
	const worst = mistakes.reduce((b, r) => (r.sure > b.sure ? r : b));
	// Several mistakes may share the blame: what counts is that it is one of them.
	const together = mistakes.reduce((sum, r) => sum + r.sure, 0);
	if (together > (worst.kind === 'mirrored' ? MIRRORED_TOLD_FROM : TOLD_FROM))
		return {
			blunder: { ...worst, station: worst.kind === 'sprung' ? (at(extra.sprung, springs).station ?? null) : null },
			extra: []
		};
	if (best.sure > TAKEN_FROM && best.kind === 'askew') return { blunder: undefined, extra: extra.askew };
	return { blunder: undefined, extra: [] };
}

/** The one that is rated highest. */
const at = <T>(all: readonly T[], rated: readonly number[]): T => all[rated.indexOf(Math.max(...rated))] as T;

const isBlunder = (kind: string): kind is Blunder => (BLUNDERS as readonly string[]).includes(kind);
/** Whether a visit may be a mistake as a whole. */
export const visitDoubted = (doubts: readonly Doubt[]): boolean => doubts.some((d) => isBlunder(d.kind));
