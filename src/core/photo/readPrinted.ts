import { CoreError } from '../errors/index.js';
import { findCode, type FoundCode } from './findCode.js';
import { findMarks, type MarkedView } from './findMarks.js';
import { dropPrint } from './dropPrint.js';
import type { FlatSheet } from './flatten.js';
import { distance, homographyFrom, project, type Point, type Quad } from './geometry.js';
import type { SheetWarning } from './quality.js';
import { checkPicture, type Picture } from './raster.js';
import { locateSheet, PLAINLY_SEEN, readViewed, type Progress, type ReadLine } from './readSheet.js';
import type { SheetCode } from './sheetCode.js';
import { sheetLayout, type Area, type PrintedSheetName, type SheetLayout } from './sheetLayout.js';
import { SHEETS } from './sheets.js';
import { cornersOf, sheetCorners, type View } from './view.js';

/** A line read off one of our own sheets, with what the sheet says about itself. */
export interface ReadPrinted extends ReadLine {
	/** Station and repeat as printed or, where the boxes were left open, as ticked by pen. */
	readonly code: SheetCode;
}

/** Sides on which the code is looked for, px; the smaller first. */
const CODE_PX = [1400, 2400] as const;
/** Marks that lie further from their places than this were printed on a sheet that is now bent, or badly taped. */
const UNEVEN_MM = 0.8;
/** Paper that comes out larger or smaller than it is by this share was printed at another scale. */
const SCALE_OFF = 0.015;
/** A ticked box is this much fuller of ink than the emptiest of its row. */
const TICKED_INK = 0.06;

function cut({ ink, pxPerMm }: FlatSheet, { xMm, yMm, wMm, hMm }: Area, inMm: number): Float32Array {
	const [x0, x1] = [xMm + inMm, xMm + wMm - inMm].map((v) => Math.round(v * pxPerMm)) as [number, number];
	const [y0, y1] = [yMm + inMm, yMm + hMm - inMm].map((v) => Math.round(v * pxPerMm)) as [number, number];
	const rows = Array.from({ length: Math.max(0, y1 - y0) }, (_, k) =>
		ink.data.subarray((y0 + k) * ink.width + x0, (y0 + k) * ink.width + x1)
	);
	return Float32Array.from(rows.flatMap((r) => [...r]));
}

/** What stands at a box that was ticked by pen; undefined when none or several of its kind are. */
function tickedOf<K extends 'station' | 'repeat'>(flat: FlatSheet, layout: SheetLayout, kind: K): unknown {
	const boxes = layout.boxes.filter((b) => kind in b.stands);
	const inks = boxes.map((b) => cut(flat, b, 1.2).reduce((s, v) => s + Math.max(0, v), 0) / cut(flat, b, 1.2).length);
	const empty = Math.min(...inks);
	const ticked = boxes.filter((_, i) => (inks[i] as number) - empty > TICKED_INK);
	return ticked.length === 1 ? (ticked[0]?.stands as Record<K, unknown>)[kind] : undefined;
}

/**
 * Long side of the paper itself in printed mm over what it should be; undefined where its edges are not
 * clear. Printed at 94%, paper seems too large by the marks' measure.
 */
function paperOver(picture: Picture, view: View, sheet: PrintedSheetName): number | undefined {
	try {
		const { corners, leastSupport, paperness } = locateSheet(picture);
		if (leastSupport < 0.4 || paperness < 0.75) return undefined;
		const back = homographyFrom(cornersOf(view, sheet), sheetCorners(sheet));
		if (!back) return undefined;
		const mm = corners.map((c) => project(back, c)) as unknown as Quad;
		const sides = mm.map((p, i) => distance(p, mm[(i + 1) % 4] as Point)).sort((a, b) => a - b);
		const { longMm, shortMm } = SHEETS[sheet];
		const [short, long] = [
			((sides[0] as number) + (sides[1] as number)) / 2 / shortMm,
			((sides[2] as number) + (sides[3] as number)) / 2 / longMm
		];
		return Math.abs(long / short - 1) < 0.02 ? (long + short) / 2 : undefined;
	} catch (error) {
		if (error instanceof CoreError) return undefined;
		throw error;
	}
}

function doubtsOf(picture: Picture, { view, restMm }: MarkedView, code: SheetCode): [SheetWarning, number][] {
	const doubts: [SheetWarning, number][] = [];
	if (restMm > UNEVEN_MM) doubts.push(['marks-uneven', 0.25]);
	const over = code.tiled ? undefined : paperOver(picture, view, code.sheet);
	if (over !== undefined && Math.abs(over - 1) > SCALE_OFF) doubts.push(['printed-scale', 0.3]);
	return doubts;
}

/**
 * Reads one of our own printed sheets by its code and marks; its paper's edges may be hidden. Throws
 * `no-code`, `no-marks`, `cut-off`, and what `readSheet` throws of lines.
 */
export function readPrinted(
	picture: Picture,
	progress: Progress = () => undefined,
	found: FoundCode | undefined = undefined
): ReadPrinted {
	checkPicture(picture);
	progress(0.05);
	const at = found ?? findCode(picture, CODE_PX[0]) ?? findCode(picture, CODE_PX[1]);
	if (!at) throw new CoreError('no-code');
	const layout = sheetLayout(at.code.sheet);
	const marked = findMarks(picture, at.corners, layout);
	progress(0.3);
	let { station, repeat } = at.code;
	const { longMm, shortMm } = layout;
	const line = readViewed(
		picture,
		marked.view,
		at.code.sheet,
		{
			...PLAINLY_SEEN,
			aspect: longMm / shortMm,
			extra: doubtsOf(picture, marked, at.code)
		},
		progress,
		(flat) => {
			station ??= tickedOf(flat, layout, 'station') as string | undefined;
			repeat ??= tickedOf(flat, layout, 'repeat') as number | undefined;
			return dropPrint(flat, layout);
		}
	);
	return { ...line, code: { ...at.code, station, repeat } };
}
