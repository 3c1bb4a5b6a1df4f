import sharp from 'sharp';

const LONGEST_PX = 900;

/** A picture as large as a report shows it, upright, without anything said beside it (place, camera). */
export async function smallJpeg(bytes: Uint8Array): Promise<Uint8Array> {
	const jpeg = await sharp(bytes)
		.rotate()
		.resize(LONGEST_PX, LONGEST_PX, { fit: 'inside' })
		.jpeg({ quality: 82 })
		.toBuffer();
	return new Uint8Array(jpeg);
}
