import { answerJson, BOUNDS, mustGiveBars, parseId, parseJson, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { putSaddleShape } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Keeps a saddle's own shape, or takes it away. */
export const PUT: RequestHandler = ({ params, request, locals }) =>
	answerJson(async () => {
		const edit = await parseJson(request, locals.scope, BOUNDS.saddleShape, schemas.saddleShape);
		if (edit.measures) mustGiveBars(edit.measures);
		const { version, measures } = await putSaddleShape(app().db, locals.scope, parseId(params.saddle), edit);
		return { version, measures };
	});
