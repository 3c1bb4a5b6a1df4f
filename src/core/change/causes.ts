import { cholesky, forwardSolve, logDetOf, logSum, zeros, type Matrix } from '../math/index.js';
import { bodyEvidence, type BodyChange } from './bodyEvidence.js';
import { partRows, SPLINES } from './depthBasis.js';
import type { BackChange } from './followHorse.js';
import { KINDS, type Kind, type Pattern } from './kinds.js';
import type { SideChange } from './sideChanges.js';

export type Cause = 'local-loss' | 'local-gain' | 'one-sided' | 'condition-loss' | 'condition-gain' | 'growth' | 'none';
export type Direction = 'gain' | 'loss' | 'mixed' | 'none';

/** Direction of the front band from the sides that really changed; where none surely did, from `leaning` if there is one. */
export function readDirection(front: readonly SideChange[], leaning?: SideChange): Direction {
	const real = front.filter((c) => c.real);
	const telling = real.length > 0 || !leaning ? real : [leaning];
	const gains = telling.some((c) => c.mm > 0);
	const losses = telling.some((c) => c.mm < 0);
	if (gains && losses) return 'mixed';
	return gains ? 'gain' : losses ? 'loss' : 'none';
}

/** The likeliest cause, how likely it is among those thought of, and the one that comes next. */
export interface CauseRead {
	/** `none` where nothing moved, or where no cause stands out: it cannot be told yet. */
	readonly cause: Cause;
	readonly likeliest: Cause;
	readonly chance: number;
	readonly rival: Cause;
}
const NO_CAUSE: CauseRead = { cause: 'none', likeliest: 'none', chance: 0, rival: 'none' };
const TOLD_FROM = 0.4;

/** Sizes of change at the front's band whose evidence is asked for, mm. */
const SIZES_MM = [4, 9] as const;

interface Thought {
	readonly gain: Cause;
	readonly loss: Cause;
	/** With their shares: how often the cause looks so. */
	readonly patterns: readonly (readonly [Pattern, number])[];
	/** Which kinds foresee its course well; the others do so in one of ten. */
	readonly foreseenAs: Seldom;
}
type Seldom = Readonly<Partial<Record<Kind, number>>>;
const ELSE = 0.1;
/** Kinds that say nothing of a cause: what stood still until now, or moved at once. */
const TELLS_NOTHING: Seldom = { still: 0.25, quiet: 0.25, leap: 0.25, step: 0.25, lurch: 0.25 };

/**
 * Common practice, no source: each is about as common; muscle along the whole back and a lean horse look alike. The
 * shares of kinds were drawn up by hand and held against made-up horses (docs/validation.md).
 */
const THOUGHT_OF: readonly Thought[] = [
	{
		gain: 'one-sided',
		loss: 'one-sided',
		patterns: [
			['near', 0.5],
			['off', 0.5]
		],
		foreseenAs: { near: 0.8, off: 0.8 }
	},
	{
		gain: 'local-gain',
		loss: 'local-loss',
		patterns: [
			['local', 0.75],
			['localFar', 0.25]
		],
		foreseenAs: { local: 0.8, along: 0.15 }
	},
	{
		gain: 'condition-gain',
		loss: 'condition-loss',
		patterns: [
			['whole', 0.5],
			['along', 0.5]
		],
		foreseenAs: { whole: 0.55, along: 0.4, local: 0.2, growth: 0.1 }
	}
];
/** A youngster may widen as a horse does that gets fat: then only its pace tells. */
const GROWN = ['grown', 'grownAlong', 'grownFlank', 'whole'] as const;
const GROWN_FORESEEN_AS: Seldom = { growth: 0.8, whole: 0.2, local: 0.1, along: 0.1 };
/** Growth is common in the young, and less so where no age is known. */
const GROWTH_WEIGHT = { young: 5, unknown: 0.6 } as const;

