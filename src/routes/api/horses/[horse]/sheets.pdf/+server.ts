import { v7 as uuidv7 } from 'uuid';
import { answerPage, download, parseFields, parseId, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHorse } from '$lib/server/records/index.js';
import { makeExport } from '$lib/server/print/index.js';
import type { RequestHandler } from './$types.js';

/**
 * Sheets to trace on, true to scale: `?size=a3|tabloid`, cut into pages with `on=a4|letter`. They carry
 * the visit they are for: `visit`, or a new one that begins when the first of them comes back.
 */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerPage(async () => {
		const { size, on, visit } = parseFields(url.searchParams, schemas.printedSheet);
		const horse = await findHorse(app().db, locals.scope, parseId(params.horse));
		const owner = { horseId: horse.id, horse: horse.name, visitId: visit ?? uuidv7() };
		const pdf = on ? await makeExport('tiles', owner, size, on) : await makeExport('sheets', owner, size);
		return download(pdf, 'application/pdf', `${horse.name}-sheets-${size}${on ? `-on-${on}` : ''}.pdf`);
	});
