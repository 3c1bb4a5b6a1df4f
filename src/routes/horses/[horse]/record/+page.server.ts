import { hasFindings } from '$core/visit/index.js';
import { answerPage } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import {
	listAllVisits,
	listHorseNames,
	listRides,
	listUndoneRides,
	listVisitFields,
	notesOf
} from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

const RIDES = 100;

/** Everything that was written of a horse, by visit, with what was taken back. */
export const load: PageServerLoad = ({ locals, parent }) =>
	answerPage(async () => {
		const { db } = app();
		const { horse, may } = await parent();
		const [visits, fields, rides, undoneRides, horses] = await Promise.all([
			listAllVisits(db, horse.id),
			listVisitFields(db, horse.id),
			listRides(db, horse.id),
			listUndoneRides(db, horse.id),
			may.includes('correct') ? listHorseNames(db, locals.scope, horse.yardId) : []
		]);
		const found = new Map(fields.map((v) => [v.id, v]));
		const line = ({ id, riddenOn, seen, changes, note }: (typeof rides)[number]) => ({
			id,
			riddenOn,
			seen,
			changes,
			note
		});
		return {
			visits: visits.map((v) => {
				const states = found.get(v.id)?.states;
				return {
					...v,
					counts: v.tracings > 0 || (states ? hasFindings(states) : false),
					notes: states ? notesOf(states) : []
				};
			}),
			rides: rides.slice(0, RIDES).map(line),
			undoneRides: undoneRides.map(line),
			horses: horses.filter((h) => h.id !== horse.id)
		};
	});
