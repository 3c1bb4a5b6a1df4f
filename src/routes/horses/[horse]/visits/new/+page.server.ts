import { consensusCurve } from '$core/curve/index.js';
import { answerPage, outlineOf, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import {
	findHorse,
	listHorseNames,
	listTracings,
	listVisits,
	listVisitTracings,
	mustWrite
} from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

type Asking = Parameters<typeof listVisitTracings>;

/** Tracings that a visit already has, to go on from; a visit that is only on the device so far has none. */
async function ownTracings(db: Asking[0], scope: Asking[1], visitId: string) {
	const tracings = await listVisitTracings(db, scope, visitId);
	return { id: visitId, tracings };
}

export const load: PageServerLoad = ({ locals, params, url }) =>
	answerPage(async () => {
		const { db } = app();
		const horse = await findHorse(db, locals.scope, parseId(params.horse));
		mustWrite(locals.scope, horse.yardId);
		const visitId = url.searchParams.get('visit');
		const own = visitId ? await ownTracings(db, locals.scope, parseId(visitId)) : null;
		const lastOn = (await listVisits(db, locals.scope, horse.id)).find((v) => v.id !== visitId)?.visitedOn;
		const tracings = lastOn ? await listTracings(db, horse.id, [lastOn]) : [];
		const stations = [...new Set(tracings.map((t) => t.station))];
		const before = Object.fromEntries(
			stations.map((s) => [s, outlineOf(consensusCurve(tracings.filter((t) => t.station === s).map((t) => t.curve)))])
		);
		return {
			horse: { id: horse.id, name: horse.name },
			/** Whose sheets may lie among the pictures. */
			horses: await listHorseNames(db, locals.scope, horse.yardId),
			lastOn: lastOn ?? null,
			before,
			own
		};
	});
