import type { Channels } from './channels.js';
import { blur, makeRaster, quantile, type Raster } from './raster.js';

/** Thin edges: strength (0 off the edge) and the direction of steepest change, radians 0..π. */
export interface Edges {
	readonly width: number;
	readonly height: number;
	readonly strength: Float32Array;
	readonly angleRad: Float32Array;
	/** How far one side of the edge at least is smooth, 0..1: a sheet's edge has paper on one side, cloth has pattern on both. */
	readonly oneSideSmooth: Float32Array;
	/** Strength of an ordinary edge of noise and texture. */
	readonly floor: number;
}

const SMOOTH_PX = 1.3;
/** A change of colour counts more than one of light: shadows have only the latter. */
const COLOUR_WEIGHT = 1.6;

/** Structure tensor of the channels: its main axis is where they change together most. */
interface Tensor {
	readonly xx: Float32Array;
	readonly xy: Float32Array;
	readonly yy: Float32Array;
}

/** Adds a channel's own, so many times. */
function addTensor({ xx, xy, yy }: Tensor, raster: Raster, times: number): void {
	const { width, height, data } = blur(raster, SMOOTH_PX);
	for (let y = 1; y < height - 1; y++)
		for (let i = y * width + 1, end = (y + 1) * width - 1; i < end; i++) {
			const dx = ((data[i + 1] as number) - (data[i - 1] as number)) / 2;
			const dy = ((data[i + width] as number) - (data[i - width] as number)) / 2;
			(xx[i] as number) += times * dx * dx;
			(xy[i] as number) += times * dx * dy;
			(yy[i] as number) += times * dy * dy;
		}
}

/** The strongest change over all channels a pixel, thinned to its ridge. */
export function findEdges({ light, redness, blueness }: Channels): Edges {
	const { width, height } = light;
	const size = width * height;
	const tensor: Tensor = { xx: new Float32Array(size), xy: new Float32Array(size), yy: new Float32Array(size) };
	addTensor(tensor, light, 1);
	addTensor(tensor, redness, COLOUR_WEIGHT ** 2);
	addTensor(tensor, blueness, COLOUR_WEIGHT ** 2);
	const strength = makeRaster(width, height).data;
	const angleRad = new Float32Array(size);
	const gxs = new Float32Array(size);
	const gys = new Float32Array(size);
	const raw = new Float32Array(size);
	for (let i = 0; i < raw.length; i++) {
		const [xx, xy, yy] = [tensor.xx[i] as number, tensor.xy[i] as number, tensor.yy[i] as number];
		const part = (xx - yy) / 2;
		const half = Math.sqrt(part * part + xy * xy);
		raw[i] = Math.sqrt((xx + yy) / 2 + half);
		// Cosine and sine of half the angle of (part, xy).
		const cos2 = half > 0 ? part / half : 1;
		gxs[i] = Math.sqrt(Math.max(0, (1 + cos2) / 2));
		gys[i] = (xy < 0 ? -1 : 1) * Math.sqrt(Math.max(0, (1 - cos2) / 2));
	}
	for (let y = 2; y < height - 2; y++)
		for (let x = 2; x < width - 2; x++) {
			const i = y * width + x;
			const dx = Math.round(gxs[i] as number);
			const dy = Math.round(gys[i] as number);
			const step = dy * width + dx;
			const m = raw[i] as number;
			if (!(m >= (raw[i + step] as number) && m > (raw[i - step] as number))) continue;
			strength[i] = m;
			const angle = Math.atan2(gys[i] as number, gxs[i] as number);
			angleRad[i] = angle < 0 ? angle + Math.PI : angle;
		}
	const present = strength.filter((v) => v > 0);
	return {
		width,
		height,
		strength,
		angleRad,
		oneSideSmooth: smoothSides(strength, width, height, gxs, gys),
		floor: quantile(present, 0.5)
	};
}

const SIDE_PX = 7;
const SIDE_REACH_PX = 3;

/** Mean over a square about each pixel, by running sums. */
function boxMean(values: Float32Array, width: number, height: number, reach: number): Float32Array {
	const sums = new Float64Array((width + 1) * (height + 1));
	for (let y = 0; y < height; y++) {
		let row = 0;
		for (let x = 0; x < width; x++) {
			row += values[y * width + x] as number;
			sums[(y + 1) * (width + 1) + x + 1] = (sums[y * (width + 1) + x + 1] as number) + row;
		}
	}
	const out = new Float32Array(width * height);
	for (let y = 0; y < height; y++) {
		const y0 = Math.max(0, y - reach);
		const y1 = Math.min(height, y + reach + 1);
		const above = y0 * (width + 1);
		const below = y1 * (width + 1);
		for (let x = 0; x < width; x++) {
			const x0 = Math.max(0, x - reach);
			const x1 = Math.min(width, x + reach + 1);
			const sum =
				(sums[below + x1] as number) -
				(sums[above + x1] as number) -
				(sums[below + x0] as number) +
				(sums[above + x0] as number);
			out[y * width + x] = sum / ((x1 - x0) * (y1 - y0));
		}
	}
	return out;
}

function smoothSides(
	strength: Float32Array,
	width: number,
	height: number,
	nx: Float32Array,
	ny: Float32Array
): Float32Array {
	const rough = boxMean(strength, width, height, SIDE_REACH_PX);
	const at = (x: number, y: number): number =>
		rough[Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))] as number;
	const out = new Float32Array(width * height);
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) {
			const i = y * width + x;
			const m = strength[i] as number;
			if (m === 0) continue;
			const dx = Math.round((nx[i] as number) * SIDE_PX);
			const dy = Math.round((ny[i] as number) * SIDE_PX);
			out[i] = Math.max(0, 1 - (6 * Math.min(at(x + dx, y + dy), at(x - dx, y - dy))) / m);
		}
	return out;
}
