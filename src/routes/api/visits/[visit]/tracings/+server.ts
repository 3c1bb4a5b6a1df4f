import { answerJson, parseId, parseVisit } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { addTracings, findTracedVisit, findVisit } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Adds tracings to a visit, or begins it with them. The same again answers `unchanged`. */
export const POST: RequestHandler = ({ params, request, locals }) =>
	answerJson(async () => {
		const input = await parseVisit(request, locals.scope, params.visit);
		return { ...(await addTracings(app().db, locals.scope, input, locals.person?.name)), stored: [input.id] };
	});

/** A visit's tracings with the version an edit of them starts from. */
export const GET: RequestHandler = ({ params, locals }) =>
	answerJson(async () => {
		const { db } = app();
		const visit = await findVisit(db, locals.scope, parseId(params.visit));
		return findTracedVisit(db, locals.scope, visit.horseId, visit.id);
	});
