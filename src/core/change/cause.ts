import { probabilityAbove } from '../math/index.js';
import { sidesApart, type SideChange } from './sideChanges.js';
import type { StationChange } from './stationSeries.js';

export type Cause = 'local-loss' | 'local-gain' | 'one-sided' | 'condition-loss' | 'condition-gain' | 'growth' | 'none';
export type Direction = 'gain' | 'loss' | 'mixed' | 'none';

/** Latest changes by station, T8 always among them. */
export type StationChanges = ReadonlyMap<string, StationChange>;

/** Sides count as parted when the difference is over this, and the smaller moved less than half of the larger. */
const PARTED_MM = 4;
const EVERYWHERE_SHARE = 0.55;
/** What the middle and rear cuts show of the front's gain in a growing back; stricter when the age is not known. */
const GROWTH_SHARES = { young: [0.35, 0.15], unknown: [0.45, 0.25] } as const;

/** Direction of the front band from the sides that really changed. */
export function readDirection(front: readonly SideChange[]): Direction {
	const real = front.filter((c) => c.real);
	const gains = real.some((c) => c.mm > 0);
	const losses = real.some((c) => c.mm < 0);
	if (gains && losses) return 'mixed';
	return gains ? 'gain' : losses ? 'loss' : 'none';
}

function isOneSided(front: StationChange): boolean {
	const apart = sidesApart(front);
	const size = Math.abs(apart.mm);
	const [a, b] = [front.meanMm - front.apartMm, front.meanMm + front.apartMm].map(Math.abs) as [number, number];
	return probabilityAbove(PARTED_MM, size, apart.sdMm) > 0.6 && Math.min(a, b) < 0.5 * Math.max(a, b);
}

/**
 * Why the front band changed, from the pattern over stations and sides. `canGrow` is true for a
 * horse young enough to grow, false for a grown one, undefined when the age is not known.
 */
export function readCause(changes: StationChanges, canGrow: boolean | undefined): Cause {
	const front = changes.get('T8');
	if (!front) return 'none';
	if (isOneSided(front)) return 'one-sided';
	const share = (station: string): number => (changes.get(station)?.meanMm ?? 0) / front.meanMm;
	const [middle, rear] = [share('T13'), share('T18')];
	const gained = front.meanMm > 0;
	if (middle > EVERYWHERE_SHARE && rear > EVERYWHERE_SHARE) return gained ? 'condition-gain' : 'condition-loss';
	const [leastMiddle, leastRear] = canGrow ? GROWTH_SHARES.young : GROWTH_SHARES.unknown;
	if (gained && canGrow !== false && middle > leastMiddle && rear > leastRear) return 'growth';
	return gained ? 'local-gain' : 'local-loss';
}
