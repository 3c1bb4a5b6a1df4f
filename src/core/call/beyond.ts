import type { Limits, SideChange, StationChange, Under } from '../change/index.js';
import { probabilityAbove } from '../math/index.js';
import { refitChance, watchChance } from './calibrate.js';

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

export function probabilitiesBeyond(front: readonly SideChange[], change: StationChange, limits: Limits): Beyond {
	const refits = front.map((c) => past(change.under[c.side], limits.refitLossMm, limits.refitGainMm));
	const watches = front.map((c) => past(change.under[c.side], limits.watchLossMm, limits.watchGainMm));
	const { sidesApartMm } = limits;
	const watch = Math.max(...watches);
	return {
		watch: watchChance(watch),
		refit: refitChance(Math.max(...refits)),
		apart: refitChance(past(change.under.apart, sidesApartMm, sidesApartMm)),
		worst: front[watches.indexOf(watch)] as SideChange
	};
}
