import type { Point } from './geometry.js';
import { SHEETS, type SheetName } from './sheets.js';

export type PrintedSheetName = Extract<SheetName, 'a3' | 'tabloid'>;

/** A rectangle on the sheet, mm from its upper left corner, y down. */
export interface Area {
	readonly xMm: number;
	readonly yMm: number;
	readonly wMm: number;
	readonly hMm: number;
}

export interface TickBox extends Area {
	readonly stands: { readonly station: string } | { readonly repeat: number };
}

/** Where everything stands on our own sheet: what the printer draws and the reader looks for. */
export interface SheetLayout {
	readonly longMm: number;
	readonly shortMm: number;
	/** Middles of the round marks, mm. */
	readonly marks: readonly Point[];
	readonly markRadiusMm: number;
	readonly code: Area;
	readonly boxes: readonly TickBox[];
	/** Left end of the 100 mm check rule. */
	readonly rule: Point;
	/** Foot and head of the arrow that says up. */
	readonly arrow: readonly [Point, Point];
	/** Left ends of the lines of writing, by what is written. */
	readonly words: Readonly<Record<'near' | 'off' | 'horse' | 'day' | 'up', Point>>;
	/** Nothing in here was drawn by hand. */
	readonly printed: readonly Area[];
}

const INSET_MM = 13;
/** Sheets made of tiles are cut in the middle: no mark and no rule lies across. */
const OFF_MIDDLE_MM = 20;
const BOX_MM = 6;
export const PRINTED_STATIONS = ['T8', 'T13', 'T18'] as const;
export const PRINTED_REPEATS = [1, 2, 3] as const;

const around = (xMm: number, yMm: number, r: number): Area => ({ xMm: xMm - r, yMm: yMm - r, wMm: 2 * r, hMm: 2 * r });

function boxesAt(xMm: number, yMm: number): TickBox[] {
	const box = (i: number, row: number) => ({ xMm: xMm + i * 22, yMm: yMm + row * 11, wMm: BOX_MM, hMm: BOX_MM });
	return [
		...PRINTED_STATIONS.map((station, i) => ({ ...box(i, 0), stands: { station } })),
		...PRINTED_REPEATS.map((repeat, i) => ({ ...box(i, 1), stands: { repeat } }))
	];
}

/**
 * The upper corners are free, because the arch falls away from the middle: writing on the left, the code
 * on the right. The check rule stands between the arch's feet.
 */
export function sheetLayout(name: PrintedSheetName): SheetLayout {
	const { longMm: w, shortMm: h } = SHEETS[name];
	const radius = 3.5;
	const marks: Point[] = [
		[INSET_MM, INSET_MM],
		[w / 2 - OFF_MIDDLE_MM, INSET_MM],
		[w - INSET_MM, INSET_MM],
		[w - INSET_MM, h - INSET_MM],
		[w / 2 - OFF_MIDDLE_MM, h - INSET_MM],
		[INSET_MM, h - INSET_MM]
	];
	const code: Area = { xMm: w - 64, yMm: 22, wMm: 40, hMm: 40 };
	const boxes = boxesAt(24, 38);
	const rule: Point = [w / 2 + 6, h - 30];
	const arrow = [
		[w / 2 + 12, 24],
		[w / 2 + 12, 11]
	] as const;
	return {
		longMm: w,
		shortMm: h,
		marks,
		markRadiusMm: radius,
		code,
		boxes,
		rule,
		arrow,
		words: {
			near: [24, 15],
			off: [w - 64, 15],
			horse: [24, 24],
			day: [24, 31],

			up: [w / 2 + 16, 18]
		},
		printed: [
			...marks.map(([x, y]) => around(x, y, radius + 2)),
			{ xMm: code.xMm - 3, yMm: code.yMm - 3, wMm: code.wMm + 6, hMm: code.hMm + 6 },
			{ xMm: 21, yMm: 8, wMm: 78, hMm: 51 },
			{ xMm: w - 66, yMm: 8, wMm: 44, hMm: 10 },
			{ xMm: w / 2 + 8, yMm: 9, wMm: 18, hMm: 17 },
			{ xMm: rule[0] - 2, yMm: rule[1] - 8, wMm: 118, hMm: 18 }
		]
	};
}
