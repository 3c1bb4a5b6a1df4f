import { CoreError } from '../errors/index.js';
import { backAt, backRow, backSurface } from './backSurface.js';
import { barHeight, barRow, barSurfaces, barX, meanWidth } from './barSurface.js';
import { padRow, thicknessAt, type BarEnds } from './padThickness.js';
import { BAR_SIDES, type Pad, type SeatCase } from './types.js';

/** More cells than these are refused. */
const MOST_CELLS = 400_000;

/** Places on both bars where saddle and back are compared, back frame; near bar first, row by row from the front. */
export interface Places {
	readonly count: number;
	readonly x: Float64Array;
	readonly s: Float64Array;
	/** Height of the saddle's zero pose at which the place first touches, mm; NaN where there is no back. */
	readonly c: Float64Array;
	/** Cosine of the back's slope; NaN where there is no back. */
	readonly cos: Float64Array;
}

/** One bar's share of the grid. */
export interface BarGrid {
	/** Columns over the bar's width. */
	readonly columns: number;
	/** First of its cells and corners. */
	readonly cellsFrom: number;
	readonly cornersFrom: number;
}

/** The bars cut into cells over the back (seat-format, section 3, Grid). */
export interface Bed {
	readonly rows: number;
	readonly bars: readonly [BarGrid, BarGrid];
	readonly cells: Places;
	readonly corners: Places;
	/** Plan area of each cell, mm². */
	readonly area: Float64Array;
	/** Share of the bar's width of each cell's centre, from the inner edge. */
	readonly u: Float64Array;
	/** Ends of the bars in the back's frame, mm. */
	readonly s0: number;
	readonly s1: number;
	readonly lengthMm: number;
	readonly sRefMm: number;
}

const placesOf = (count: number): Places => ({
	count,
	x: new Float64Array(count),
	s: new Float64Array(count),
	c: new Float64Array(count),
	cos: new Float64Array(count)
});

/** Ends of the bars, saddle frame. */
export function barEnds({ saddle }: Pick<SeatCase, 'saddle'>): BarEnds {
	const { sections } = saddle;
	return { fromMm: sections[0]?.sMm as number, toMm: sections[sections.length - 1]?.sMm as number };
}

/** Cells in a row and rows of a grid; throws `too-fine` before anything is made. */
function gridSize(given: SeatCase, widths: readonly number[], lengthMm: number) {
	const d = given.gridMm;
	const rows = 3 * Math.max(1, Math.ceil(lengthMm / d / 3 - 1e-9));
	const columns = widths.map((w) => Math.max(2, Math.ceil(w / d - 1e-9)));
	const cells = rows * columns.reduce((a, b) => a + b, 0);
	if (cells > MOST_CELLS) throw new CoreError('too-fine', { cells, most: MOST_CELLS });
	return { rows, columns, cells };
}

/** Cuts the bars into cells and reads back, saddle and pads at every centre and corner. */
export function bedOf(given: SeatCase): Bed {
	const ends = barEnds(given);
	const lengthMm = ends.toMm - ends.fromMm;
	const surfaces = barSurfaces(given.saddle.sections);
	const { rows, columns, cells: count } = gridSize(given, surfaces.map(meanWidth), lengthMm);
	const back = backSurface(given.back.sections);
	const cells = placesOf(count);
	const corners = placesOf(columns.reduce((n, c) => n + (c + 1) * (rows + 1), 0));
	const [area, shares] = [new Float64Array(count), new Float64Array(count)];
	let [cell, corner] = [0, 0];
	const bars = surfaces.map((surface, k): BarGrid => {
		const n = columns[k] as number;
		const from = { columns: n, cellsFrom: cell, cornersFrom: corner };
		/** Reads one row into `into`, at the shares of width that `shareOf` gives. */
		const fill = (into: Places, at: number, sOwn: number, across: number, shareOf: (i: number) => number) => {
			const s = sOwn + given.saddle.offsetMm;
			const row = barRow(surface, sOwn);
			const under = backRow(back, s);
			const pads = padRow(given.pads, surface.side, sOwn, ends);
			for (let i = 0; i < across; i++) {
				const u = shareOf(i);
				const x = barX(row, u);
				const here = under && backAt(under, x);
				into.x[at + i] = x;
				into.s[at + i] = s;
				into.cos[at + i] = here ? here.cos : Number.NaN;
				into.c[at + i] = here ? here.y - barHeight(row, u) + thicknessAt(pads, u) / here.cos : Number.NaN;
			}
			return row;
		};
		for (let j = 0; j < rows; j++) {
			const sOwn = ends.fromMm + ((j + 0.5) * lengthMm) / rows;
			const row = fill(cells, cell, sOwn, n, (i) => (i + 0.5) / n);
			const each = (Math.abs(row.outerX - row.innerX) / n) * (lengthMm / rows);
			area.fill(each, cell, cell + n);
			for (let i = 0; i < n; i++) shares[cell + i] = (i + 0.5) / n;
			cell += n;
		}
		for (let j = 0; j <= rows; j++) {
			fill(corners, corner, ends.fromMm + (j * lengthMm) / rows, n + 1, (i) => i / n);
			corner += n + 1;
		}
		return from;
	});
	const [s0, s1] = [ends.fromMm + given.saddle.offsetMm, ends.toMm + given.saddle.offsetMm];
	return {
		rows,
		bars: bars as unknown as readonly [BarGrid, BarGrid],
		cells,
		corners,
		area,
		u: shares,
		s0,
		s1,
		lengthMm,
		sRefMm: given.sRefMm ?? (s0 + s1) / 2
	};
}

/** How much one mm of a pad raises every cell's first touch (the planner tries thicknesses with it). */
export function liftPerMm(given: SeatCase, bed: Bed, pad: Pad): Float64Array {
	const ends = barEnds(given);
	const lift = new Float64Array(bed.cells.count);
	BAR_SIDES.forEach((side, k) => {
		const { columns, cellsFrom } = bed.bars[k] as BarGrid;
		for (let j = 0; j < bed.rows; j++) {
			const sOwn = ends.fromMm + ((j + 0.5) * bed.lengthMm) / bed.rows;
			const row = padRow([pad], side, sOwn, ends);
			for (let i = 0; i < columns; i++) {
				const at = cellsFrom + j * columns + i;
				lift[at] = thicknessAt(row, bed.u[at] as number) / (bed.cells.cos[at] as number);
			}
		}
	});
	return lift;
}
