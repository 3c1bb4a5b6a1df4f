import { consensusCurve, isLongLine, meanLongLine } from '$core/curve/index.js';
import { answerPage, outlineOf, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findTracedVisit, listHorseNames, listTracings, listVisits, mustMay } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, url, parent }) =>
	answerPage(async () => {
		const { db } = app();
		const { horse } = await parent();
		mustMay(locals.scope, { yardId: horse.yardId, horseId: horse.id }, 'record');
		const visitId = url.searchParams.get('visit');
		// A visit that is only on the device so far has no tracings of its own.
		const own = visitId ? await findTracedVisit(db, locals.scope, horse.id, parseId(visitId)) : null;
		const visits = await listVisits(db, horse.id);
		const lastOn = visits.find((v) => v.id !== visitId && v.tracings > 0)?.visitedOn;
		const tracings = lastOn ? await listTracings(db, horse.id, [lastOn]) : [];
		const stations = [...new Set(tracings.map((t) => t.station))];
		const before = Object.fromEntries(
			stations.map((s) => {
				const curves = tracings.filter((t) => t.station === s).map((t) => t.curve);
				return [s, outlineOf(isLongLine(s) ? meanLongLine(curves) : consensusCurve(curves))];
			})
		);
		return {
			/** Whose sheets may lie among the pictures. */
			horses: await listHorseNames(db, locals.scope, horse.yardId),
			lastOn: lastOn ?? null,
			before,
			own,
			me: locals.person?.name ?? ''
		};
	});
