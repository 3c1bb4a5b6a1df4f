import { Z95 } from '../math/index.js';
import type { StationChange } from './stationSeries.js';

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

/** Muscle may lie otherwise than the fit takes it to: a share of the change itself is unsure (SD, from simulation). */
const SHAPE_SHARE = 0.06;

function claim(station: string, side: ChangeSide, mm: number, variance: number): SideChange {
	const sdMm = Math.sqrt(variance + (SHAPE_SHARE * mm) ** 2);
	const ci95 = [mm - Z95 * sdMm, mm + Z95 * sdMm] as const;
	return { station, side, mm, sdMm, ci95, real: ci95[0] > 0 || ci95[1] < 0 };
}

/** Near, off and the mean of both at one station. The two halves are filtered apart, so their variances add. */
export function sideChanges(station: string, c: StationChange): SideChange[] {
	const variance = c.meanVar + c.apartVar;
	return [
		claim(station, 'near', c.meanMm - c.apartMm, variance),
		claim(station, 'off', c.meanMm + c.apartMm, variance),
		claim(station, 'both', c.meanMm, c.meanVar)
	];
}

/** How fast one side, or the mean of both, is changing, mm a day. */
export const sideSlopeMmPerDay = (c: StationChange, side: ChangeSide): number =>
	c.meanSlopeMmPerDay + { near: -1, off: 1, both: 0 }[side] * c.apartSlopeMmPerDay;

/** Change of the left-right difference (off - near), mm with its SD. */
export function sidesApart(c: StationChange): { readonly mm: number; readonly sdMm: number } {
	return { mm: 2 * c.apartMm, sdMm: 2 * Math.sqrt(c.apartVar) };
}
