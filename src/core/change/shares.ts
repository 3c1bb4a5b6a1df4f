import { daysBetween } from '../units/index.js';
import { BACK_TREND } from './levelFilter.js';
import { smoothLevels, type Smoothed } from './smooth.js';
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

/** Readings of something on the front's visits: which visit, mm and variance. In order of day. */
interface Reading {
	readonly at: number;
	readonly mm: number;
	readonly varianceMm2: number;
}

/** Pose and place mislead less near the top: this share of the band's variance. */
const TOP_SHARE = 0.5;

const readings = (
	list: readonly StationChange[],
	placeOf: ReadonlyMap<string, number>,
	mmOf: (c: StationChange) => number,
	varianceOf: (c: StationChange) => number
): Reading[] =>
	list.flatMap((c) => {
		const at = placeOf.get(c.visitedOn);
		return at === undefined ? [] : [{ at, mm: mmOf(c), varianceMm2: varianceOf(c) }];
	});

/** Straight line of readings on a course, with an offset of its own: its slope is the share. Undefined where the course hardly moves. */
function shareOf(all: readonly Reading[], course: readonly Smoothed[]): SharedChange | undefined {
	let [n, mx, my, noise] = [0, 0, 0, 0];
	for (const r of all) {
		if (r.at >= course.length) break;
		n++;
		mx += (course[r.at] as Smoothed).mm;
		my += r.mm;
		noise += r.varianceMm2;
	}
	if (n < 2) return undefined;
	[mx, my, noise] = [mx / n, my / n, noise / n];
	let [spread, together] = [0, 0];
	for (let i = 0; i < n; i++) {
		const r = all[i] as Reading;
		const dx = (course[r.at] as Smoothed).mm - mx;
		spread += dx * dx;
		together += dx * (r.mm - my);
	}
	if (spread < LEAST_SPREAD_MM2) return undefined;
	return { share: together / spread, variance: noise / spread };
}
const LEAST_SPREAD_MM2 = 1;

/**
 * How the front's change is spread on any day, from every visit of the record up to that day. The answer is
 * undefined where the front hardly moved.
 */
export function spreadingsOf(
	series: ReadonlyMap<string, readonly StationChange[]>
): (day: string) => Spreading | undefined {
	const front = series.get('T8') ?? [];
	const first = front[0]?.visitedOn ?? '';
	const days = front.map((c) => daysBetween(first, c.visitedOn));
	const placeOf = new Map(front.map((c, i) => [c.visitedOn, i]));
	const meanVar = (c: StationChange): number => varOf(c, 'mean');
	const sideVar = (c: StationChange): number => varOf(c, 'mean') + varOf(c, 'apart');
	const means = (station: string): Reading[] =>
		readings(series.get(station) ?? [], placeOf, (c) => c.readMeanMm, meanVar);
	const side = (sign: 1 | -1): Reading[] =>
		readings(front, placeOf, (c) => c.readMeanMm + sign * c.readApartMm, sideVar);
	const top = readings(
		front,
		placeOf,
		(c) => c.readTopMm,
		(c) => TOP_SHARE * meanVar(c)
	);
	const [whole, middle, rear, near, off] = [means('T8'), means('T13'), means('T18'), side(-1), side(1)];
	const courseOf = (all: readonly Reading[], count: number): Smoothed[] =>
		smoothLevels(
			all.slice(0, count).map((r) => ({ day: days[r.at] as number, mm: r.mm, varianceMm2: r.varianceMm2 })),
			BACK_TREND
		);
	return (day) => {
		const count = front.filter((c) => c.visitedOn <= day).length;
		const last = front[count - 1];
		if (!last) return undefined;
		const [nearMm, offMm] = [last.meanMm - last.apartMm, last.meanMm + last.apartMm];
		const nearWeaker = Math.abs(nearMm) < Math.abs(offMm);
		const weakSide = shareOf(nearWeaker ? near : off, courseOf(nearWeaker ? off : near, count));
		if (!weakSide) return undefined;
		const course = courseOf(whole, count);
		return {
			weakSide,
			top: shareOf(top, course),
			middle: shareOf(middle, course),
			rear: shareOf(rear, course),
			gained: (nearWeaker ? offMm : nearMm) > 0
		};
	};
}
