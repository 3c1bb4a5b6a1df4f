import { answerJson, BOUNDS, parseId, parseJson, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { moveVisit } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Moves a visit to another horse of its yard: `{"horseId"}`. */
export const PUT: RequestHandler = ({ params, request, locals }) =>
	answerJson(async () => {
		const { horseId } = await parseJson(request, locals.scope, BOUNDS.small, schemas.move);
		await moveVisit(app().db, locals.scope, parseId(params.visit), horseId);
	});
