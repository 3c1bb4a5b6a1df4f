import { sidesApart, type Limits, type SideChange, type StationChange } from '../change/index.js';
import { probabilityAbove } from '../math/index.js';

/** Probabilities, 0..1, that the front band lies beyond its limits, with the side that is furthest. */
export interface Beyond {
	readonly watch: number;
	readonly refit: number;
	readonly apart: number;
	readonly worst: SideChange;
}

function past(c: SideChange, lossMm: number, gainMm: number): number {
	return probabilityAbove(gainMm, c.mm, c.sdMm) + probabilityAbove(lossMm, -c.mm, c.sdMm);
}

export function probabilitiesBeyond(front: readonly SideChange[], change: StationChange, limits: Limits): Beyond {
	const refits = front.map((c) => past(c, limits.refitLossMm, limits.refitGainMm));
	const watches = front.map((c) => past(c, limits.watchLossMm, limits.watchGainMm));
	const apart = sidesApart(change);
	const { sidesApartMm } = limits;
	const apartPast =
		probabilityAbove(sidesApartMm, apart.mm, apart.sdMm) + probabilityAbove(sidesApartMm, -apart.mm, apart.sdMm);
	const watch = Math.max(...watches);
	return {
		watch,
		refit: Math.max(...refits),
		apart: apartPast,
		worst: front[watches.indexOf(watch)] as SideChange
	};
}
