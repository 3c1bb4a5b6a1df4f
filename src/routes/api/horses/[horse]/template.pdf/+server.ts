import { consensusCurve } from '$core/curve/index.js';
import { CoreError } from '$core/errors/index.js';
import { parseDay } from '$core/units/index.js';
import { answerPage, download, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHorse, listTracings } from '$lib/server/records/index.js';
import { cardTemplate } from '$lib/server/print/index.js';
import type { RequestHandler } from './$types.js';

/** Card templates of one day's cuts at 1:1: `?on=YYYY-MM-DD`. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerPage(async () => {
		const { db } = app();
		const horse = await findHorse(db, locals.scope, parseId(params.horse));
		const day = parseDay(url.searchParams.get('on') ?? '');
		const tracings = await listTracings(db, horse.id, [day]);
		const cuts = [...new Set(tracings.map((t) => t.station))].flatMap((station) => {
			const curve = consensusCurve(tracings.filter((t) => t.station === station).map((t) => t.curve));
			return curve ? [{ station, curve }] : [];
		});
		if (cuts.length === 0) throw new CoreError('not-found');
		return download(await cardTemplate(horse.name, day, cuts), 'application/pdf', `${horse.name}-${day}.pdf`);
	});
