import { CoreError } from '$core/errors/index.js';
import { handBesideSeat, handHistory } from '$core/reading/index.js';
import { parseDay } from '$core/units/index.js';
import { answerJson, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findFitDaySeat, findHand, findHorsePage, listVisitFields } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** The saddle as it fitted on the back of a day: `?pairing=ID&on=YYYY-MM-DD`, with the person's own fingers. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerJson(async () => {
		const { db } = app();
		const on = parseDay(url.searchParams.get('on') ?? '');
		const pairingId = parseId(url.searchParams.get('pairing') ?? '');
		const { horse, marks } = await findHorsePage(db, locals.scope, parseId(params.horse));
		const mark = marks.filter((m) => m.pairingId === pairingId && m.fittedOn <= on).at(-1);
		if (!mark) throw new CoreError('not-found');
		const [seat, fingers] = await Promise.all([
			findFitDaySeat(db, horse, mark.fittedOn, on),
			findHand(db, locals.scope)
		]);
		const visits = await listVisitFields(db, horse.id);
		return { seat, fingers, hand: handBesideSeat(handHistory(visits, pairingId), seat) ?? null };
	});
