import { CoreError } from '$core/errors/index.js';
import { answerJson, parseId, parseJson, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { putRide, undoRide } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Logs a ride or a change; the same again answers `unchanged`. */
export const PUT: RequestHandler = ({ params, request, locals }) =>
	answerJson(async () => {
		const input = await parseJson(request, schemas.ride);
		if (input.id !== parseId(params.ride))
			throw new CoreError('bad-input', { detail: 'The id in the address and in the ride differ.' });
		return { outcome: await putRide(app().db, locals.scope, input) };
	});

export const DELETE: RequestHandler = ({ params, locals }) =>
	answerJson(() => undoRide(app().db, locals.scope, parseId(params.ride)));
