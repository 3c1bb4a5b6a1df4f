import { accountSchemas, answerPage, parseFields, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { smallJpeg } from '$lib/server/pictures/smallJpeg.js';
import { findReport, findReportPhoto } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** A photo of a report, for whoever holds its link and as long as that opens. */
export const GET: RequestHandler = ({ params }) =>
	answerPage(async () => {
		const { db } = app();
		const link = await findReport(db, parseFields([['token', params.token]], accountSchemas.token).token);
		const jpeg = await smallJpeg(await findReportPhoto(db, link, parseId(params.photo)));
		return new Response(new Uint8Array(jpeg), {
			headers: {
				'content-type': 'image/jpeg',
				'cache-control': 'private, max-age=600',
				'x-robots-tag': 'noindex, nofollow'
			}
		});
	});
