import { handBesideSeat, handHistory } from '$core/reading/index.js';
import { undersideServiced } from '$core/setup/index.js';
import { answerJson, parsePairingDay } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findFitDaySeat, findFitted, findHand, listServices, listVisitFields } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** The saddle as it fitted on the back of a day: `?pairing=ID&on=YYYY-MM-DD`, with the person's own fingers. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerJson(async () => {
		const { db } = app();
		const { horseId, pairingId, on } = parsePairingDay(params.horse, url);
		const { horse, mark, pairing } = await findFitted(db, locals.scope, horseId, pairingId, on);
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
