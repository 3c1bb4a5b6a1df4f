/** Longest edge of a kept photo, px. */
const LONGEST_PX = 2000;
/** A larger file is not opened at all: a phone would run out of memory. */
export const LARGEST_FILE_BYTES = 60 * 1024 * 1024;

export type ShrunkPhoto =
	| { readonly status: 'ready'; readonly bytes: ArrayBuffer; readonly mediaType: 'image/jpeg' }
	| { readonly status: 'refused'; readonly message: string };

/**
 * A picture made small enough to keep and send, upright and without what the camera wrote into it
 * (place, device). Refuses what is no picture or far too large.
 */
export async function shrinkPhoto(file: File, longestPx = LONGEST_PX): Promise<ShrunkPhoto> {
	if (file.size > LARGEST_FILE_BYTES)
		return {
			status: 'refused',
			message: `${file.name} is larger than 60 MB. Take it anew with the camera’s usual size.`
		};
	try {
		const picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
		const scale = Math.min(1, longestPx / Math.max(picture.width, picture.height));
		const canvas = document.createElement('canvas');
		canvas.width = Math.max(1, Math.round(picture.width * scale));
		canvas.height = Math.max(1, Math.round(picture.height * scale));
		canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
		picture.close();
		const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', 0.82));
		if (!blob) throw new Error('no blob');
		return { status: 'ready', bytes: await blob.arrayBuffer(), mediaType: 'image/jpeg' };
	} catch {
		return { status: 'refused', message: `${file.name} is not a picture that can be opened. Use JPEG, PNG or WebP.` };
	}
}
