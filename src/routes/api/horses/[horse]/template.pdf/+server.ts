import { parseDay } from '$core/units/index.js';
import { answerPage, download, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { cutsOfDay } from '$lib/server/records/index.js';
import { makeExport } from '$lib/server/print/index.js';
import type { RequestHandler } from './$types.js';

const NOTE = 'near (left) end on this side. 1:1, mean of the repeats.';

/** Card templates of one day's cuts at 1:1: `?on=YYYY-MM-DD`. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerPage(async () => {
		const day = parseDay(url.searchParams.get('on') ?? '');
		const { horse, cuts } = await cutsOfDay(app().db, locals.scope, parseId(params.horse), day);
		return download(
			await makeExport('cards', `${horse.name}, ${day}`, NOTE, cuts),
			'application/pdf',
			`${horse.name}-${day}.pdf`
		);
	});
