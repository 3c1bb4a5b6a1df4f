import { consensusCurve } from '$core/curve/index.js';
import { answerPage, outlineOf, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHorse, listTracings, listVisits, mustWrite } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, params }) =>
	answerPage(async () => {
		const { db } = app();
		const horse = await findHorse(db, locals.scope, parseId(params.horse));
		mustWrite(locals.scope, horse.yardId);
		const lastOn = (await listVisits(db, locals.scope, horse.id))[0]?.visitedOn;
		const tracings = lastOn ? await listTracings(db, horse.id, [lastOn]) : [];
		const stations = [...new Set(tracings.map((t) => t.station))];
		const before = Object.fromEntries(
			stations.map((s) => [s, outlineOf(consensusCurve(tracings.filter((t) => t.station === s).map((t) => t.curve)))])
		);
		return { horse: { id: horse.id, name: horse.name }, lastOn: lastOn ?? null, before };
	});
