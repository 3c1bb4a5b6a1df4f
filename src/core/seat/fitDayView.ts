import type { FitDaySeat } from './fitDay.js';
import type { Seat } from './seatOf.js';

/** Load over the bars from above: shares of what even bearing would press, by row from the front and from the inner edge. */
export interface BearingView {
	readonly near: readonly (readonly number[])[];
	readonly off: readonly (readonly number[])[];
	/** Share of the weight by third, front to rear, and by side. */
	readonly thirds: readonly [number, number, number];
	readonly sides: readonly [number, number];
}

/** A fit-day seat as a screen shows it: plain numbers that travel. */
export interface FitDayView extends Omit<FitDaySeat, 'saddle' | 'fitted' | 'now'> {
	readonly fitted: BearingView;
	readonly now: BearingView;
}

const whole = (v: number): number => Math.round(v * 100) / 100;

export function bearingView({ bed, pressure, load, barMm2, split }: Seat): BearingView {
	const evenKpa = (load.weightN * 1000) / barMm2;
	const rowsOf = (bar: 0 | 1): number[][] => {
		const { columns, cellsFrom } = bed.bars[bar];
		return Array.from({ length: bed.rows }, (_, j) =>
			Array.from({ length: columns }, (_c, i) => whole((pressure.kPa[cellsFrom + j * columns + i] as number) / evenKpa))
		);
	};
	return {
		near: rowsOf(0),
		off: rowsOf(1),
		thirds: [whole(split.thirds.front), whole(split.thirds.middle), whole(split.thirds.rear)],
		sides: [whole(split.sides.near), whole(split.sides.off)]
	};
}

export function fitDayView(seat: FitDaySeat): FitDayView {
	const { fitted, now, saddle: _, ...said } = seat;
	return { ...said, fitted: bearingView(fitted), now: bearingView(now) };
}
