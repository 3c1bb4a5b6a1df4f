import type { FlatSheet } from './flatten.js';
import { copyRaster } from './raster.js';
import type { SheetLayout } from './sheetLayout.js';

/** The flat sheet without what was printed on it. */
export function dropPrint(flat: FlatSheet, layout: SheetLayout): FlatSheet {
	const ink = copyRaster(flat.ink);
	for (const { xMm, yMm, wMm, hMm } of layout.printed) {
		const [x0, x1] = [xMm, xMm + wMm].map((v) => Math.max(0, Math.min(ink.width, Math.round(v * flat.pxPerMm))));
		for (let y = Math.max(0, Math.round(yMm * flat.pxPerMm)); y < (yMm + hMm) * flat.pxPerMm && y < ink.height; y++)
			ink.data.fill(0, y * ink.width + (x0 as number), y * ink.width + (x1 as number));
	}
	return { ...flat, ink };
}
