import { answerPage, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import {
	findEvidence,
	findHorse,
	listCalls,
	listPairings,
	listVisits,
	photosOf,
	readingsOn,
	shapePoints,
	signsOf
} from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, params, url }) =>
	answerPage(async () => {
		const { db } = app();
		const horse = await findHorse(db, locals.scope, parseId(params.horse));
		const [pairings, visits, found] = await Promise.all([
			listPairings(db, locals.scope, horse.id),
			listVisits(db, locals.scope, horse.id),
			findEvidence(db, horse.id)
		]);
		const calls = pairings[0] ? await listCalls(db, pairings[0].id) : [];
		const days = [...new Set(visits.map((v) => v.visitedOn))].sort();
		const known = (name: string) => days.find((d) => d === url.searchParams.get(name));
		const on = known('on') ?? days[days.length - 1] ?? null;
		return {
			horse: { id: horse.id, name: horse.name },
			days,
			on,
			beside: known('beside') ?? null,
			zone: url.searchParams.get('zone'),
			signs: signsOf(found),
			shape: shapePoints(calls),
			photos: photosOf(found),
			readings: on ? readingsOn(pairings[0], found, calls.filter((c) => c.visitedOn <= on).at(-1), on) : [],
			rides: found.rides.slice(0, 200).map((r) => ({ day: r.riddenOn, seen: r.seen, changes: r.changes }))
		};
	});
