import { zeros, type Matrix } from '../math/index.js';
import { daysBetween, type Day } from '../units/index.js';
import type { Back } from './back.js';
import { PART_ROWS, partRows, SPLINES } from './depthBasis.js';
import { HABIT_COUNT } from './habits.js';
import {
	foresight,
	mixed,
	partsAt,
	predict,
	sizeOf,
	update,
	type Belief,
	type Foresight,
	type Layout,
	type Pace,
	type VisitInformation
} from './jointState.js';
import { isJump, JUMPING, KINDS, type Kind } from './kinds.js';
import { jumpChance, JUMPS_AT_FIRST, jumpsAfter, passage, STARTING_CHANCES, type Jumps } from './passage.js';
import type { StationReading } from './readVisit.js';
import type { NoiseBelief } from './handNoise.js';
import { BOTH } from './tracingInformation.js';

const DAMPING_WEEKS = 9;
const QUIET: Pace = { perWeek: 0.055, dampingWeeks: DAMPING_WEEKS };
/** What work, food and rest do turns within months. */
const LIVELY: Pace = { perWeek: 0.36, dampingWeeks: DAMPING_WEEKS };
/** A youngster widens slowly, for a year and more (common practice, no source). */
const GROWING: Pace = { perWeek: 0.12, dampingWeeks: 60 };
const paceOf = (kind: Kind): Pace =>
	kind === 'still' || kind === 'quiet' || isJump(kind) ? QUIET : kind === 'growth' ? GROWING : LIVELY;
/**
 * Size of a jump between two visits at the front's band, either way, mm: wide enough that a jump of any size is read
 * nearly as measured (docs/model.md).
 */
const JUMP_SD_MM = 9;
/** Levels on the first visit: nearly the reference itself, so hardly bound; slopes as the kinds have them. */
const FIRST_LEVEL_MM = 8;
/** More hands than these are each met as if for the first time. */
const MOST_HANDS = 6;
/** A hand's habits differ from the first one's by both their spreads. */
const NEW_HAND_VARIANCE = 2;

/** What is carried from visit to visit. */
export interface Following {
	readonly back: Back;
	readonly day: Day;
	readonly layout: Layout;
	readonly beliefs: readonly Belief[];
	/** Chances of KINDS. */
	readonly chances: readonly number[];
	readonly noise: ReadonlyMap<string, NoiseBelief>;
	/** Hands in the order met; the first has no habits of its own: they are part of the levels. */
	readonly hands: readonly string[];
	readonly marked: boolean;
	/** How often this back has jumped. */
	readonly jumps: Jumps;
}

function started(back: Back): { layout: Layout; beliefs: Belief[] } {
	const d = back.frames.length * BOTH;
	const layout: Layout = { levels: d, parts: back.frames.length * 2 * PART_ROWS.length, habits: 0 };
	const n = sizeOf(layout);
	const beliefs = KINDS.map((kind) => {
		const { perWeek } = paceOf(kind);
		const k = back.kinds.get(kind) as Matrix;
		const cov = zeros(n, n);
		for (let r = 0; r < d; r++) {
			cov.at[r * n + r] = FIRST_LEVEL_MM ** 2;
			for (let c = 0; c < d; c++) cov.at[(d + r) * n + d + c] = perWeek ** 2 * (k.at[r * d + c] as number);
		}
		return { mean: new Float64Array(n), cov };
	});
	return { layout, beliefs };
}

