import { CoreError } from '$core/errors/index.js';
import { answerJson, mustHoldCurves, parseId, parseJson, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { addTracings } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Adds tracings to a visit, or begins it with them. The same again answers `unchanged`. */
export const POST: RequestHandler = ({ params, request, locals }) =>
	answerJson(async () => {
		const input = mustHoldCurves(await parseJson(request, schemas.visit));
		if (input.id !== parseId(params.visit))
			throw new CoreError('bad-input', { detail: 'The id in the address and in the visit differ.' });
		return { outcome: await addTracings(app().db, locals.scope, input) };
	});
