import { parseDay } from '$core/units/index.js';
import { answerPage, download, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { makeExport } from '$lib/server/print/index.js';
import { tracingsOfDay } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** All tracings of one day, 1:1 in mm: `?on=YYYY-MM-DD`. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerPage(async () => {
		const day = parseDay(url.searchParams.get('on') ?? '');
		const { horse, tracings } = await tracingsOfDay(app().db, locals.scope, parseId(params.horse), day);
		return download(await makeExport('svg', tracings), 'image/svg+xml', `${horse.name}-${day}.svg`);
	});
