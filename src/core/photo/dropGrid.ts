import { copyRaster, quantile, type Raster } from './raster.js';

/** Long enough that a back curve crosses a row or column only briefly, short enough to follow a slightly bent sheet. */
const WINDOW_MM = 70;

/** Median along a stretch of a row or column, from a sample of its pixels. */
function stretchMedian(data: Float32Array, start: number, stride: number, count: number): number {
	const step = Math.max(1, Math.floor(count / 48));
	const values: number[] = [];
	for (let i = 0; i < count; i += step) values.push(data[start + i * stride] as number);
	return quantile(values, 0.5);
}

/**
 * Takes out what runs straight along the sheet: printed grids and folds along its sides. Each row and
 * column gives up the median of its ink over a window, as far as that stands out from the window.
 */
export function dropGrid(raster: Raster, pxPerMm: number): Raster {
	const { width, height, data } = raster;
	const out = copyRaster(raster);
	const size = Math.round(WINDOW_MM * pxPerMm);
	for (let y0 = 0; y0 < height; y0 += size)
		for (let x0 = 0; x0 < width; x0 += size) {
			const w = Math.min(size, width - x0);
			const h = Math.min(size, height - y0);
			const rows = Float32Array.from({ length: h }, (_, y) => stretchMedian(data, (y0 + y) * width + x0, 1, w));
			const cols = Float32Array.from({ length: w }, (_, x) => stretchMedian(data, y0 * width + x0 + x, width, h));
			const rowBase = quantile(rows, 0.4);
			const colBase = quantile(cols, 0.4);
			for (let y = 0; y < h; y++) {
				const r = Math.max(0, (rows[y] as number) - rowBase);
				for (let x = 0; x < w; x++) {
					const c = Math.max(0, (cols[x] as number) - colBase);
					(out.data[(y0 + y) * width + x0 + x] as number) -= Math.max(r, c);
				}
			}
		}
	return out;
}
