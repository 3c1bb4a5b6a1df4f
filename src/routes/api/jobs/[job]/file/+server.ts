import { answerPage, download, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findJobFile } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** The file that was made, for whoever asked for it. */
export const GET: RequestHandler = ({ params, locals }) =>
	answerPage(async () => {
		const { bytes, mediaType, name } = await findJobFile(app().db, locals.scope, parseId(params.job));
		return download(bytes, mediaType, name);
	});
