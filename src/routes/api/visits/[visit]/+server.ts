import { answerJson, parseId, parseVisit } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { putVisit, setVisitUndone } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Writes a visit whole. Idempotent: the same body again answers `unchanged`; an edit names the version it started from. */
export const PUT: RequestHandler = ({ params, request, locals }) =>
	answerJson(async () => {
		const input = await parseVisit(request, locals.scope, params.visit);
		return { ...(await putVisit(app().db, locals.scope, input, locals.person?.name)), stored: [input.id] };
	});

/** Takes a visit back; it can be put in again. */
export const DELETE: RequestHandler = ({ params, locals }) =>
	answerJson(() => setVisitUndone(app().db, locals.scope, parseId(params.visit), true));

/** Puts a visit in again that was taken back. */
export const POST: RequestHandler = ({ params, locals }) =>
	answerJson(() => setVisitUndone(app().db, locals.scope, parseId(params.visit), false));
