import type { BearingView } from './fitDayView.js';
import type { Place3, SeatSpace } from './seatSpace.js';
import { BAR_SIDES } from './types.js';

const COLUMNS = 'side,s_mm,x_mm,y_mm,share_of_even';

/** What a seat bears, a line for each cell: its middle (s to the rear, x to the off side, y up, mm) and its load as a share of even load. Where no back was traced there is no line. */
export function bearingCsv(bearing: BearingView, space: SeatSpace): string {
	const lines = BAR_SIDES.flatMap((side) =>
		bearing[side].flatMap((row, j) =>
			row.flatMap((share, i) => {
				const grid = space.bars[side];
				const four = [grid[j]?.[i], grid[j]?.[i + 1], grid[j + 1]?.[i], grid[j + 1]?.[i + 1]];
				if (four.some((p) => !p)) return [];
				const [x, y, s] = ([0, 1, 2] as const).map(
					(k) => four.reduce((sum, p) => sum + (p as Place3)[k], 0) / four.length
				) as [number, number, number];
				return [`${side},${s.toFixed(1)},${x.toFixed(1)},${y.toFixed(1)},${share.toFixed(2)}`];
			})
		)
	);
	return `${[COLUMNS, ...lines].join('\r\n')}\r\n`;
}
