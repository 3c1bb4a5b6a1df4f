import { limitsOfOwn } from '$core/call/index.js';
import { LIMITS } from '$core/change/index.js';
import { answerJson, parsePairingDay } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findFitted, findOwnLimits } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** What the saddle that fits by a day bears, and which limits lead its call: `?pairing=ID&on=YYYY-MM-DD`. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerJson(async () => {
		const { db } = app();
		const { horseId, pairingId, on } = parsePairingDay(params.horse, url);
		const { horse, mark, pairing, may } = await findFitted(db, locals.scope, horseId, pairingId, on);
		const limits = await findOwnLimits(db, horse, mark.fittedOn);
		const usual = LIMITS[pairing.school];
		return {
			limits,
			choice: {
				pairingId,
				lead: pairing.limitsLead,
				own: limitsOfOwn(limits, usual),
				usual,
				may: may.includes('mark')
			}
		};
	});