/** The beliefs before a visit: each kind begins from what could have come before it, and goes its own way. */
export function foresee(f: Following, day: Day): { beliefs: Belief[]; chances: number[] } {
	const weeks = daysBetween(f.day, day) / 7;
	const pass = passage(weeks, jumpChance(f.jumps, weeks));
	const joint = KINDS.map((_, to) =>
		KINDS.map((__, from) => (f.chances[from] as number) * (pass[from]?.[to] as number))
	);
	const chances = joint.map((row) => row.reduce((a, b) => a + b, 0));
	const shared = new Map<string, Belief>();
	const beliefs = KINDS.map((kind, to) => {
		// Nothing becomes what nobody thinks of any more.
		if (chances[to] === 0) return f.beliefs[to] as Belief;
		const weights = (joint[to] as number[]).map((v) => v / (chances[to] as number));
		// Kinds that nobody thinks of any more begin from the same mixture of the others.
		const key = weights.map((w) => w.toPrecision(12)).join();
		const begun = shared.get(key) ?? mixed(f.beliefs, weights);
		shared.set(key, begun);
		const gone = predict(begun, f.layout, weeks, f.back.kinds.get(kind) as Matrix, paceOf(kind));
		return isJump(kind) ? jumped(gone, f.back.kinds.get(kind) as Matrix) : gone;
	});
	return { beliefs, chances };
}

/** Moved at once since the last visit, either way. */
function jumped({ mean, cov }: Belief, k: Matrix): Belief {
	const n = cov.cols;
	const at = cov.at.slice();
	for (let r = 0; r < k.rows; r++)
		for (let c = 0; c < k.cols; c++)
			at[r * n + c] = (at[r * n + c] as number) + JUMP_SD_MM ** 2 * (k.at[r * k.cols + c] as number);
	return { mean, cov: { ...cov, at } };
}

/** Makes room for the habits of hands not met before. */
function withHands(belief: Belief, layout: Layout, added: number): Belief {
	const [n, more] = [sizeOf(layout), added * HABIT_COUNT];
	const m = n + more;
	const mean = new Float64Array(m);
	mean.set(belief.mean);
	const cov = zeros(m, m);
	for (let r = 0; r < n; r++) cov.at.set(belief.cov.at.subarray(r * n, (r + 1) * n), r * m);
	for (let r = n; r < m; r++) cov.at[r * m + r] = NEW_HAND_VARIANCE;
	return { mean, cov };
}

/** Rows over a side's splines of one station, as places in the levels. */
export const sideAt = (station: number, side: 0 | 1): number => station * BOTH + side * SPLINES;

/** Remembers the levels' parts as those of the fitted day. */
function marked(belief: Belief, layout: Layout): Belief {
	const n = sizeOf(layout);
	const at = partsAt(layout);
	const mean = belief.mean.slice();
	const cov = { rows: n, cols: n, at: belief.cov.at.slice() };
	const rows = partRows(layout.parts);
	rows.forEach(({ from, row }, p) => {
		mean[at + p] = row.reduce((s, v, i) => s + v * (belief.mean[from + i] as number), 0);
		for (let c = 0; c < n; c++)
			cov.at[(at + p) * n + c] = row.reduce((s, v, i) => s + v * (cov.at[(from + i) * n + c] as number), 0);
	});
	rows.forEach(({ from, row }, p) => {
		for (let r = 0; r < n; r++)
			cov.at[r * n + at + p] = row.reduce((s, v, i) => s + v * (cov.at[r * n + from + i] as number), 0);
	});
	return { mean, cov };
}

/** Chance of having jumped since the last visit. */
export const jumpedBy = (chances: readonly number[]): number =>
	chances.reduce((s, c, i) => s + (JUMPING[i] ? c : 0), 0);

const weighed = (before: readonly number[], logs: readonly number[]): number[] => {
	const most = Math.max(...logs);
	const raw = before.map((c, i) => c * Math.exp((logs[i] as number) - most));
	const sum = raw.reduce((a, b) => a + b, 0);
	const kept = raw.map((v) => (v / sum < CARRIED ? 0 : v / sum));
	const total = kept.reduce((a, b) => a + b, 0);
	return kept.map((v) => v / total);
};

