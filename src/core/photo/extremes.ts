import { makeRaster, type Raster } from './raster.js';

/** Largest of every window of 2 reach + 1 across, of `sign` times what is there (van Herk's running extremes). */
function across({ width, height, data }: Raster, reach: number, sign: number): Raster {
	const out = makeRaster(width, height);
	const w = 2 * reach + 1;
	const n = width + 2 * reach;
	const padded = new Float32Array(n);
	const ahead = new Float32Array(n);
	const behind = new Float32Array(n);
	for (let y = 0; y < height; y++) {
		const from = y * width;
		padded.fill(sign * (data[from] as number), 0, reach);
		for (let x = 0; x < width; x++) padded[reach + x] = sign * (data[from + x] as number);
		padded.fill(sign * (data[from + width - 1] as number), reach + width);
		for (let start = 0; start < n; start += w) {
			const end = Math.min(n, start + w);
			let most = -Infinity;
			for (let i = start; i < end; i++) ahead[i] = most = Math.max(most, padded[i] as number);
			most = -Infinity;
			for (let i = end - 1; i >= start; i--) behind[i] = most = Math.max(most, padded[i] as number);
		}
		for (let x = 0; x < width; x++) out.data[from + x] = Math.max(behind[x] as number, ahead[x + w - 1] as number);
	}
	return out;
}

/** The same down, row by row, times `sign` again. */
function down({ width, height, data }: Raster, reach: number, sign: number): Raster {
	const out = makeRaster(width, height);
	const w = 2 * reach + 1;
	const n = height + 2 * reach;
	const ahead = new Float32Array(n * width);
	const behind = new Float32Array(n * width);
	const rowOf = (i: number): number => Math.min(height - 1, Math.max(0, i - reach)) * width;
	const larger = (to: Float32Array, i: number, before: number | undefined): void => {
		const [at, from] = [i * width, rowOf(i)];
		if (before === undefined) to.set(data.subarray(from, from + width), at);
		else
			for (let x = 0, p = before * width; x < width; x++, p++)
				to[at + x] = Math.max(to[p] as number, data[from + x] as number);
	};
	for (let i = 0; i < n; i++) larger(ahead, i, i % w === 0 ? undefined : i - 1);
	for (let i = n - 1; i >= 0; i--) larger(behind, i, i === n - 1 || (i + 1) % w === 0 ? undefined : i + 1);
	for (let y = 0; y < height; y++)
		for (let x = 0, p = y * width, q = (y + w - 1) * width; x < width; x++, p++, q++)
			out.data[p] = sign * Math.max(behind[p] as number, ahead[q] as number);
	return out;
}

/** Largest value of the square of 2 reach + 1 about each pixel; outside, the nearest pixel's. */
export const runningMost = (raster: Raster, reach: number): Raster => down(across(raster, reach, 1), reach, 1);

/** The smallest, the same way. */
export const runningLeast = (raster: Raster, reach: number): Raster => down(across(raster, reach, -1), reach, -1);
