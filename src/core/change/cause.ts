import type { SideChange } from './sideChanges.js';
import type { SharedChange, Spreading } from './shares.js';

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

/** A share of the front's change, and how much such shares differ from horse to horse. */
interface Share {
	readonly is: number;
	readonly sd: number;
}

/** How a cause spreads: the weaker side over the stronger, top, middle and rear over the front's band. From simulation and common practice, no source. */
interface Pattern {
	readonly weakSide: Share;
	readonly top: Share;
	readonly middle: Share;
	readonly rear: Share;
}

/** Growth raises the withers: the flanks under the top widen less than the band. */
const BUMP_TOP: Share = { is: 0.39, sd: 0.14 };
const RISEN_TOP: Share = { is: 0.2, sd: 0.17 };
const EVEN: Share = { is: 0.95, sd: 0.13 };
const ONE_SIDED: Pattern = {
	weakSide: { is: 0.05, sd: 0.17 },
	top: BUMP_TOP,
	middle: { is: 0.3, sd: 0.2 },
	rear: { is: 0.1, sd: 0.15 }
};
const LOCAL: Pattern = { weakSide: EVEN, top: BUMP_TOP, middle: { is: 0.2, sd: 0.12 }, rear: { is: 0.06, sd: 0.1 } };
const EVERYWHERE: Pattern = {
	weakSide: EVEN,
	top: BUMP_TOP,
	middle: { is: 0.9, sd: 0.12 },
	rear: { is: 0.87, sd: 0.13 }
};
const GROWTH: Pattern = { weakSide: EVEN, top: RISEN_TOP, middle: { is: 0.5, sd: 0.1 }, rear: { is: 0.3, sd: 0.1 } };

/** Logarithm of how likely a share is that was found, where another is usual. */
function shareLikelihood(found: SharedChange | undefined, { is, sd }: Share): number {
	if (!found) return 0;
	const total = found.variance + sd * sd;
	return -0.5 * ((found.share - is) ** 2 / total + Math.log(total));
}

const patternLikelihood = (s: Spreading, p: Pattern): number =>
	shareLikelihood(s.weakSide, p.weakSide) +
	shareLikelihood(s.top, p.top) +
	shareLikelihood(s.middle, p.middle) +
	shareLikelihood(s.rear, p.rear);

/** How much likelier growth is than any other gain beforehand, as a logarithm: growth is common in the young, and not rarer than other gains where no age is known. */
const GROWTH_BEFOREHAND = { young: 1, unknown: -0.2 } as const;

/** The likeliest cause, how likely it is among those thought of, and the one that comes next. */
export interface CauseRead {
	/** `none` where nothing moved, or where no cause stands out: it cannot be told yet. */
	readonly cause: Cause;
	readonly likeliest: Cause;
	readonly chance: number;
	readonly rival: Cause;
}
const NO_CAUSE: CauseRead = { cause: 'none', likeliest: 'none', chance: 0, rival: 'none' };
const TOLD_FROM = 0.45;

/**
 * Why the front band changed, from the pattern over stations and sides: the cause whose pattern makes
 * what was measured likeliest. `canGrow` is true for a horse young enough to grow, false for a grown one,
 * undefined when the age is not known.
 */
export function readCause(spreading: Spreading | undefined, canGrow: boolean | undefined): CauseRead {
	if (!spreading) return NO_CAUSE;
	const { gained } = spreading;
	const rated: [Cause, number][] = [
		['one-sided', patternLikelihood(spreading, ONE_SIDED)],
		[gained ? 'local-gain' : 'local-loss', patternLikelihood(spreading, LOCAL)],
		[gained ? 'condition-gain' : 'condition-loss', patternLikelihood(spreading, EVERYWHERE)]
	];
	if (gained && canGrow !== false)
		rated.push(['growth', patternLikelihood(spreading, GROWTH) + GROWTH_BEFOREHAND[canGrow ? 'young' : 'unknown']]);
	const [first, second] = rated.sort((a, b) => b[1] - a[1]) as [[Cause, number], [Cause, number]];
	const chance = 1 / rated.reduce((s, [, log]) => s + Math.exp(log - first[1]), 0);
	return { cause: chance >= TOLD_FROM ? first[0] : 'none', likeliest: first[0], chance, rival: second[0] };
}
