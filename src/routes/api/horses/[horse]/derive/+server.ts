import { answerJson, parsePairingDay } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { deriveAgain, findHorsePage } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Judges the shape of a past day anew and says whether it is the call on record: `?pairing=ID&on=YYYY-MM-DD`. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerJson(async () => {
		const { db } = app();
		const { horseId, pairingId, on } = parsePairingDay(params.horse, url);
		const { horse } = await findHorsePage(db, locals.scope, horseId);
		return deriveAgain(db, horse, pairingId, on);
	});
