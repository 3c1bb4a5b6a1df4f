import type { BearingView } from './fitDayView.js';
import { cellMiddle, type Place3, type SeatSpace } from './seatSpace.js';
import { BAR_SIDES, type BarSide } from './types.js';

/** A pad's reading as a grid of pressures, row by row from the front, each from the near edge to the off one. */
export interface PadGrid {
	readonly rows: number;
	readonly columns: number;
	readonly mean: Float64Array;
}

/** How a pad lay: size of its cells, and how far its front edge lay behind the front of the bars (before it: below 0), mm; its middle on the spine. */
export interface PadLay {
	readonly alongMm: number;
	readonly acrossMm: number;
	readonly frontMm: number;
}

/** Shares of the weight by pad and by seat. */
export interface Beside {
	readonly pad: number;
	readonly seat: number;
}

/** A pad's reading laid over a seat. Neither is truth. */
export interface PadBeside {
	/** The pad's, cell for cell where the seat has its own. */
	readonly pad: BearingView;
	/** What the pad shows beyond the seat, as a share of even load, by bar, row and column. */
	readonly more: Readonly<Record<BarSide, readonly (readonly number[])[]>>;
	readonly thirds: readonly [Beside, Beside, Beside];
	readonly sides: readonly [Beside, Beside];
	/** Share of the bars that the pad covered. */
	readonly covered: number;
}

/** Shares nearer than this agree as far as such readings do (common practice, no source). */
export const AGREE_WITHIN = 0.06;

/** Length along the skin from the spine to a place beside it, mm. */
function arcTo(row: readonly Place3[], xMm: number): number {
	const sign = Math.sign(xMm);
	const out = row.filter((p) => p[0] * sign >= 0).sort((a, b) => Math.abs(a[0]) - Math.abs(b[0]));
	let arc = 0;
	for (let i = 1; i < out.length; i++) {
		const [a, b] = [out[i - 1] as Place3, out[i] as Place3];
		const step = Math.hypot(b[0] - a[0], b[1] - a[1]);
		if (Math.abs(b[0]) >= Math.abs(xMm))
			return arc + (step * (Math.abs(xMm) - Math.abs(a[0]))) / Math.max(1e-9, Math.abs(b[0] - a[0]));
		arc += step;
	}
	return arc;
}

/** Pressure at a place of the pad, in cells from its near front corner; undefined off the pad. */
function padAt({ rows, columns, mean }: PadGrid, across: number, along: number): number | undefined {
	if (across < 0 || along < 0 || across > columns || along > rows) return undefined;
	const u = Math.min(columns - 1, Math.max(0, across - 0.5));
	const v = Math.min(rows - 1, Math.max(0, along - 0.5));
	const [i, j] = [Math.min(columns - 2, Math.floor(u)), Math.min(rows - 2, Math.floor(v))];
	const at = (r: number, c: number): number => mean[r * columns + c] as number;
	const [fx, fy] = [u - i, v - j];
	return (at(j, i) * (1 - fx) + at(j, i + 1) * fx) * (1 - fy) + (at(j + 1, i) * (1 - fx) + at(j + 1, i + 1) * fx) * fy;
}

interface Cell {
	readonly side: BarSide;
	readonly row: number;
	readonly seat: number;
	readonly pad: number | undefined;
}

/**
 * Lays a pad's reading over a seat, cell by cell. The pad lies on the skin: its cells are counted along the flank, not
 * in the plan. Only shares are compared: a pad's unit and its zero do not matter.
 */
export function padBeside(
	grid: PadGrid,
	{ alongMm, acrossMm, frontMm }: PadLay,
	{ bearing, space }: { readonly bearing: BearingView; readonly space: SeatSpace }
): PadBeside {
	const first = Math.min(...BAR_SIDES.flatMap((s) => (space.bars[s][0] ?? []).map((p) => p?.[2] ?? Infinity)));
	const skinAt = (z: number): readonly Place3[] =>
		space.skin.reduce((best, row) =>
			Math.abs((row[0]?.[2] ?? Infinity) - z) < Math.abs((best[0]?.[2] ?? Infinity) - z) ? row : best
		);
	const cellsOf = (side: BarSide): Cell[][] =>
		bearing[side].map((shares, j) => {
			const skin = skinAt(space.bars[side][j]?.find((p) => p !== null)?.[2] ?? first);
			return shares.map((seat, i): Cell => {
				const middle = cellMiddle(space.bars[side], j, i);
				if (!middle) return { side, row: j, seat, pad: undefined };
				const [x, , z] = middle;
				const across = (Math.sign(x) * arcTo(skin, x)) / acrossMm + grid.columns / 2;
				return { side, row: j, seat, pad: padAt(grid, across, (z - first - frontMm) / alongMm) };
			});
		});
	const each = { near: cellsOf('near'), off: cellsOf('off') };
	const all = [...each.near.flat(), ...each.off.flat()];
	const both = all.filter((c) => c.pad !== undefined);
	const total = (of: readonly Cell[], what: 'pad' | 'seat'): number => of.reduce((sum, c) => sum + (c[what] ?? 0), 0);
	const [padAll, seatAll] = [total(both, 'pad'), total(both, 'seat')];
	// The same mean over what both saw: shares of even load are then comparable.
	const scale = padAll > 0 ? seatAll / padAll : 0;
	const share = (of: readonly Cell[]): Beside => ({
		pad: padAll > 0 ? total(of, 'pad') / padAll : 0,
		seat: seatAll > 0 ? total(of, 'seat') / seatAll : 0
	});
	const rows = bearing.near.length;
	const third = (k: number): Beside => share(both.filter((c) => Math.floor((3 * c.row) / rows) === k));
	const thirds = [third(0), third(1), third(2)] as const;
	const sides = [share(both.filter((c) => c.side === 'near')), share(both.filter((c) => c.side === 'off'))] as const;
	const view = (of: (c: Cell) => number) => ({
		near: each.near.map((row) => row.map(of)),
		off: each.off.map((row) => row.map(of))
	});
	return {
		pad: {
			...view((c) => scale * (c.pad ?? 0)),
			thirds: [thirds[0].pad, thirds[1].pad, thirds[2].pad],
			sides: [sides[0].pad, sides[1].pad]
		},
		more: view((c) => (c.pad === undefined ? 0 : scale * c.pad - c.seat)),
		thirds,
		sides,
		covered: both.length / Math.max(1, all.length)
	};
}
