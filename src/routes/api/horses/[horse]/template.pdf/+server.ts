import { consensusCurve } from '$core/curve/index.js';
import { parseDay } from '$core/units/index.js';
import { answerPage, download, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { tracingsOfDay } from '$lib/server/records/index.js';
import { cardTemplate } from '$lib/server/print/index.js';
import type { RequestHandler } from './$types.js';

/** Card templates of one day's cuts at 1:1: `?on=YYYY-MM-DD`. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerPage(async () => {
		const day = parseDay(url.searchParams.get('on') ?? '');
		const { horse, tracings } = await tracingsOfDay(app().db, locals.scope, parseId(params.horse), day);
		const cuts = [...new Set(tracings.map((t) => t.station))].flatMap((station) => {
			const curve = consensusCurve(tracings.filter((t) => t.station === station).map((t) => t.curve));
			return curve ? [{ station, curve }] : [];
		});
		return download(await cardTemplate(horse.name, day, cuts), 'application/pdf', `${horse.name}-${day}.pdf`);
	});
