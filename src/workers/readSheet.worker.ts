import workerpool from 'workerpool';
import { CoreError, problemOf, type Problem } from '../core/errors/index.js';
import {
	checkPicture,
	findCode,
	locateSheet,
	PLAINLY_SEEN,
	readLocated,
	readPrinted,
	readSheet,
	readWiped,
	snapStroke,
	type Picture,
	type Point,
	type Quad,
	type ReadLine,
	type SheetCode,
	type SheetName,
	type View,
	type Wipe
} from '../core/photo/index.js';

export type SheetRequest = { readonly file: File; readonly sheet: SheetName } & (
	| { readonly ask: 'read'; /** Set by hand, picture px; found when absent. */ readonly corners?: Quad }
	| { readonly ask: 'wipe'; readonly view: View; readonly wipes: readonly Wipe[]; readonly printed: boolean }
	| { readonly ask: 'snap'; readonly view: View; readonly stroke: readonly Point[] }
);

export type SheetAnswer =
	| {
			readonly status: 'read';
			readonly line: ReadLine;
			/** What one of our own sheets says about itself. */
			readonly code?: SheetCode;
			readonly width: number;
			readonly height: number;
	  }
	| { readonly status: 'snapped'; readonly stroke: readonly Point[] }
	| { readonly status: 'refused'; readonly problem: Problem };

/** Every picture is looked at for our code, at a size where that costs a tenth of a second. */
const CODE_PX = 1400;
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
			return PLAINLY_SEEN;
		}
	})();
	const facts = { ...PLAINLY_SEEN, risePx: seen.risePx, facetScale: seen.facetScale };
	return readLocated(picture, corners, sheet, facts);
}

async function answerTo(request: SheetRequest, progress: (share: number) => void): Promise<SheetAnswer> {
	const { sheet } = request;
	const picture = await decode(request.file);
	const { width, height } = picture;
	const read = { status: 'read', width, height } as const;
	if (request.ask === 'snap')
		return { status: 'snapped', stroke: snapStroke(picture, request.view, sheet, request.stroke) };
	if (request.ask === 'wipe')
		return { ...read, line: readWiped(picture, request.view, sheet, request.wipes, request.printed, progress) };
	if (request.corners) return { ...read, line: readWithCorners(picture, request.corners, sheet) };
	const found = findCode(picture, CODE_PX);
	if (!found) return { ...read, line: readSheet(picture, sheet, progress) };
	const line = readPrinted(picture, progress, found);
	return { ...read, line, code: line.code };
}

/** Answers a request; tells the share that is done as events. */
async function sheet(request: SheetRequest): Promise<SheetAnswer> {
	try {
		return await answerTo(request, (share) => workerpool.workerEmit(share));
	} catch (error) {
		return { status: 'refused', problem: problemOf(error) };
	}
}

workerpool.worker({ sheet });
