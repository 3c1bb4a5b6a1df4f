import { answerPage, download, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { makeExport } from '$lib/server/print/index.js';
import { findHorse, listTracings } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

export const GET: RequestHandler = ({ params, locals }) =>
	answerPage(async () => {
		const { db } = app();
		const horse = await findHorse(db, locals.scope, parseId(params.horse));
		return download(await makeExport('csv', await listTracings(db, horse.id)), 'text/csv', `${horse.name}-points.csv`);
	});
