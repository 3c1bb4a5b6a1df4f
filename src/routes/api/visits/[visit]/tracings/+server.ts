import { answerJson, parseVisit } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { addTracings } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Adds tracings to a visit, or begins it with them. The same again answers `unchanged`. */
export const POST: RequestHandler = ({ params, request, locals }) =>
	answerJson(async () => {
		const input = await parseVisit(request, params.visit);
		return { outcome: await addTracings(app().db, locals.scope, input) };
	});
