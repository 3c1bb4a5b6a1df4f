import { backAt, backRow, backSurface } from './backSurface.js';
import { gapAt } from './gapAt.js';
import type { Seat } from './seatOf.js';
import { BAR_SIDES, type BackSection, type BarSide } from './types.js';

/** A place in space, mm: x to the off side, y up, z to the rear. */
export type Place3 = readonly [x: number, y: number, z: number];

/** A seat as it stands in space, for a picture that can be turned. Where no back was measured nothing stands. */
export interface SeatSpace {
	/** Rows of the skin, head to rear, each from near to off. */
	readonly skin: readonly (readonly Place3[])[];
	/** Corners of each bar's underside with what is under it, row by row from the front, from the inner edge outward. */
	readonly bars: Readonly<Record<BarSide, readonly (readonly (Place3 | null)[])[]>>;
}

/** The middle of a cell of a bar, by row and column; undefined where a corner of it has no back. */
export function cellMiddle(bar: SeatSpace['bars'][BarSide], row: number, column: number): Place3 | undefined {
	const four = [bar[row]?.[column], bar[row]?.[column + 1], bar[row + 1]?.[column], bar[row + 1]?.[column + 1]];
	if (four.some((p) => !p)) return undefined;
	const mean = (k: 0 | 1 | 2): number => four.reduce((sum, p) => sum + (p as Place3)[k], 0) / four.length;
	return [mean(0), mean(1), mean(2)];
}

const REACH_MM = 150;
const ACROSS_MM = 10;
const ALONG_MM = 20;
/** Some of the back is seen before and behind the bars, where it is known. */
const BEYOND_MM = 60;
const tenth = (v: number): number => Math.round(10 * v) / 10;

export function seatSpace(back: readonly BackSection[], { bed, balanced: { pose } }: Seat): SeatSpace {
	const surface = backSurface(back);
	const from = Math.max(bed.s0 - BEYOND_MM, (back[0] as BackSection).sMm);
	const to = Math.min(bed.s1 + BEYOND_MM, (back[back.length - 1] as BackSection).sMm);
	const rows = Math.max(2, Math.round((to - from) / ALONG_MM));
	const skin = Array.from({ length: rows + 1 }, (_, j): Place3[] => {
		const sMm = from + ((to - from) * j) / rows;
		const row = backRow(surface, sMm);
		return Array.from({ length: (2 * REACH_MM) / ACROSS_MM + 1 }, (__, i) => i * ACROSS_MM - REACH_MM).flatMap(
			(x): Place3[] => {
				const here = row && backAt(row, x);
				return here ? [[x, tenth(here.y), tenth(sMm)]] : [];
			}
		);
	});
	const bar = (k: number): (Place3 | null)[][] => {
		const { columns, cornersFrom } = bed.bars[k] as (typeof bed.bars)[number];
		return Array.from({ length: bed.rows + 1 }, (_, j) => {
			const first = cornersFrom + j * (columns + 1);
			const row = backRow(surface, bed.corners.s[first] as number);
			return Array.from({ length: columns + 1 }, (__, i): Place3 | null => {
				const [x, s, c] = [bed.corners.x, bed.corners.s, bed.corners.c].map((a) => a[first + i] as number) as [
					number,
					number,
					number
				];
				const here = row && backAt(row, x);
				if (!here || Number.isNaN(c)) return null;
				const gap = gapAt(pose, bed.sRefMm, s, x, c);
				// Where it presses in the skin gives way: it lies on it.
				return [tenth(x), tenth(here.y + Math.max(0, gap)), tenth(s)];
			});
		});
	};
	return { skin, bars: { near: bar(BAR_SIDES.indexOf('near')), off: bar(BAR_SIDES.indexOf('off')) } };
}
