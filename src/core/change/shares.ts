import { daysBetween } from '../units/index.js';
import { BACK_TREND } from './levelFilter.js';
import { smoothLevels, type Measured } from './smooth.js';
import type { StationChange } from './stationSeries.js';

/** A share of one change that another shows, with its variance. */
export interface SharedChange {
	readonly share: number;
	readonly variance: number;
}

/** How the front's change is spread: over its two sides and over the stations behind it. */
export interface Spreading {
	/** Which side moved more, and which share of it the other shows. */
	readonly weakSide: SharedChange;
	/** What the flanks near the top show: little where the top itself rises. */
	readonly top: SharedChange | undefined;
	readonly middle: SharedChange | undefined;
	readonly rear: SharedChange | undefined;
	readonly gained: boolean;
}

const varOf = (c: StationChange, half: 'mean' | 'apart'): number => {
	const [own, shared] =
		half === 'mean' ? [c.noise.meanSdMm ** 2, c.noise.sharedMeanVar] : [c.noise.apartSdMm ** 2, c.noise.sharedApartVar];
	return own / Math.max(1, c.counted) + shared;
};

interface Reading {
	readonly visitedOn: string;
	readonly mm: number;
	readonly varianceMm2: number;
}

const meanReadings = (list: readonly StationChange[]): Reading[] =>
	list.map((c) => ({ visitedOn: c.visitedOn, mm: c.readMeanMm, varianceMm2: varOf(c, 'mean') }));
/** Pose and place mislead less near the top: this share of the band's variance. */
const TOP_SHARE = 0.5;
const topReadings = (list: readonly StationChange[]): Reading[] =>
	list.map((c) => ({ visitedOn: c.visitedOn, mm: c.readTopMm, varianceMm2: TOP_SHARE * varOf(c, 'mean') }));
const sideReadings = (list: readonly StationChange[], sign: 1 | -1): Reading[] =>
	list.map((c) => ({
		visitedOn: c.visitedOn,
		mm: c.readMeanMm + sign * c.readApartMm,
		varianceMm2: varOf(c, 'mean') + varOf(c, 'apart')
	}));

/** Smoothed course of some readings, by day. */
function courseOf(readings: readonly Reading[]): Map<string, number> {
	const first = readings[0]?.visitedOn ?? '';
	const measured = readings.map((r): Measured => ({
		day: daysBetween(first, r.visitedOn),
		mm: r.mm,
		varianceMm2: r.varianceMm2
	}));
	const levels = smoothLevels(measured, BACK_TREND);
	return new Map(readings.map((r, i) => [r.visitedOn, levels[i]?.mm ?? r.mm]));
}

/** Straight line of readings on a course, with an offset of its own: its slope is the share. Undefined where the course hardly moves. */
function shareOf(readings: readonly Reading[], course: ReadonlyMap<string, number>): SharedChange | undefined {
	const pairs = readings.flatMap((r) => {
		const x = course.get(r.visitedOn);
		return x === undefined ? [] : [{ x, y: r.mm, v: r.varianceMm2 }];
	});
	if (pairs.length < 2) return undefined;
	const mx = pairs.reduce((s, p) => s + p.x, 0) / pairs.length;
	const my = pairs.reduce((s, p) => s + p.y, 0) / pairs.length;
	const spread = pairs.reduce((s, p) => s + (p.x - mx) ** 2, 0);
	if (spread < LEAST_SPREAD_MM2) return undefined;
	const noise = pairs.reduce((s, p) => s + p.v, 0) / pairs.length;
	return { share: pairs.reduce((s, p) => s + (p.x - mx) * (p.y - my), 0) / spread, variance: noise / spread };
}
const LEAST_SPREAD_MM2 = 1;

/** How the front's change is spread, from every visit of the record up to a day. Undefined where the front hardly moved. */
export function spreadingOf(series: ReadonlyMap<string, readonly StationChange[]>, day: string): Spreading | undefined {
	const upTo = (station: string) => (series.get(station) ?? []).filter((c) => c.visitedOn <= day);
	const front = upTo('T8');
	const last = front[front.length - 1];
	if (!last) return undefined;
	const course = courseOf(meanReadings(front));
	const nearWeaker = Math.abs(last.meanMm - last.apartMm) < Math.abs(last.meanMm + last.apartMm);
	const strong = courseOf(sideReadings(front, nearWeaker ? 1 : -1));
	const weakSide = shareOf(sideReadings(front, nearWeaker ? -1 : 1), strong);
	if (!weakSide) return undefined;
	return {
		weakSide,
		top: shareOf(topReadings(front), course),
		middle: shareOf(meanReadings(upTo('T13')), course),
		rear: shareOf(meanReadings(upTo('T18')), course),
		gained: (nearWeaker ? last.meanMm + last.apartMm : last.meanMm - last.apartMm) > 0
	};
}
