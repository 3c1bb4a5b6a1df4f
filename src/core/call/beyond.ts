import type { SideChange, StationChange, Under } from '../change/index.js';
import { probabilityAbove } from '../math/index.js';
import { refitChance, watchChance } from './calibrate.js';
import type { CallLimits } from './leadLimits.js';

/** Calibrated chances, 0..1, that the front band lies beyond its limits, with the side that is furthest. */
export interface Beyond {
	readonly watch: number;
	readonly refit: number;
	readonly apart: number;
	readonly worst: SideChange;
}

/** Chance that a change lies beyond a limit either way, over the kinds of change thought of. */
const past = (under: readonly Under[], lossMm: number, gainMm: number): number =>
	under.reduce((sum, { chance, mm, variance }) => {
		const sd = Math.sqrt(variance);
		return sum + chance * (probabilityAbove(gainMm, mm, sd) + probabilityAbove(lossMm, -mm, sd));
	}, 0);

/** Where a limit is unsure: five places over a normal spread and their weights (Gauss and Hermite, from memory). */
const PLACES: readonly (readonly [z: number, weight: number])[] = [
	[-2.856970013872806, 0.01125741132772069],
	[-1.355626179974266, 0.2220759220056126],
	[0, 0.5333333333333333],
	[1.355626179974266, 0.2220759220056126],
	[2.856970013872806, 0.01125741132772069]
];
/** No limit lies lower than this however unsure it is, mm. */
const LOWEST_MM = 1;

/** A calibrated chance over all that a limit may be: what is known of the change is calibrated, the limit's doubt is not. */
function overLimits(
	under: readonly Under[],
	[lossMm, lossSdMm]: readonly [number, number],
	[gainMm, gainSdMm]: readonly [number, number],
	calibrated: (chance: number) => number
): number {
	if (lossSdMm === 0 && gainSdMm === 0) return calibrated(past(under, lossMm, gainMm));
	return PLACES.reduce((sum, [z, weight]) => {
		const at = (mm: number, sdMm: number): number => Math.max(LOWEST_MM, mm + z * sdMm);
		return sum + weight * calibrated(past(under, at(lossMm, lossSdMm), at(gainMm, gainSdMm)));
	}, 0);
}

/** Calibrated chance of lying beyond the refit limits. */
export function chanceOfRefit(under: readonly Under[], { refitLossMm, refitGainMm, own }: CallLimits): number {
	return overLimits(under, [refitLossMm, own?.lossSdMm ?? 0], [refitGainMm, own?.gainSdMm ?? 0], refitChance);
}

export function probabilitiesBeyond(front: readonly SideChange[], change: StationChange, limits: CallLimits): Beyond {
	const { lossSdMm = 0, gainSdMm = 0, apartSdMm = 0 } = limits.own ?? {};
	// A watch limit is a share of its refit limit, and so is its doubt.
	const watchLoss = [limits.watchLossMm, (lossSdMm * limits.watchLossMm) / limits.refitLossMm] as const;
	const watchGain = [limits.watchGainMm, (gainSdMm * limits.watchGainMm) / limits.refitGainMm] as const;
	const refits = front.map((c) => chanceOfRefit(change.under[c.side], limits));
	const watches = front.map((c) => overLimits(change.under[c.side], watchLoss, watchGain, watchChance));
	const apart = [limits.sidesApartMm, apartSdMm] as const;
	const raw = front.map((c) => past(change.under[c.side], limits.watchLossMm, limits.watchGainMm));
	return {
		watch: Math.max(...watches),
		refit: Math.max(...refits),
		apart: overLimits(change.under.apart, apart, apart, refitChance),
		worst: front[raw.indexOf(Math.max(...raw))] as SideChange
	};
}
