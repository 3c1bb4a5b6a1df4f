import { answerPage, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findSaddle, listHorseNames, yardMay } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

/** One saddle: its own shape, and how it sits on the horses of its yard. */
export const load: PageServerLoad = ({ locals, params, url }) =>
	answerPage(async () => {
		const { db } = app();
		const saddle = await findSaddle(db, locals.scope, parseId(params.saddle));
		return {
			saddle,
			horses: await listHorseNames(db, locals.scope, saddle.yardId),
			chosenHorse: url.searchParams.get('horse'),
			mayWrite: yardMay(locals.scope, saddle.yardId, 'saddle')
		};
	});