/** A kind's covariance as seen in the parts: top, band and low of every side. */
function inParts(kind: Matrix, parts: number): Matrix {
	const rows = partRows(parts);
	const out = zeros(parts, parts);
	rows.forEach((a, r) =>
		rows.slice(0, r + 1).forEach((b, c) => {
			let sum = 0;
			for (let i = 0; i < SPLINES; i++)
				for (let k = 0; k < SPLINES; k++)
					sum +=
						(a.row[i] as number) * (b.row[k] as number) * (kind.at[(a.from + i) * kind.cols + b.from + k] as number);
			out.at[r * parts + c] = sum;
			out.at[c * parts + r] = sum;
		})
	);
	return out;
}

const keptParts = new WeakMap<Matrix, Matrix>();
function partsOf(kind: Matrix, parts: number): Matrix {
	const found = keptParts.get(kind) ?? inParts(kind, parts);
	keptParts.set(kind, found);
	return found;
}

/** Logarithm of the evidence for a pattern: how likely the change is where it has that one, of the sizes thought of. */
function evidenceFor(change: BackChange, pattern: Pattern): number {
	const { mean, cov } = change.parts;
	const n = mean.length;
	const k = partsOf(change.back.patterns().get(pattern) as Matrix, n);
	const logs = SIZES_MM.map((mm) => {
		const at = new Float64Array(n * n);
		for (let i = 0; i < at.length; i++) at[i] = (cov.at[i] as number) + mm * mm * (k.at[i] as number);
		for (let r = 0; r < n; r++) at[r * n + r] = (at[r * n + r] as number) + LEAST_VARIANCE;
		const l = cholesky({ rows: n, cols: n, at });
		const e = forwardSolve(l, { rows: n, cols: 1, at: mean }).at;
		return -0.5 * (e.reduce((s, v) => s + v * v, 0) + logDetOf(l));
	});
	return logSum(logs);
}
const LEAST_VARIANCE = 0.05;

/** Logarithm of how well a cause goes with the kinds that foresaw what came. */
const foreseen = ({ kinds }: BackChange, as: Seldom): number =>
	Math.log(KINDS.reduce((s, kind, i) => s + (kinds[i] as number) * (TELLS_NOTHING[kind] ?? as[kind] ?? ELSE), 0));

/**
 * Why the front changed, from how the change is spread over stations, sides and depths, and from which kinds of
 * change foresaw it: the cause that makes what was found likeliest. `canGrow` is true for a horse young enough to
 * grow, false for a grown one, undefined when the age is not known. Weight, score and height since the fitted day
 * weigh in where they were taken.
 */
export function readCause(
	change: BackChange | undefined,
	frontMm: number,
	canGrow: boolean | undefined,
	body: BodyChange = {}
): CauseRead {
	if (!change) return NO_CAUSE;
	const gained = frontMm > 0;
	const rated = THOUGHT_OF.map((t): [Cause, number] => [
		gained ? t.gain : t.loss,
		foreseen(change, t.foreseenAs) + logSum(t.patterns.map(([p, share]) => Math.log(share) + evidenceFor(change, p)))
	]);
	if (gained && canGrow !== false)
		rated.push([
			'growth',
			Math.log(GROWTH_WEIGHT[canGrow ? 'young' : 'unknown'] / GROWN.length) +
				foreseen(change, GROWN_FORESEEN_AS) +
				logSum(GROWN.map((p) => evidenceFor(change, p)))
		]);
	return likeliestOf(rated.map(([cause, log]) => [cause, log + bodyEvidence(body, cause)] as const));
}

/** The likeliest of several causes by the logarithms of their evidence; named from a chance of TOLD_FROM on. */
export function likeliestOf(rated: readonly (readonly [Cause, number])[]): CauseRead {
	const [first, second] = [...rated].sort((a, b) => b[1] - a[1]) as [[Cause, number], [Cause, number]];
	const chance = 1 / rated.reduce((s, [, log]) => s + Math.exp(log - first[1]), 0);
	return { cause: chance >= TOLD_FROM ? first[0] : 'none', likeliest: first[0], chance, rival: second[0] };
}
