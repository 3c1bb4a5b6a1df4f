import { parseDay } from '$core/units/index.js';
import { answerPage, download, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { makeExport } from '$lib/server/print/index.js';
import { cutsOfDay } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** The back of one day between its cuts, as STL in mm: `?on=YYYY-MM-DD`. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerPage(async () => {
		const day = parseDay(url.searchParams.get('on') ?? '');
		const { horse, cuts } = await cutsOfDay(app().db, locals.scope, parseId(params.horse), day);
		return download(await makeExport('stl', cuts), 'model/stl', `${horse.name}-${day}.stl`);
	});