/** Chances with those of having jumped raised to what the width alone tells, from `beforehand`; never lowered. */
export function raised(
	chances: readonly number[],
	likely: readonly number[],
	beforehand: number,
	told: number
): readonly number[] {
	const alone = 1 / (1 + ((1 - beforehand) / beforehand) * Math.exp(-told));
	const now = chances.reduce((s, c, i) => s + (JUMPING[i] ? c : 0), 0);
	if (!(beforehand > 0) || alone <= now) return chances;
	const all = likely.reduce((s, v, i) => s + (JUMPING[i] ? v : 0), 0);
	if (!(all > 0)) return chances;
	return chances.map((c, i) => (JUMPING[i] ? (alone * (likely[i] as number)) / all : (c * (1 - alone)) / (1 - now)));
}

/** A kind less likely than this is not carried on from a visit. */
const CARRIED = 0.003;

/** A visit as information, and how well each belief foresaw it. */
export interface Seen {
	readonly information: VisitInformation;
	/** Undefined for a kind that nobody thinks of any more. */
	readonly looks: readonly (Foresight | undefined)[];
}
export const lookAt = (seen: Foreseen, information: VisitInformation): Seen => ({
	information,
	looks: seen.beliefs.map((b, i) => (seen.chances[i] === 0 ? undefined : foresight(b, seen.layout, information)))
});

/** Hands among the readings that were not met before, as far as they are followed. */
function newHands(known: readonly string[], readings: readonly StationReading[]): string[] {
	const found = [...new Set(readings.map((r) => r.hand))].filter((h) => !known.includes(h));
	return found.slice(0, Math.max(0, MOST_HANDS - known.length));
}

export interface Foreseen {
	readonly layout: Layout;
	readonly beliefs: readonly Belief[];
	readonly chances: readonly number[];
	readonly hands: readonly string[];
}

/** What is believed just before a visit's readings count. */
export function before(back: Back, f: Following | undefined, day: Day, readings: readonly StationReading[]): Foreseen {
	if (!f) {
		const { layout, beliefs } = started(back);
		const found = newHands([], readings);
		const layoutWith = { ...layout, habits: Math.max(0, found.length - 1) * HABIT_COUNT };
		return {
			layout: layoutWith,
			beliefs: beliefs.map((b) => withHands(b, layout, Math.max(0, found.length - 1))),
			chances: STARTING_CHANCES,
			hands: found
		};
	}
	const { beliefs, chances } = foresee(f, day);
	const found = newHands(f.hands, readings);
	const layout = { ...f.layout, habits: f.layout.habits + found.length * HABIT_COUNT };
	return {
		layout,
		beliefs: found.length > 0 ? beliefs.map((b) => withHands(b, f.layout, found.length)) : beliefs,
		chances,
		hands: [...f.hands, ...found]
	};
}

/** What is believed after a visit. */
export function after(
	seen: Foreseen,
	visit: Seen,
	noise: ReadonlyMap<string, NoiseBelief>,
	mark: boolean,
	before: Pick<Following, 'back' | 'day' | 'marked'> & { readonly jumps: Jumps | undefined },
	jumpTold: number
): Following {
	const { information, looks } = visit;
	const logs = looks.map((l) => l?.logLikelihood ?? -Infinity);
	const most = Math.max(...logs);
	const chances = raised(
		weighed(seen.chances, logs),
		logs.map((log, i) => (seen.chances[i] as number) * Math.exp(log - most)),
		jumpedBy(seen.chances),
		jumpTold
	);
	const beliefs = seen.beliefs.map((b, i): Belief => {
		// What is next to impossible is not carried on: it begins anew from the others at the next visit.
		const look = looks[i];
		if ((chances[i] as number) === 0 || !look) return b;
		const taken = update(b, seen.layout, information, look);
		return mark ? marked(taken, seen.layout) : taken;
	});
	const jumps = before.jumps ? jumpsAfter(before.jumps, jumpedBy(chances)) : JUMPS_AT_FIRST;
	return {
		...before,
		layout: seen.layout,
		beliefs,
		chances,
		noise,
		hands: seen.hands,
		marked: before.marked || mark,
		jumps
	};
}
