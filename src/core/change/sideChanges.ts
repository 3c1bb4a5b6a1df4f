import { Z95 } from '../math/index.js';
import type { Estimate, StationChange } from './stationChange.js';

export type ChangeSide = 'near' | 'off' | 'both';

/** A claim about one station and side: mm since the fit mark with its 95% interval. */
export interface SideChange {
	readonly station: string;
	readonly side: ChangeSide;
	readonly mm: number;
	readonly sdMm: number;
	readonly ci95: readonly [number, number];
	/** True when the interval leaves out zero. */
	readonly real: boolean;
}

/** On the fitted day itself the interval has no width: rounding is no change. */
const LEAST_MM = 0.05;

function claim(station: string, side: ChangeSide, { mm, variance }: Estimate): SideChange {
	const sdMm = Math.sqrt(variance);
	const ci95 = [mm - Z95 * sdMm, mm + Z95 * sdMm] as const;
	return { station, side, mm, sdMm, ci95, real: Math.abs(mm) >= LEAST_MM && (ci95[0] > 0 || ci95[1] < 0) };
}

/** Near, off and the mean of both at one station. */
export const sideChanges = (station: string, c: StationChange): SideChange[] => [
	claim(station, 'near', c.near),
	claim(station, 'off', c.off),
	claim(station, 'both', c.both)
];

/** Change of the left-right difference (off - near), mm with its SD. */
export const sidesApart = (c: StationChange): { readonly mm: number; readonly sdMm: number } => ({
	mm: c.apart.mm,
	sdMm: Math.sqrt(c.apart.variance)
});
