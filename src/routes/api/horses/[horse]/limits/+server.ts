import { limitsOfOwn } from '$core/call/index.js';
import { LIMITS } from '$core/change/index.js';
import { parseDay } from '$core/units/index.js';
import { answerJson, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findFitted, findOwnLimits } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** What the saddle that fits by a day bears, and which limits lead its call: `?pairing=ID&on=YYYY-MM-DD`. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerJson(async () => {
		const { db } = app();
		const on = parseDay(url.searchParams.get('on') ?? '');
		const pairingId = parseId(url.searchParams.get('pairing') ?? '');
		const { horse, mark, pairing, may } = await findFitted(db, locals.scope, parseId(params.horse), pairingId, on);
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
