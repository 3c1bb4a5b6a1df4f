import type { SideChange } from './sideChanges.js';
import type { StationChange } from './stationSeries.js';

export type Cause = 'local-loss' | 'local-gain' | 'one-sided' | 'condition-loss' | 'condition-gain' | 'growth' | 'none';
export type Direction = 'gain' | 'loss' | 'mixed' | 'none';

/** Latest changes by station, T8 always among them. */
export type StationChanges = ReadonlyMap<string, StationChange>;

/** Direction of the front band from the sides that really changed. */
export function readDirection(front: readonly SideChange[]): Direction {
	const real = front.filter((c) => c.real);
	const gains = real.some((c) => c.mm > 0);
	const losses = real.some((c) => c.mm < 0);
	if (gains && losses) return 'mixed';
	return gains ? 'gain' : losses ? 'loss' : 'none';
}

/** A share of the front's change, and how much such shares differ from horse to horse. */
interface Share {
	readonly is: number;
	readonly sd: number;
}

/** How a cause spreads: the weaker side over the stronger, middle and rear over the front. From simulation and common practice, no source. */
interface Pattern {
	readonly weakSide: Share;
	readonly middle: Share;
	readonly rear: Share;
}

const EVEN: Share = { is: 0.95, sd: 0.13 };
const ONE_SIDED: Pattern = {
	weakSide: { is: 0.05, sd: 0.17 },
	middle: { is: 0.3, sd: 0.2 },
	rear: { is: 0.1, sd: 0.15 }
};
const LOCAL: Pattern = { weakSide: EVEN, middle: { is: 0.2, sd: 0.12 }, rear: { is: 0.06, sd: 0.1 } };
const EVERYWHERE: Pattern = { weakSide: EVEN, middle: { is: 0.9, sd: 0.12 }, rear: { is: 0.87, sd: 0.13 } };
const GROWTH: Pattern = { weakSide: EVEN, middle: { is: 0.5, sd: 0.1 }, rear: { is: 0.3, sd: 0.1 } };

/** Logarithm of how likely a change is that should be a share of another, both with their errors; mm and mm². */
function shareLikelihood(mm: number, variance: number, ofMm: number, ofVar: number, { is, sd }: Share): number {
	const total = variance + is * is * ofVar + (sd * ofMm) ** 2;
	return -0.5 * ((mm - is * ofMm) ** 2 / total + Math.log(total));
}

function patternLikelihood(changes: StationChanges, front: StationChange, pattern: Pattern): number {
	const sides = [front.meanMm - front.apartMm, front.meanMm + front.apartMm] as const;
	const sideVar = front.meanVar + front.apartVar;
	const nearWeaker = Math.abs(sides[0]) < Math.abs(sides[1]);
	const [weak, strong] = nearWeaker ? sides : [sides[1], sides[0]];
	let sum = shareLikelihood(weak, sideVar, strong, sideVar, pattern.weakSide);
	for (const [station, share] of [
		['T13', pattern.middle],
		['T18', pattern.rear]
	] as const) {
		const there = changes.get(station);
		if (there) sum += shareLikelihood(there.meanMm, there.meanVar, front.meanMm, front.meanVar, share);
	}
	return sum;
}

/** How much likelier growth is than any other gain beforehand, as a logarithm: growth is common in the young, and not rarer than other gains where no age is known. */
const GROWTH_BEFOREHAND = { young: 1, unknown: 0.5 } as const;

/**
 * Why the front band changed, from the pattern over stations and sides: the cause whose pattern makes
 * what was measured likeliest. `canGrow` is true for a horse young enough to grow, false for a grown one,
 * undefined when the age is not known.
 */
export function readCause(changes: StationChanges, canGrow: boolean | undefined): Cause {
	const front = changes.get('T8');
	if (!front) return 'none';
	const gained = Math.abs(front.meanMm) > 0 ? front.meanMm > 0 : front.apartMm > 0;
	const rated: [Cause, number][] = [
		['one-sided', patternLikelihood(changes, front, ONE_SIDED)],
		[gained ? 'local-gain' : 'local-loss', patternLikelihood(changes, front, LOCAL)],
		[gained ? 'condition-gain' : 'condition-loss', patternLikelihood(changes, front, EVERYWHERE)]
	];
	if (gained && canGrow !== false)
		rated.push([
			'growth',
			patternLikelihood(changes, front, GROWTH) + GROWTH_BEFOREHAND[canGrow ? 'young' : 'unknown']
		]);
	return (rated.sort((a, b) => b[1] - a[1])[0] as [Cause, number])[0];
}
