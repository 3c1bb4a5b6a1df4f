/** One visit on the rail: change since the fit mark in mm per side with the SD of either. */
export interface RailPoint {
	readonly day: string;
	readonly nearMm: number;
	readonly offMm: number;
	readonly sdMm: number;
}

const DAY_MS = 86_400_000;
const time = (day: string): number => Date.parse(`${day}T00:00Z`);

/** Straight-line scale from one range to another. */
export function scale(from: readonly [number, number], to: readonly [number, number]): (v: number) => number {
	const span = from[1] - from[0] || 1;
	return (v) => to[0] + ((v - from[0]) / span) * (to[1] - to[0]);
}

/** Days as a number of days since 1970, for scales. */
export const dayNumber = (day: string): number => Math.round(time(day) / DAY_MS);

/** Firsts of months between two days, thinned to at most `most`. */
export function monthTicks(from: string, to: string, most: number): string[] {
	const ticks: string[] = [];
	const cursor = new Date(time(`${from.slice(0, 7)}-01`));
	cursor.setUTCMonth(cursor.getUTCMonth() + 1);
	while (cursor.getTime() <= time(to)) {
		ticks.push(cursor.toISOString().slice(0, 10));
		cursor.setUTCMonth(cursor.getUTCMonth() + 1);
	}
	const every = Math.max(1, Math.ceil(ticks.length / Math.max(1, most)));
	return ticks.filter((_, i) => i % every === 0);
}

/** Polyline path through points. */
export function linePath(points: readonly (readonly [number, number])[]): string {
	return points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
}
