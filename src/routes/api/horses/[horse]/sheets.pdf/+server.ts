import { answerPage, download, parseFields, parseId, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHorse } from '$lib/server/records/index.js';
import { tracingSheets } from '$lib/server/print/index.js';
import type { RequestHandler } from './$types.js';

/** Sheets to trace on, true to scale: `?size=a3|tabloid`. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerPage(async () => {
		const { size } = parseFields(url.searchParams, schemas.printedSheet);
		const horse = await findHorse(app().db, locals.scope, parseId(params.horse));
		return download(await tracingSheets(horse.name, size), 'application/pdf', `${horse.name}-sheets-${size}.pdf`);
	});
