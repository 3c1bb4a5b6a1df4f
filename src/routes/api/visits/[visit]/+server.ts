import { CoreError } from '$core/errors/index.js';
import { answerJson, mustHoldCurves, parseId, parseJson, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { putVisit, setVisitUndone } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Writes a visit whole. Idempotent: the same body again answers `unchanged`. */
export const PUT: RequestHandler = ({ params, request, locals }) =>
	answerJson(async () => {
		const input = mustHoldCurves(await parseJson(request, schemas.visit));
		if (input.id !== parseId(params.visit))
			throw new CoreError('bad-input', { detail: 'The id in the address and in the visit differ.' });
		return { outcome: await putVisit(app().db, locals.scope, input) };
	});

/** Takes a visit back; it can be put in again. */
export const DELETE: RequestHandler = ({ params, locals }) =>
	answerJson(() => setVisitUndone(app().db, locals.scope, parseId(params.visit), true));

/** Puts a visit in again that was taken back. */
export const POST: RequestHandler = ({ params, locals }) =>
	answerJson(() => setVisitUndone(app().db, locals.scope, parseId(params.visit), false));
