import { parseDay } from '$core/units/index.js';
import { answerJson, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { deriveAgain, findHorsePage } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Judges the shape of a past day anew and says whether it is the call on record: `?pairing=ID&on=YYYY-MM-DD`. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerJson(async () => {
		const { db } = app();
		const { horse } = await findHorsePage(db, locals.scope, parseId(params.horse));
		const pairingId = parseId(url.searchParams.get('pairing') ?? '');
		return deriveAgain(db, horse, pairingId, parseDay(url.searchParams.get('on') ?? ''));
	});
