import { CoreError } from '$core/errors/index.js';
import { answerJson, BOUNDS, parseId, parseJson, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { putRide, setRideUndone } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Logs a ride or a change; the same again answers `unchanged`. */
export const PUT: RequestHandler = ({ params, request, locals }) =>
	answerJson(async () => {
		const input = await parseJson(request, locals.scope, BOUNDS.ride, schemas.ride);
		if (input.id !== parseId(params.ride))
			throw new CoreError('bad-input', { detail: 'The id in the address and in the ride differ.' });
		return { outcome: await putRide(app().db, locals.scope, input), stored: [input.id] };
	});

/** Takes a line of the log back; it can be put in again. */
export const DELETE: RequestHandler = ({ params, locals }) =>
	answerJson(() => setRideUndone(app().db, locals.scope, parseId(params.ride), true));

/** Puts a line in again that was taken back. */
export const POST: RequestHandler = ({ params, locals }) =>
	answerJson(() => setRideUndone(app().db, locals.scope, parseId(params.ride), false));
