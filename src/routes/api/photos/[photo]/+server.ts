import { fileTypeFromBuffer } from 'file-type';
import { CoreError } from '$core/errors/index.js';
import { answerJson, answerPage, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findPhoto, PHOTO_KINDS, putPhoto } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

const LARGEST_BYTES = 16 * 1024 * 1024;
const MEDIA = ['image/jpeg', 'image/png', 'image/webp'] as const;

async function readPicture(request: Request): Promise<{ bytes: Buffer; mediaType: (typeof MEDIA)[number] }> {
	if (Number(request.headers.get('content-length') ?? 0) > LARGEST_BYTES)
		throw new CoreError('too-large', { limitMb: 16 });
	const bytes = Buffer.from(await request.arrayBuffer());
	if (bytes.length > LARGEST_BYTES) throw new CoreError('too-large', { limitMb: 16 });
	const found = await fileTypeFromBuffer(bytes);
	const mediaType = MEDIA.find((m) => m === found?.mime);
	if (!mediaType) throw new CoreError('not-an-image');
	return { bytes, mediaType };
}

export const PUT: RequestHandler = ({ params, request, url, locals }) =>
	answerJson(async () => {
		const visitId = parseId(url.searchParams.get('visit') ?? undefined);
		const asked = url.searchParams.get('kind') ?? 'other';
		const kind = PHOTO_KINDS.find((k) => k === asked);
		if (!kind) throw new CoreError('photo-kind', { kind: asked.slice(0, 40) });
		await putPhoto(app().db, locals.scope, {
			id: parseId(params.photo),
			visitId,
			kind,
			...(await readPicture(request))
		});
	});

export const GET: RequestHandler = ({ params, locals }) =>
	answerPage(async () => {
		const photo = await findPhoto(app().db, locals.scope, parseId(params.photo));
		return new Response(new Uint8Array(photo.bytes), {
			headers: {
				'content-type': photo.mediaType,
				'cache-control': 'private, max-age=31536000, immutable',
				etag: `"${photo.sha256}"`
			}
		});
	});
