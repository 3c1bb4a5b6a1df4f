import { CoreError } from '../core/errors/index.js';
import {
	LARGEST_PIXELS,
	readPrinted,
	readSheet,
	SHEET_NAMES,
	type Picture,
	type SheetName
} from '../core/photo/index.js';

/** Larger files are not opened; no phone makes them. */
const LARGEST_BYTES = 64 * 1024 * 1024;
const KINDS = ['jpeg', 'png', 'webp'];

/** A plain sheet by its size, or `target`: one that we printed, read by its marks and code. */
export type SheetChoice = SheetName | 'target';

export function sheetOf(text: string | undefined, usage: string): SheetChoice {
	const found = [...SHEET_NAMES, 'target' as const].find((s) => s === text);
	if (!found) throw new CoreError('bad-option', { option: '--sheet', usage });
	return found;
}

/** The picture in a file, upright. Throws `not-an-image`, `picture-too-large`, `too-large`. */
async function decode(bytes: Buffer): Promise<Picture> {
	if (bytes.length > LARGEST_BYTES) throw new CoreError('too-large', { limitMb: 64 });
	// Loaded when wanted: the other commands start without it.
	const { default: sharp } = await import('sharp');
	const open = () => sharp(bytes, { limitInputPixels: false, failOn: 'warning' });
	try {
		const { format, width, height } = await open().metadata();
		if (!KINDS.includes(format)) throw new CoreError('not-an-image');
		if (width * height > LARGEST_PIXELS) throw new CoreError('picture-too-large', { width, height });
		const { data, info } = await open()
			.autoOrient()
			.toColourspace('srgb')
			.flatten({ background: '#fff' })
			.ensureAlpha()
			.raw()
			.toBuffer({ resolveWithObject: true });
		return { width: info.width, height: info.height, rgba: data };
	} catch (error) {
		if (error instanceof CoreError) throw error;
		throw new CoreError('not-an-image');
	}
}

const hundredth = (v: number): number => Math.round(v * 100) / 100 + 0;

/** The answer of `zt trace`. */
export async function traceJson(bytes: Buffer, sheet: SheetChoice): Promise<Record<string, unknown>> {
	const picture = await decode(bytes);
	const line = sheet === 'target' ? readPrinted(picture) : readSheet(picture, sheet);
	return {
		points_mm: Array.from(line.xMm, (x, i) => [hundredth(x), hundredth(line.yMm[i] as number)]),
		apex_index: line.apexIndex,
		apex_by: line.apexBy,
		quality: line.quality,
		sheet,
		...('code' in line ? { code: line.code } : {})
	};
}
