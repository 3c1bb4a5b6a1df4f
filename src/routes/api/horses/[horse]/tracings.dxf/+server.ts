import { CoreError } from '$core/errors/index.js';
import { writeDxf } from '$core/formats/index.js';
import { parseDay } from '$core/units/index.js';
import { answerPage, download, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHorse, listTracings } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** All tracings of one day as DXF R12 in mm: `?on=YYYY-MM-DD`. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerPage(async () => {
		const { db } = app();
		const horse = await findHorse(db, locals.scope, parseId(params.horse));
		const day = parseDay(url.searchParams.get('on') ?? '');
		const tracings = await listTracings(db, horse.id, [day]);
		if (tracings.length === 0) throw new CoreError('not-found');
		return download(writeDxf(tracings), 'image/vnd.dxf', `${horse.name}-${day}.dxf`);
	});
