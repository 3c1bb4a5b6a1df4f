import { CoreError } from '../errors/index.js';
import { dropGrid } from './dropGrid.js';
import { dropPrint } from './dropPrint.js';
import { flattenSheet, type FlatSheet } from './flatten.js';
import { followLine } from './followLine.js';
import { project, inverse, type Point } from './geometry.js';
import { copyRaster, type Picture } from './raster.js';
import { PLAINLY_SEEN, readViewed, type Progress, type ReadLine } from './readSheet.js';
import { sheetLayout, type PrintedSheetName } from './sheetLayout.js';
import { SHEETS, type SheetName } from './sheets.js';
import { lookAt, unbend, type View } from './view.js';

/** A wiped stroke: where the finger went in the picture, px, and how broad it was, mm on the sheet. */
export interface Wipe {
	readonly points: readonly Point[];
	readonly radiusMm: number;
}

/** From picture px to mm on the sheet. */
function placesOnSheet({ projection, lens }: View): (p: Point) => Point {
	const back = inverse(projection);
	return (p) => project(back, lens ? unbend(lens, p) : p);
}

/** The flat sheet with bare paper where it was wiped. */
function wiped(flat: FlatSheet, view: View, wipes: readonly Wipe[]): FlatSheet {
	const { width, height } = flat.ink;
	const ink = copyRaster(flat.ink);
	const place = placesOnSheet(view);
	for (const { points, radiusMm } of wipes) {
		const r = radiusMm * flat.pxPerMm;
		for (const p of points) {
			const [cx, cy] = place(p).map((v) => v * flat.pxPerMm) as [number, number];
			for (let y = Math.max(0, Math.floor(cy - r)); y <= Math.min(height - 1, cy + r); y++)
				for (let x = Math.max(0, Math.floor(cx - r)); x <= Math.min(width - 1, cx + r); x++)
					if (Math.hypot(x - cx, y - cy) <= r) ink.data[y * width + x] = 0;
		}
	}
	return { ...flat, ink };
}

/** Reads a sheet again in the view that it was read in, with stray marks wiped; `printed` on one of our own sheets. The person looked at the sheet, so only the line's own doubts remain. */
export function readWiped(
	picture: Picture,
	view: View,
	sheet: SheetName,
	wipes: readonly Wipe[],
	printed: boolean,
	progress: Progress = () => undefined
): ReadLine {
	const { longMm, shortMm } = SHEETS[sheet];
	return readViewed(picture, view, sheet, { ...PLAINLY_SEEN, aspect: longMm / shortMm, extra: [] }, progress, (flat) =>
		wiped(printed ? dropPrint(flat, sheetLayout(sheet as PrintedSheetName)) : flat, view, wipes)
	);
}

/** A stroke drawn by hand, laid onto the middle of the ink beneath it; where there is none it stays as drawn. */
export function snapStroke(picture: Picture, view: View, sheet: SheetName, stroke: readonly Point[]): Point[] {
	if (stroke.length < 2) throw new CoreError('no-line');
	const flat = flattenSheet(picture, view, sheet);
	const mm = stroke.map(placesOnSheet(view));
	const { xMm, yMm } = followLine(
		dropGrid(flat.ink, flat.pxPerMm),
		flat.pxPerMm,
		mm.map((p) => p[0]),
		mm.map((p) => p[1])
	);
	return Array.from(xMm, (x, i) => lookAt(view, [x, yMm[i] as number]));
}
