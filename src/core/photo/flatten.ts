import { runningLeast, runningMost } from './extremes.js';
import { chain, distance, type Quad } from './geometry.js';
import { blur, makeRaster, type Picture, type Raster } from './raster.js';
import { SHEETS, type SheetName } from './sheets.js';
import { bend, cornersOf, type View } from './view.js';

/** The sheet seen straight on: darkness of ink over paper as a logarithm, 0 on bare paper. */
export interface FlatSheet {
	readonly ink: Raster;
	readonly pxPerMm: number;
}

/** Blue ink is dark in red light, pencil in all; blue light is noisiest. */
const greyAt = (rgba: Picture['rgba'], i: number): number =>
	0.5 * (rgba[i] as number) + 0.35 * (rgba[i + 1] as number) + 0.15 * (rgba[i + 2] as number);
/** Grey between four pixels, inside the picture. */
function greyBetween(rgba: Picture['rgba'], width: number, u: number, v: number): number {
	const [x0, y0] = [Math.floor(u), Math.floor(v)];
	const [fx, fy] = [u - x0, v - y0];
	const i = (y0 * width + x0) * 4;
	const j = i + width * 4;
	const top = greyAt(rgba, i) * (1 - fx) + greyAt(rgba, i + 4) * fx;
	const low = greyAt(rgba, j) * (1 - fx) + greyAt(rgba, j + 4) * fx;
	return top * (1 - fy) + low * fy;
}

type Eight = readonly [number, number, number, number, number, number, number, number];
const LARGEST_LINE_MM = 3;

/** Log brightness of the sheet, seen straight on. */
function warp({ width, height, rgba }: Picture, view: View, w: number, hgt: number, perPx: number): Raster {
	const [a, b, c, d, e, f, g, h] = view.projection as readonly number[] as Eight;
	const { lens } = view;
	const out = makeRaster(w, hgt);
	// Where the picture holds more than the flat sheet does, four places of each pixel are looked at.
	const aside = perPx > 1.4 ? [-0.25, 0.25] : [0];
	const count = aside.length * aside.length;
	for (let y = 0; y < hgt; y++)
		for (let x = 0; x < w; x++) {
			let s = 0;
			for (const up of aside)
				for (const left of aside) {
					const px = x + left;
					const py = y + up;
					const q = g * px + h * py + 1;
					let u = (a * px + b * py + c) / q;
					let v = (d * px + e * py + f) / q;
					if (lens) [u, v] = bend(lens, [u, v]);
					s += greyBetween(
						rgba,
						width,
						Math.min(width - 1.001, Math.max(0, u)),
						Math.min(height - 1.001, Math.max(0, v))
					);
				}
			out.data[y * w + x] = Math.log(s / count + 4);
		}
	return out;
}

/** Ink over the paper next to it: shadows and slow shading drop out, thin lines stay. */
function inkOf(light: Raster, pxPerMm: number): Raster {
	const reach = Math.max(2, Math.round((LARGEST_LINE_MM * pxPerMm) / 2) + 2);
	const soft = blur(light, 0.6);
	const paper = blur(runningLeast(runningMost(soft, reach), reach), 0.8 * pxPerMm);
	const ink = makeRaster(light.width, light.height);
	for (let i = 0; i < ink.data.length; i++)
		ink.data[i] = Math.max(-0.05, (paper.data[i] as number) - (light.data[i] as number));
	return ink;
}

/** Pixels a mm that the picture itself holds, at the sheet's corners' mean. */
export function pictureScale(corners: Quad, { longMm }: { longMm: number }): number {
	return (distance(corners[0], corners[1]) + distance(corners[2], corners[3])) / (2 * longMm);
}

/** Lays the sheet flat, its long side across. */
export function flattenSheet(picture: Picture, view: View, sheet: SheetName): FlatSheet {
	const { longMm, shortMm } = SHEETS[sheet];
	const scale = pictureScale(cornersOf(view, sheet), SHEETS[sheet]);
	const pxPerMm = Math.min(3, Math.max(2, Math.round(scale * 2) / 2));
	const [w, h] = [Math.round(longMm * pxPerMm), Math.round(shortMm * pxPerMm)];
	// Flat pixel centres lie half a pixel in from the sheet's edge.
	const toMm = [1 / pxPerMm, 0, 0.5 / pxPerMm, 0, 1 / pxPerMm, 0.5 / pxPerMm, 0, 0, 1];
	const fromFlat: View = { ...view, projection: chain(view.projection, toMm) };
	return { ink: inkOf(warp(picture, fromFlat, w, h, scale / pxPerMm), pxPerMm), pxPerMm };
}
