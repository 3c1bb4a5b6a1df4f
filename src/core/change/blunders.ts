import {
	cholesky,
	columnOf,
	dot,
	forwardSolve,
	logDetOf,
	logSum,
	rowProducts,
	times,
	transposed,
	zeros,
	type Matrix
} from '../math/index.js';
import type { Day } from '../units/index.js';
import type { Back } from './back.js';
import type { Foreseen, Seen } from './followBack.js';
import { visitInformation, type StationReading } from './readVisit.js';
import { degToRad } from '../units/index.js';
import { sharedColumn, stationColumn } from './habits.js';
import { foresight, mixed, type Belief, type Layout, type VisitInformation } from './jointState.js';
import { KINDS, profileOf, type LivelyKind } from './kinds.js';
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
	mirrored: 0.012,
	swapped: 0.006,
	'other-horse': 0.008,
	shrunk: 0.015,
	sprung: 0.01
};
/**
 * A true step between two visits: muscle at the withers may be lost in weeks, and is never regained so fast; a whole
 * back moves little between two visits (common practice, no source). Mean and spread at the front's band, mm.
 */
interface Step {
	/** How common it is among visits beforehand. */
	readonly beforehand: number;
	readonly meanMm: number;
	readonly sdMm: number;
}
const WASTED = { beforehand: 0.002, meanMm: -7, sdMm: 4 };
const STEPS: Readonly<Record<LivelyKind, Step>> = {
	local: { ...WASTED, beforehand: 0.006 },
	near: WASTED,
	off: WASTED,
	whole: { beforehand: 0.0003, meanMm: 0, sdMm: 2.5 },
	along: { beforehand: 0.0003, meanMm: 0, sdMm: 2.5 },
	growth: { beforehand: 0.0003, meanMm: 0, sdMm: 1.5 }
};
/** A visit held askew, or marked well aside, at any station: common enough, no mistake to name, and taken as such. */
const ASKEW_BEFOREHAND = 0.05;
const ASKEW_RAD = degToRad(4);
const ASKEW_PICK_MM = 4;
const MISPLACED_BEFOREHAND = 0.05;
const MISPLACED_MM = 15;
/** Another horse's coefficients lie this far off, mm; a copy's scale and a ruler's opening by such shares. */
const OTHER_HORSE_MM = [5, 12] as const;
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

/** How likely a visit is under a belief, with further errors of unit variance in `columns`: comparable between ways of reading it. */
type Evidence = (columns?: readonly Float64Array[], shift?: Float64Array) => number;

/**
 * The spread of what was foreseen is C = (F L⁻ᵀ L⁻¹ Fᵀ)⁻¹; errors T make it C + T Tᵀ, whose density follows from
 * the small matrix I + Tᵀ C⁻¹ T (Woodbury's identity and the matrix determinant lemma).
 */
