import { answerJson, plainTracings, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHorse, listNeighbours, listTracings } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** All tracings of a horse that stand, and its neighbours' backs as last traced: what a visit is held against before it is kept. */
export const GET: RequestHandler = ({ params, locals }) =>
	answerJson(async () => {
		const { db } = app();
		const horse = await findHorse(db, locals.scope, parseId(params.horse));
		const neighbours = await listNeighbours(db, locals.scope, horse);
		return {
			tracings: plainTracings(await listTracings(db, horse.id)),
			neighbours: neighbours.map((n) => ({ ...n, tracings: plainTracings(n.tracings) }))
		};
	});
