import { answerPage } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { listRides, mustMay } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

const SHOWN = 30;

export const load: PageServerLoad = ({ locals, parent }) =>
	answerPage(async () => {
		const { horse, pairings } = await parent();
		mustMay(locals.scope, { yardId: horse.yardId, horseId: horse.id }, 'note');
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
