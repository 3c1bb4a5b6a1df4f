import jsQR from 'jsqr';
import type { Point, Quad } from './geometry.js';
import type { Picture } from './raster.js';
import { readSheetCode, type SheetCode } from './sheetCode.js';

export interface FoundCode {
	readonly code: SheetCode;
	/** Outer corners of the printed code in the picture, px, in the order of the sheet's own corners. */
	readonly corners: Quad;
}

/** Every nth pixel, averaged over its block. */
function shrink({ width, height, rgba }: Picture, times: number): Picture {
	const [w, h] = [Math.floor(width / times), Math.floor(height / times)];
	const out = new Uint8ClampedArray(w * h * 4);
	const n = times * times;
	for (let y = 0; y < h; y++)
		for (let x = 0; x < w; x++) {
			let [r, g, b] = [0, 0, 0];
			for (let dy = 0; dy < times; dy++) {
				const from = ((y * times + dy) * width + x * times) * 4;
				for (let i = from; i < from + times * 4; i += 4) {
					r += rgba[i] as number;
					g += rgba[i + 1] as number;
					b += rgba[i + 2] as number;
				}
			}
			const o = (y * w + x) * 4;
			out[o] = r / n;
			out[o + 1] = g / n;
			out[o + 2] = b / n;
			out[o + 3] = 255;
		}
	return { width: w, height: h, rgba: out };
}

/** Our own printed code, looked for in the picture shrunk to about `longPx`; undefined when there is none. */
export function findCode(picture: Picture, longPx: number): FoundCode | undefined {
	const times = Math.max(1, Math.round(Math.max(picture.width, picture.height) / longPx));
	const small = shrink(picture, times);
	const found = jsQR(small.rgba as Uint8ClampedArray, small.width, small.height, { inversionAttempts: 'dontInvert' });
	const code = found && readSheetCode(found.data);
	if (!code) return undefined;
	const { topLeftCorner, topRightCorner, bottomRightCorner, bottomLeftCorner } = found.location;
	const corners = [topLeftCorner, topRightCorner, bottomRightCorner, bottomLeftCorner].map(({ x, y }): Point => [
		x * times - 0.5,
		y * times - 0.5
	]);
	return { code, corners: corners as unknown as Quad };
}
