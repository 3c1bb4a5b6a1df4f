import { answerJson, BOUNDS, parseId, parseJson, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { listEarlier, restoreEarlier } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Earlier versions of a visit, newest first. */
export const GET: RequestHandler = ({ params, locals }) =>
	answerJson(() => listEarlier(app().db, locals.scope, parseId(params.visit)));

/** Puts one of them in the place of the present one: `{"version", "from"}`. */
export const POST: RequestHandler = ({ params, request, locals }) =>
	answerJson(async () => {
		const asked = await parseJson(request, locals.scope, BOUNDS.small, schemas.earlier);
		return restoreEarlier(app().db, locals.scope, parseId(params.visit), asked);
	});
