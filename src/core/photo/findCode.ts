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
	for (let y = 0; y < h; y++)
		for (let x = 0; x < w; x++)
			for (let c = 0; c < 4; c++) {
				let s = 0;
				for (let dy = 0; dy < times; dy++)
					for (let dx = 0; dx < times; dx++) s += rgba[((y * times + dy) * width + x * times + dx) * 4 + c] as number;
				out[(y * w + x) * 4 + c] = s / (times * times);
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
