import { createHash } from 'node:crypto';
import sharp, { type Metadata } from 'sharp';
import { CoreError } from '../../../core/errors/index.js';

export interface CleanPicture {
	readonly bytes: Buffer;
	readonly mediaType: 'image/jpeg' | 'image/png' | 'image/webp';
	/** Hash of the picture as it came. */
	readonly originalSha256: string;
}

const MEDIA = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' } as const;
type Format = keyof typeof MEDIA;
const MOST_PIXELS = 60_000_000;
const QUALITY = 90;
/** Pictures are decoded whole: two at a time, whatever comes. */
const AT_ONCE = 2;
let busy = 0;
const waiting: (() => void)[] = [];

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
	if (busy >= AT_ONCE) await new Promise<void>((resolve) => waiting.push(resolve));
	busy++;
	try {
		return await work();
	} finally {
		busy--;
		waiting.shift()?.();
	}
}

/** Written by the camera: where, when, with what. */
const tells = (m: Metadata): boolean =>
	Boolean(m.exif ?? m.xmp ?? m.iptc) || (m.orientation !== undefined && m.orientation !== 1);

async function clean(bytes: Buffer): Promise<CleanPicture> {
	const originalSha256 = createHash('sha256').update(bytes).digest('hex');
	const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
	const about = await picture.metadata();
	const format = about.format as Format;
	if (!(format in MEDIA)) throw new CoreError('not-an-image');
	const mediaType = MEDIA[format];
	if (!tells(about)) {
		// Decoded once all the same: what no program can show is no picture.
		await picture.stats();
		return { bytes, mediaType, originalSha256 };
	}
	const upright = picture.autoOrient();
	const written =
		format === 'png'
			? upright.png()
			: format === 'webp'
				? upright.webp({ quality: QUALITY })
				: upright.jpeg({ quality: QUALITY });
	return { bytes: await written.toBuffer(), mediaType, originalSha256 };
}

/**
 * A picture from outside, decoded within bounds and without what the camera wrote into it, the place above all.
 * Throws `not-an-image`, `picture-too-large`.
 */
export async function cleanPicture(bytes: Buffer): Promise<CleanPicture> {
	return inTurn(async () => {
		try {
			return await clean(bytes);
		} catch (e) {
			if (e instanceof CoreError) throw e;
			if (e instanceof Error && /pixel limit/i.test(e.message)) {
				const { width = 0, height = 0 } = await sharp(bytes, { limitInputPixels: false }).metadata();
				throw new CoreError('picture-too-large', { width, height });
			}
			throw new CoreError('not-an-image');
		}
	});
}
