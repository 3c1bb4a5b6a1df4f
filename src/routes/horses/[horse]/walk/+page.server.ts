import { ageYearsOn } from '$core/units/index.js';
import { answerPage } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHand, latestCalls, mustMay, readBefore, treatsHorses } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

/** Nothing here hangs on the visit or the step: the page is kept by the device and opens without a connection. */
export const load: PageServerLoad = ({ locals, parent }) =>
	answerPage(async () => {
		const { db } = app();
		const { horse, pairings } = await parent();
		mustMay(locals.scope, { yardId: horse.yardId, horseId: horse.id }, 'record');
		const inUse = pairings.filter((p) => p.inUse);
		const [hand, before, shapes] = await Promise.all([
			findHand(db, locals.scope),
			readBefore(db, horse, locals.today),
			latestCalls(
				db,
				inUse.map((p) => p.id)
			)
		]);
		return {
			/** Saddles that are ridden in; a visit asks of these. */
			inUse,
			/** How the shape stands in each of them, for judging beside the horse. */
			shapes: Object.fromEntries(shapes),
			ageYears: ageYearsOn(horse.bornYear, locals.today) ?? null,
			hand,
			before,
			treats: treatsHorses(locals.scope)
		};
	});
