import { answerPage } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { listRides, mustWrite } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

const SHOWN = 30;

export const load: PageServerLoad = ({ locals, parent }) =>
	answerPage(async () => {
		const { horse, pairings } = await parent();
		mustWrite(locals.scope, horse.yardId);
		const rides = (await listRides(app().db, horse.id)).slice(0, SHOWN);
		return {
			saddles: pairings.filter((p) => p.inUse).map((p) => ({ id: p.saddleId, name: p.saddleName })),
			/** Names of saddles in lines of the log, those that rest too. */
			saddleNames: Object.fromEntries(pairings.map((p) => [p.saddleId, p.saddleName])),
			rides: rides.map(({ id, riddenOn, saddleId, pad, seen, atTime, changes, note }) => ({
				id,
				riddenOn,
				saddleId,
				pad,
				seen,
				atTime,
				changes,
				note
			}))
		};
	});
