import { CoreError, problemOf, type Problem } from '../core/errors/index.js';
import {
	checkPicture,
	locateSheet,
	readLocated,
	readSheet,
	type Picture,
	type Quad,
	type ReadLine,
	type SheetName
} from '../core/photo/index.js';

export interface SheetRequest {
	readonly id: number;
	readonly file: File;
	readonly sheet: SheetName;
	/** Corners set by hand, in picture px; found when absent. */
	readonly corners?: Quad;
}

export type SheetAnswer =
	| { readonly id: number; readonly status: 'progress'; readonly share: number }
	| {
			readonly id: number;
			readonly status: 'read';
			readonly line: ReadLine;
			readonly width: number;
			readonly height: number;
	  }
	| { readonly id: number; readonly status: 'refused'; readonly problem: Problem };

const LARGEST_BYTES = 64 * 1024 * 1024;

/** Decodes upright, as the browser does. Throws `not-an-image`, `too-large`, `picture-too-large`. */
async function decode(file: File): Promise<Picture> {
	if (file.size > LARGEST_BYTES) throw new CoreError('too-large', { limitMb: 64 });
	const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
		throw new CoreError('not-an-image');
	});
	const { width, height } = bitmap;
	try {
		checkPicture({ width, height });
		const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
		if (!context) throw new CoreError('not-an-image');
		context.drawImage(bitmap, 0, 0);
		return { width, height, rgba: context.getImageData(0, 0, width, height).data };
	} finally {
		bitmap.close();
	}
}

/** With corners set by hand the sheet's own doubts fall away; the picture's sharpness is still measured. */
function readWithCorners(picture: Picture, corners: Quad, sheet: SheetName): ReadLine {
	const seen = (() => {
		try {
			return locateSheet(picture);
		} catch {
			return { risePx: 0, facetScale: 1 };
		}
	})();
	const facts = {
		leastSupport: 1,
		paperness: 1,
		lead: 1,
		straightnessPx: 0,
		risePx: seen.risePx,
		facetScale: seen.facetScale
	};
	return readLocated(picture, corners, sheet, facts);
}

self.onmessage = async ({ data }: MessageEvent<SheetRequest>) => {
	const { id, file, sheet, corners } = data;
	const answer = (a: SheetAnswer) => self.postMessage(a);
	try {
		const picture = await decode(file);
		const line = corners
			? readWithCorners(picture, corners, sheet)
			: readSheet(picture, sheet, (share) => answer({ id, status: 'progress', share }));
		answer({ id, status: 'read', line, width: picture.width, height: picture.height });
	} catch (error) {
		answer({ id, status: 'refused', problem: problemOf(error) });
	}
};
