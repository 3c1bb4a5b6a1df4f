import { CoreError } from '$core/errors/index.js';
import { limitsOfOwn } from '$core/call/index.js';
import { LIMITS } from '$core/change/index.js';
import { handBesideSeat, handHistory } from '$core/reading/index.js';
import { undersideServiced } from '$core/setup/index.js';
import { parseDay } from '$core/units/index.js';
import { answerJson, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findFitDaySeat, findHand, findHorsePage, listServices, listVisitFields } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** The saddle as it fitted on the back of a day: `?pairing=ID&on=YYYY-MM-DD`, with the person's own fingers. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerJson(async () => {
		const { db } = app();
		const on = parseDay(url.searchParams.get('on') ?? '');
		const pairingId = parseId(url.searchParams.get('pairing') ?? '');
		const { horse, marks, pairings, may } = await findHorsePage(db, locals.scope, parseId(params.horse));
		const mark = marks.filter((m) => m.pairingId === pairingId && m.fittedOn <= on).at(-1);
		const pairing = pairings.find((p) => p.id === pairingId);
		if (!mark || !pairing) throw new CoreError('not-found');
		const [seat, fingers] = await Promise.all([
			findFitDaySeat(db, horse, mark.fittedOn, on),
			findHand(db, locals.scope)
		]);
		const visits = await listVisitFields(db, horse.id);
		const services = (await listServices(db, pairing.saddleId)).filter((s) => !s.undone);
		const usual = LIMITS[pairing.school];
		return {
			seat,
			fingers,
			hand: handBesideSeat(handHistory(visits, pairingId), seat) ?? null,
			serviced: undersideServiced(services, mark.fittedOn, on) ?? null,
			choice: {
				pairingId,
				lead: pairing.limitsLead,
				own: limitsOfOwn(seat.limits, usual),
				usual,
				may: may.includes('mark')
			}
		};
	});
