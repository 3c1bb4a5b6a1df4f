import { answerPage, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHand, findHorse, listPairings, mustWrite, readBefore, treatsHorses } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

/** Nothing here hangs on the visit or the step: the page is kept by the device and opens without a connection. */
export const load: PageServerLoad = ({ locals, params }) =>
	answerPage(async () => {
		const { db } = app();
		const horse = await findHorse(db, locals.scope, parseId(params.horse));
		mustWrite(locals.scope, horse.yardId);
		const [pairings, hand, before] = await Promise.all([
			listPairings(db, locals.scope, horse.id),
			findHand(db, locals.scope),
			readBefore(db, horse)
		]);
		return {
			horse: { id: horse.id, name: horse.name },
			pairings,
			hand,
			before,
			treats: treatsHorses(locals.scope)
		};
	});