function evidenceOf(belief: Belief, layout: Layout, visit: VisitInformation): Evidence {
	const { logLikelihood, l, surprise } = foresight(belief, layout, visit);
	const foreseen = logLikelihood + 0.5 * logDetOf(visit.factor);
	const m = visit.b.length;
	/** The surprise that is left where the levels have moved by `shift`. */
	const movedBy = (shift: Float64Array): Float64Array => {
		const by = columnOf(new Float64Array(m));
		by.at.set(shift);
		const seen = forwardSolve(l, times(visit.factorT, by)).at;
		return surprise.map((v, i) => v - (seen[i] as number));
	};
	return (columns = [], shift) => {
		const q = columns.length;
		const left = shift ? movedBy(shift) : surprise;
		const base = foreseen + 0.5 * (dot(surprise, surprise) - dot(left, left));
		if (q === 0) return base;
		const rows = zeros(q, m);
		columns.forEach((column, r) => rows.at.set(column, r * m));
		const seen = zeros(m, q);
		rowProducts(seen.at, visit.factorT.at, rows.at, { rowsA: m, rowsB: q, length: m });
		const g = transposed(forwardSolve(l, seen)).at;
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

/** A covariance of levels as columns of errors: pivoted Cholesky, ended where next to nothing is left. */
function columnsOf(k: Matrix, size: number): Float64Array[] {
	const n = k.rows;
	const left = Float64Array.from({ length: n }, (_, r) => k.at[r * n + r] as number);
	const all = left.reduce((a, b) => a + b, 0);
	const columns: Float64Array[] = [];
	while (columns.length < n && left.reduce((a, b) => a + Math.max(0, b), 0) > LEFT_SHARE * all) {
		const pivot = left.indexOf(Math.max(...left));
		const root = Math.sqrt(left[pivot] as number);
		const column = Float64Array.from({ length: n }, (_, r) => {
			const known = columns.reduce((sum, c) => sum + (c[r] as number) * (c[pivot] as number), 0);
			return ((k.at[r * n + pivot] as number) - known) / root;
		});
		column.forEach((v, r) => (left[r] = (left[r] as number) - v * v));
		columns.push(column);
	}
	return columns.map((column) => column.map((v) => size * v));
}
const LEFT_SHARE = 1e-4;

const kept = new WeakMap<Back, Extra>();
interface Extra {
	readonly steps: readonly {
		readonly beforehand: number;
		readonly columns: readonly Float64Array[];
		readonly shift: Float64Array;
	}[];
	readonly askew: readonly Float64Array[];
	readonly misplaced: readonly Float64Array[];
	/** Much the same build, or not. */
	readonly 'other-horse': readonly (readonly Float64Array[])[];
	readonly shrunk: readonly (readonly Float64Array[])[];
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
		steps: [...back.strict()].map(([kind, k]) => {
			const { beforehand, meanMm, sdMm } = STEPS[kind];
			return { beforehand, columns: columnsOf(k, sdMm), shift: profileOf(k, back.front).map((v) => meanMm * v) };
		}),
		askew: byStation([
			['tilt', ASKEW_RAD],
			['pick', ASKEW_PICK_MM]
		]),
		misplaced: byStation([['place', MISPLACED_MM]]),
		'other-horse': OTHER_HORSE_MM.map((mm) => columnsOf(back.other(), mm)),
		shrunk: [[sharedColumn(frames, ['scale'], SHRUNK_BY)]],
		sprung: [...frames.map((_, f) => at(f, SPRUNG)), SPRUNG.map(([name, size]) => sharedColumn(frames, [name], size))]
	};
	kept.set(back, extra);
	return extra;
}

/** Told from this chance on. */
const TOLD_FROM = 0.6;
const TAKEN_FROM = 0.5;
/** An even back tells little of its sides: they are named when surer. */
const MIRRORED_TOLD_FROM = 0.7;

/** Shapes of sides agree by chance in more ways than the model knows: not all they tell is believed. */
const TEMPERED = 0.7;
/** Squared surprise a coefficient under which nothing is tried: most visits end here. */
const SEEN_COMING = 0.3;

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
	const { information } = asItIs;
	const base = 0.5 * logDetOf(information.factor);
	// A step competes with the mistakes on terms of its own: a single visit cannot tell them apart, the next one does.
	const chances = seen.chances.map((c, i) => (KINDS[i] === 'step' ? 0 : c));
	const looks = asItIs.looks.flatMap((look, i) =>
		KINDS[i] === 'step' ? [] : [{ look, chance: chances[i] as number }]
	);
	const normal = logSum(looks.map(({ look, chance }) => Math.log(Math.max(1e-12, chance)) + look.logLikelihood + base));
	const surprise = Math.min(...looks.map(({ look }) => dot(look.surprise, look.surprise))) / information.b.length;
	if (surprise < SEEN_COMING) return { blunder: undefined, extra: [] };
	const prior = mixed(seen.beliefs, chances);
	const extra = extraOf(back);
	const of = (list: readonly StationReading[]): Evidence =>
		evidenceOf(prior, layout, visitInformation(back, list, seen.hands));
	const plain = evidenceOf(prior, layout, information);
	const askew = plain(extra.askew);
	// What turning and picking may feign tells nothing of sides.
	const mirror =
		Math.log(BEFOREHAND.mirrored) + Math.max(normal, askew) + TEMPERED * (of(readings.mirrored())(extra.askew) - askew);
	const swapped = readings.swapped();
	const steps = extra.steps.map((s) => Math.log(s.beforehand) + plain(s.columns, s.shift));
	type Hypothesis = Blunder | 'as-it-is' | 'step' | 'askew' | 'misplaced';
	const tried: (readonly [Hypothesis, number])[] = [
		['as-it-is', normal],
		['askew', Math.log(ASKEW_BEFOREHAND) + askew],
		['misplaced', Math.log(MISPLACED_BEFOREHAND) + plain(extra.misplaced)],
		['step', logSum(steps)],
		['mirrored', mirror],
		...(swapped ? ([['swapped', Math.log(BEFOREHAND.swapped) + of(swapped)()]] as const) : []),
		...(['other-horse', 'shrunk', 'sprung'] as const).map((kind): [Blunder, number] => [
			kind,
			Math.log(BEFOREHAND[kind] / extra[kind].length) + logSum(extra[kind].map((columns) => plain(columns)))
		])
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
