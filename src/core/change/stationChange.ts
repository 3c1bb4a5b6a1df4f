import type { Day } from '../units/index.js';
import type { Under } from './changeOf.js';

/** mm and mm². */
export interface Estimate {
	readonly mm: number;
	readonly variance: number;
}

/** Noise of one visit at one station. */
export interface VisitNoise {
	/** SD of the band, mean of both sides, in a single tracing, its own pose and place included, mm. */
	readonly ownSdMm: number;
	/** Variance of what a visit's repeats share, mm². */
	readonly sharedVar: number;
}

/** Change since the fitted day at one station on one day, from data up to that day. */
export interface StationChange {
	/** When it was last traced. */
	readonly visitedOn: Day;
	readonly near: Estimate;
	readonly off: Estimate;
	/** Mean of both sides. */
	readonly both: Estimate;
	/** Off less near. */
	readonly apart: Estimate;
	/** The same under each kind of change that is thought of; chances of limits are asked of these. */
	readonly under: Readonly<Record<'near' | 'off' | 'both' | 'apart', readonly Under[]>>;
	/** mm a day, and the variance of that of both sides. */
	readonly slopes: Readonly<Record<'near' | 'off' | 'both' | 'variance', number>>;
	/** Tracings counted and left out, of the day it was last traced. */
	readonly counted: number;
	readonly leftOut: number;
	readonly noise: VisitNoise;
	/** True where it moved suddenly. */
	readonly stepped: boolean;
}
