import { makeRaster, type Picture, type Raster } from './raster.js';

/** Brightness and two colour differences, each as a logarithm: a shadow moves the first and hardly the others. */
export interface Channels {
	readonly scale: number;
	readonly light: Raster;
	readonly redness: Raster;
	readonly blueness: Raster;
}

const LOG = Float32Array.from({ length: 256 * 4 }, (_, i) => Math.log(i / 4 + 6));
const logOf = (v: number): number => LOG[Math.min(1023, Math.floor(v * 4 + 0.5))] as number;

/** First pixel of those that each pixel of a smaller picture stands for, and the one after the last. */
function blocks(from: number, to: number): { start: Int32Array; end: Int32Array } {
	const start = Int32Array.from({ length: to }, (_, i) => Math.floor((i * from) / to));
	return { start, end: start.map((at, i) => Math.max(at + 1, Math.floor(((i + 1) * from) / to))) };
}

/** The picture shrunk by whole-pixel averaging to at most `longestPx`, as channels. `scale` is small over full size. */
export function channelsOf({ width, height, rgba }: Picture, longestPx: number): Channels {
	const scale = Math.min(1, longestPx / Math.max(width, height));
	const w = Math.max(1, Math.round(width * scale));
	const h = Math.max(1, Math.round(height * scale));
	const out = { light: makeRaster(w, h), redness: makeRaster(w, h), blueness: makeRaster(w, h) };
	const [across, down] = [blocks(width, w), blocks(height, h)];
	for (let y = 0; y < h; y++) {
		const [y0, y1] = [down.start[y] as number, down.end[y] as number];
		for (let x = 0; x < w; x++) {
			const [x0, x1] = [across.start[x] as number, across.end[x] as number];
			let r = 0;
			let g = 0;
			let b = 0;
			for (let yy = y0; yy < y1; yy++)
				for (let i = (yy * width + x0) * 4; i < (yy * width + x1) * 4; i += 4) {
					r += rgba[i] as number;
					g += rgba[i + 1] as number;
					b += rgba[i + 2] as number;
				}
			const n = (y1 - y0) * (x1 - x0);
			const at = y * w + x;
			const lg = logOf(g / n);
			out.light.data[at] = logOf((r + g + b) / (3 * n));
			out.redness.data[at] = logOf(r / n) - lg;
			out.blueness.data[at] = logOf(b / n) - lg;
		}
	}
	return { scale: w / width, ...out };
}

function shrinkTo({ width, height, data }: Raster, w: number, h: number): Raster {
	const out = makeRaster(w, h);
	const [across, down] = [blocks(width, w), blocks(height, h)];
	for (let y = 0; y < h; y++) {
		const [y0, y1] = [down.start[y] as number, down.end[y] as number];
		for (let x = 0; x < w; x++) {
			const [x0, x1] = [across.start[x] as number, across.end[x] as number];
			let s = 0;
			for (let v = y0; v < y1; v++) for (let u = v * width + x0; u < v * width + x1; u++) s += data[u] as number;
			out.data[y * w + x] = s / ((y1 - y0) * (x1 - x0));
		}
	}
	return out;
}

/** Channels shrunk further, to at most `longestPx`: much quicker than from the picture again. */
export function shrinkChannels(channels: Channels, longestPx: number): Channels {
	const { width, height } = channels.light;
	const times = Math.min(1, longestPx / Math.max(width, height));
	const [w, h] = [Math.max(1, Math.round(width * times)), Math.max(1, Math.round(height * times))];
	return {
		scale: (channels.scale * w) / width,
		light: shrinkTo(channels.light, w, h),
		redness: shrinkTo(channels.redness, w, h),
		blueness: shrinkTo(channels.blueness, w, h)
	};
}
