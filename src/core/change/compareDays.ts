import type { Tracing } from '../curve/index.js';
import { mean, sampleSd, Z95 } from '../math/index.js';
import { groupByDay, modelOf, readDays } from './stationReadings.js';

/** The curve that others are held against: places along it from near to off with outward normals, mm. */
export interface Against {
	readonly xMm: readonly number[];
	readonly yMm: readonly number[];
	readonly normalX: readonly number[];
	readonly normalY: readonly number[];
	/** Length along the curve from the apex, negative on the near side. */
	readonly alongMm: readonly number[];
}

/** One day's difference at each of those places, outward positive; null where the day has no line there. */
export interface DayDifference {
	readonly day: string;
	readonly mm: readonly (number | null)[];
	/** Half of the 95% interval at each place, errors shared by the repeats included. */
	readonly plusMinusMm: readonly (number | null)[];
	readonly counted: number;
	readonly leftOut: number;
}

export interface Comparison {
	readonly against: Against;
	readonly days: readonly DayDifference[];
}

/** What repeats share, at any place of the curve, SD mm (from simulation). */
const SHARED_SD_MM = 0.7;
/** The spread of a place's few repeats is steadied by this belief, mm, worth as many repeats. */
const USUAL_SD_MM = 1.3;
const USUAL_WEIGHT = 3;

function intervalOf(here: readonly number[]): number {
	const n = here.length;
	const own = n > 1 ? sampleSd(here) ** 2 * (n - 1) : 0;
	const spread = (own + USUAL_WEIGHT * USUAL_SD_MM ** 2) / (n - 1 + USUAL_WEIGHT);
	return Z95 * Math.sqrt(spread / n + SHARED_SD_MM ** 2);
}

/**
 * Every day's mean curve of one station against one day's, tilt, apex pick and marked place taken out as the
 * call takes them out. Undefined where that day has no tracing there.
 */
export function compareDays(station: string, tracings: readonly Tracing[], againstDay: string): Comparison | undefined {
	const model = modelOf(station, tracings, againstDay);
	if (!model) return undefined;
	const here = groupByDay(tracings.filter((t) => t.station === station));
	const days = readDays(model, here).map(({ day, laid }): DayDifference => {
		const counted = laid.filter((l) => !l.leftOut);
		const places = Array.from(model.xMm, (_, k) =>
			counted.map((l) => l.leftMm[k] as number).filter((d) => !Number.isNaN(d))
		);
		const seen = (p: readonly number[]) => p.length * 2 > counted.length;
		return {
			day,
			mm: places.map((p) => (seen(p) ? mean(p) : null)),
			plusMinusMm: places.map((p) => (seen(p) ? intervalOf(p) : null)),
			counted: counted.length,
			leftOut: laid.length - counted.length
		};
	});
	const { xMm, yMm, normalX, normalY, alongMm } = model;
	return {
		against: {
			xMm: [...xMm],
			yMm: [...yMm],
			normalX: [...normalX],
			normalY: [...normalY],
			alongMm: [...alongMm]
		},
		days
	};
}
