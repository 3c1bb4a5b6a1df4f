import { answerPage, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHorse, listPairings, listRides, mustWrite } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, params }) =>
	answerPage(async () => {
		const { db } = app();
		const horse = await findHorse(db, locals.scope, parseId(params.horse));
		mustWrite(locals.scope, horse.yardId);
		const pairings = await listPairings(db, locals.scope, horse.id);
		const rides = (await listRides(db, horse.id)).slice(0, 30);
		return {
			horse: { id: horse.id, name: horse.name },
			saddles: pairings.map((p) => ({ id: p.saddleId, name: p.saddleName })),
			rides: rides.map(({ id, riddenOn, saddleId, pad, seen, atTime, changes }) => ({
				id,
				riddenOn,
				saddleId,
				pad,
				seen,
				atTime,
				changes
			}))
		};
	});
