import { CoreError } from '$core/errors/index.js';
import { answerJson, answerPage, BOUNDS, parseId, readBytes } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { cleanPicture } from '$lib/server/pictures/cleanPicture.js';
import {
	findPhoto,
	mustWriteSomewhere,
	putPhoto,
	SADDLE_PHOTO_KINDS,
	VISIT_PHOTO_KINDS
} from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

export const PUT: RequestHandler = ({ params, request, url, locals }) =>
	answerJson(async () => {
		mustWriteSomewhere(locals.scope);
		const saddle = url.searchParams.get('saddle');
		const asked = url.searchParams.get('kind') ?? 'other';
		const kind = (saddle === null ? VISIT_PHOTO_KINDS : SADDLE_PHOTO_KINDS).find((k) => k === asked);
		if (!kind) throw new CoreError('photo-kind', { kind: asked.slice(0, 40) });
		const id = parseId(params.photo);
		await putPhoto(app().db, locals.scope, {
			id,
			of:
				saddle === null
					? { visitId: parseId(url.searchParams.get('visit') ?? undefined) }
					: { saddleId: parseId(saddle) },
			kind,
			...(await cleanPicture(await readBytes(request, BOUNDS.photo.bytes)))
		});
		return { stored: [id] };
	});

/** Asked again each time, since who may see it can change; a browser that has it is told so in a few bytes. */
export const GET: RequestHandler = ({ params, request, locals }) =>
	answerPage(async () => {
		const photo = await findPhoto(app().db, locals.scope, parseId(params.photo));
		const etag = `"${photo.sha256}"`;
		if (request.headers.get('if-none-match') === etag)
			return new Response(null, { status: 304, headers: { etag, 'cache-control': 'private, no-cache' } });
		return new Response(new Uint8Array(photo.bytes), {
			headers: {
				'content-type': photo.mediaType,
				'cache-control': 'private, no-cache',
				etag
			}
		});
	});
