import { blur, makeRaster, quantile, type Raster } from './raster.js';

/** Second derivatives of the ink, the noise of a ridge made from them being 1. */
export interface Ridges {
	readonly width: number;
	readonly height: number;
	readonly xx: Float32Array;
	readonly xy: Float32Array;
	readonly yy: Float32Array;
}

/** Half the breadth of a pen line, mm. */
const LINE_SIGMA_MM = 0.45;

/** The sheet's own edge and its shadow are no drawing. */
const MARGIN_MM = 4;

function clearMargin(planes: readonly Float32Array[], width: number, height: number, margin: number): void {
	for (const plane of planes) {
		plane.fill(0, 0, margin * width);
		plane.fill(0, (height - margin) * width);
		for (let y = margin; y < height - margin; y++) {
			plane.fill(0, y * width, y * width + margin);
			plane.fill(0, (y + 1) * width - margin, (y + 1) * width);
		}
	}
}

/** Ridges of the ink at the breadth of a pen line, in units of their own noise. */
export function findRidges(ink: Raster, pxPerMm: number): Ridges {
	const { width, height, data } = blur(ink, Math.max(0.8, LINE_SIGMA_MM * pxPerMm));
	const [xx, xy, yy] = [0, 0, 0].map(() => makeRaster(width, height).data) as [
		Float32Array,
		Float32Array,
		Float32Array
	];
	const sampled: number[] = [];
	for (let y = 1; y < height - 1; y++)
		for (let x = 1; x < width - 1; x++) {
			const i = y * width + x;
			const m = data[i] as number;
			xx[i] = 2 * m - (data[i - 1] as number) - (data[i + 1] as number);
			yy[i] = 2 * m - (data[i - width] as number) - (data[i + width] as number);
			xy[i] =
				-(
					(data[i + width + 1] as number) -
					(data[i + width - 1] as number) -
					(data[i - width + 1] as number) +
					(data[i - width - 1] as number)
				) / 4;
			if ((x * 7 + y * 13) % 29 === 0) sampled.push(Math.abs(xx[i] as number), Math.abs(yy[i] as number));
		}
	const noise = Math.max(1e-5, 1.4826 * quantile(sampled, 0.5));
	clearMargin([xx, xy, yy], width, height, Math.round(MARGIN_MM * pxPerMm));
	for (let i = 0; i < xx.length; i++) {
		(xx[i] as number) /= noise;
		(xy[i] as number) /= noise;
		(yy[i] as number) /= noise;
	}
	return { width, height, xx, xy, yy };
}

/** Smaller by a whole number, each pixel the mean of its square. */
export function shrinkBy({ width, height, data }: Raster, times: number): Raster {
	const out = makeRaster(Math.floor(width / times), Math.floor(height / times));
	for (let y = 0; y < out.height; y++)
		for (let x = 0; x < out.width; x++) {
			let s = 0;
			for (let v = 0; v < times; v++)
				for (let u = 0; u < times; u++) s += data[(y * times + v) * width + x * times + u] as number;
			out.data[y * out.width + x] = s / (times * times);
		}
	return out;
}

/** The same sheet with rows and columns exchanged. */
export function transpose({ width, height, xx, xy, yy }: Ridges): Ridges {
	const turn = (a: Float32Array): Float32Array => {
		const out = new Float32Array(a.length);
		for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) out[x * height + y] = a[y * width + x] as number;
		return out;
	};
	return { width: height, height: width, xx: turn(yy), xy: turn(xy), yy: turn(xx) };
}

/** Rasters exchange rows and columns too. */
export function transposeRaster({ width, height, data }: Raster): Raster {
	const out = makeRaster(height, width);
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) out.data[x * height + y] = data[y * width + x] as number;
	return out;
}

/** A copy without what lies within `reachPx` of a line. */
export function without(r: Ridges, xPx: ArrayLike<number>, yPx: ArrayLike<number>, reachPx: number): Ridges {
	const copy = { ...r, xx: r.xx.slice(), xy: r.xy.slice(), yy: r.yy.slice() };
	for (let i = 0; i + 1 < xPx.length; i++) {
		const [x0, y0, x1, y1] = [xPx[i], yPx[i], xPx[i + 1], yPx[i + 1]] as [number, number, number, number];
		const steps = Math.ceil(Math.hypot(x1 - x0, y1 - y0));
		for (let k = 0; k <= steps; k++) {
			const cx = Math.round(x0 + ((x1 - x0) * k) / steps);
			const cy = Math.round(y0 + ((y1 - y0) * k) / steps);
			for (let y = Math.max(0, cy - reachPx); y <= Math.min(r.height - 1, cy + reachPx); y++) {
				const from = y * r.width + Math.max(0, cx - reachPx);
				const to = y * r.width + Math.min(r.width, cx + reachPx + 1);
				for (const plane of [copy.xx, copy.xy, copy.yy]) plane.fill(0, from, to);
			}
		}
	}
	return copy;
}
