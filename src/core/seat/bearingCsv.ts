import type { BearingView } from './fitDayView.js';
import { cellMiddle, type SeatSpace } from './seatSpace.js';
import { BAR_SIDES } from './types.js';

const COLUMNS = 'side,s_mm,x_mm,y_mm,share_of_even';

/** What a seat bears, a line for each cell: its middle (s to the rear, x to the off side, y up, mm) and its load as a share of even load. Where no back was traced there is no line. */
export function bearingCsv(bearing: BearingView, space: SeatSpace): string {
	const lines = BAR_SIDES.flatMap((side) =>
		bearing[side].flatMap((row, j) =>
			row.flatMap((share, i) => {
				const middle = cellMiddle(space.bars[side], j, i);
				if (!middle) return [];
				const [x, y, s] = middle;
				return [`${side},${s.toFixed(1)},${x.toFixed(1)},${y.toFixed(1)},${share.toFixed(2)}`];
			})
		)
	);
	return `${[COLUMNS, ...lines].join('\r\n')}\r\n`;
}
