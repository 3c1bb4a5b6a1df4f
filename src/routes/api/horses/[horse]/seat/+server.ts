import { handBesideSeat, handHistory } from '$core/reading/index.js';
import { undersideServiced } from '$core/setup/index.js';
import { parseDay } from '$core/units/index.js';
import { answerJson, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findFitDaySeat, findFitted, findHand, listServices, listVisitFields } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** The saddle as it fitted on the back of a day: `?pairing=ID&on=YYYY-MM-DD`, with the person's own fingers. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerJson(async () => {
		const { db } = app();
		const on = parseDay(url.searchParams.get('on') ?? '');
		const pairingId = parseId(url.searchParams.get('pairing') ?? '');
		const { horse, mark, pairing } = await findFitted(db, locals.scope, parseId(params.horse), pairingId, on);
		const [seat, fingers, visits, services] = await Promise.all([
			findFitDaySeat(db, horse, mark.fittedOn, on),
			findHand(db, locals.scope),
			listVisitFields(db, horse.id),
			listServices(db, pairing.saddleId)
		]);
		return {
			seat,
			fingers,
			hand: handBesideSeat(handHistory(visits, pairingId), seat) ?? null,
			serviced:
				undersideServiced(
					services.filter((s) => !s.undone),
					mark.fittedOn,
					on
				) ?? null
		};
	});
