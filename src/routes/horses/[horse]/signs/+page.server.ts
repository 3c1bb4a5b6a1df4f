import { handHistory } from '$core/reading/index.js';
import { setupPeriods } from '$core/setup/index.js';
import { hasFindings } from '$core/visit/index.js';
import { setupDays } from '$words/index.js';
import { answerPage } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import {
	findEvidence,
	judgeOn,
	listCalls,
	listVisits,
	photosOf,
	shapePoints,
	signsOf
} from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ parent, url }) =>
	answerPage(async () => {
		const { db } = app();
		const { horse, pairings } = await parent();
		const pairing = pairings.find((p) => p.id === url.searchParams.get('pairing')) ?? pairings[0];
		const [visits, found] = await Promise.all([listVisits(db, horse.id), findEvidence(db, horse.id)]);
		const calls = pairing ? await listCalls(db, pairing.id) : [];
		const looked = new Set(found.visits.filter((v) => hasFindings(v.states)).map((v) => v.id));
		const days = [...new Set(visits.filter((v) => v.tracings > 0 || looked.has(v.id)).map((v) => v.visitedOn))].sort();
		const known = (name: string) => days.find((d) => d === url.searchParams.get(name));
		const on = known('on') ?? days[days.length - 1] ?? null;
		const shape = on ? calls.filter((c) => c.visitedOn <= on).at(-1) : undefined;
		return {
			days,
			on,
			beside: known('beside') ?? null,
			zone: url.searchParams.get('zone'),
			signs: signsOf(found),
			shape: shapePoints(calls),
			photos: photosOf(found),
			saddleName: pairing?.saddleName ?? '',
			hands: pairing ? handHistory(found.visits, pairing.id) : [],
			/** What was under and in the saddle, so that prints and counts say under what they were. */
			setups: pairing ? setupDays(setupPeriods(found.visits, pairing.id)) : [],
			readings: on ? judgeOn(horse, pairing, found, shape, on).readings : [],
			rides: found.rides.slice(0, 200).map((r) => ({ day: r.riddenOn, seen: r.seen, changes: r.changes, note: r.note }))
		};
	});
