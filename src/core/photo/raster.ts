import { CoreError } from '../errors/index.js';

/** One number a pixel, row by row. */
export interface Raster {
	readonly width: number;
	readonly height: number;
	readonly data: Float32Array;
}

/** A decoded picture, upright: red, green, blue and alpha a pixel, 0..255. */
export interface Picture {
	readonly width: number;
	readonly height: number;
	readonly rgba: Uint8Array | Uint8ClampedArray;
}

/** The most pixels that are read; a larger picture would not fit into the memory of a phone. */
export const LARGEST_PIXELS = 60_000_000;
const SMALLEST_SIDE_PX = 240;

/** Throws `picture-too-large` or `picture-too-small`. */
export function checkPicture({ width, height }: Pick<Picture, 'width' | 'height'>): void {
	if (width * height > LARGEST_PIXELS) throw new CoreError('picture-too-large', { width, height });
	if (Math.min(width, height) < SMALLEST_SIDE_PX)
		throw new CoreError('picture-too-small', { width, height, neededPx: SMALLEST_SIDE_PX });
}

export const makeRaster = (width: number, height: number): Raster => ({
	width,
	height,
	data: new Float32Array(width * height)
});

/** The same numbers, to be changed without changing these. */
export const copyRaster = ({ width, height, data }: Raster): Raster => ({ width, height, data: data.slice() });

/** Value at a point between pixels; outside, the nearest pixel's. */
export function sample({ width, height, data }: Raster, x: number, y: number): number {
	const cx = Math.min(width - 1.001, Math.max(0, x));
	const cy = Math.min(height - 1.001, Math.max(0, y));
	const x0 = Math.floor(cx);
	const y0 = Math.floor(cy);
	const fx = cx - x0;
	const fy = cy - y0;
	const i = y0 * width + x0;
	const top = (data[i] as number) * (1 - fx) + (data[i + 1] as number) * fx;
	const low = (data[i + width] as number) * (1 - fx) + (data[i + width + 1] as number) * fx;
	return top * (1 - fy) + low * fy;
}

/** Gaussian blur, separable, edges repeated; `sigmaPx` above 0. */
export function blur(raster: Raster, sigmaPx: number): Raster {
	const reach = Math.ceil(3 * sigmaPx);
	const kernel = Float32Array.from({ length: 2 * reach + 1 }, (_, i) =>
		Math.exp(-((i - reach) ** 2) / (2 * sigmaPx ** 2))
	);
	const sum = kernel.reduce((a, b) => a + b, 0);
	kernel.forEach((v, i) => (kernel[i] = v / sum));
	return convolveDown(convolveAcross(raster, kernel, reach), kernel, reach);
}

function convolveAcross({ width, height, data }: Raster, kernel: Float32Array, reach: number): Raster {
	const out = makeRaster(width, height);
	const row = new Float32Array(width + 2 * reach);
	for (let y = 0; y < height; y++) {
		const at = y * width;
		row.fill(data[at] as number, 0, reach);
		row.set(data.subarray(at, at + width), reach);
		row.fill(data[at + width - 1] as number, reach + width);
		// The kernel is even: both sides at once.
		for (let x = 0; x < width; x++) {
			let s = (kernel[reach] as number) * (row[x + reach] as number);
			for (let k = 0, p = x, q = x + 2 * reach; k < reach; k++, p++, q--)
				s += (kernel[k] as number) * ((row[p] as number) + (row[q] as number));
			out.data[at + x] = s;
		}
	}
	return out;
}

function convolveDown({ width, height, data }: Raster, kernel: Float32Array, reach: number): Raster {
	const out = makeRaster(width, height);
	const sums = new Float64Array(width);
	for (let y = 0; y < height; y++) {
		const middle = kernel[reach] as number;
		for (let x = 0, at = y * width; x < width; x++, at++) sums[x] = middle * (data[at] as number);
		for (let k = 1; k <= reach; k++) {
			const w = kernel[reach + k] as number;
			const above = Math.max(0, y - k) * width;
			const below = Math.min(height - 1, y + k) * width;
			for (let x = 0; x < width; x++)
				sums[x] = (sums[x] as number) + w * ((data[above + x] as number) + (data[below + x] as number));
		}
		out.data.set(sums, y * width);
	}
	return out;
}

/** The value below which a share of the numbers lies, 0..1; `values` is left as it is. */
export function quantile(values: ArrayLike<number>, share: number): number {
	const sorted = Float64Array.from(values).sort();
	if (sorted.length === 0) return 0;
	return sorted[Math.min(sorted.length - 1, Math.max(0, Math.round(share * (sorted.length - 1))))] as number;
}
