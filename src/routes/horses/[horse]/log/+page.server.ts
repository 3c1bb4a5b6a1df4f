import { answerPage } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { readTravel, setupOn, type TravelFacts } from '$core/setup/index.js';
import { travelFacts } from '$core/reading/index.js';
import { setupLine, travelLine } from '$words/index.js';
import { findEvidence, judgeOn, latestCalls, mustMay, standingDay, type Ride } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

const SHOWN = 30;

export const load: PageServerLoad = ({ locals, parent }) =>
	answerPage(async () => {
		const { horse, pairings } = await parent();
		mustMay(locals.scope, { yardId: horse.yardId, horseId: horse.id }, 'note');
		const { db } = app();
		const found = await findEvidence(db, horse.id);
		const rides = found.rides.slice(0, SHOWN);
		const shapes = await latestCalls(
			db,
			pairings.map((p) => p.id)
		);
		const day = standingDay(found) ?? locals.today;
		/** What bears on where each saddle goes. */
		const facts = new Map<string, TravelFacts>(
			pairings.map((p) => [
				p.saddleId,
				travelFacts(found.visits, judgeOn(horse, p, found, shapes.get(p.id), day).evidence)
			])
		);
		const under = (saddleId: string | null, on: string): string => {
			const pairing = pairings.find((p) => p.saddleId === saddleId);
			const parts = pairing ? [...setupOn(found.visits, pairing.id, on).parts] : [];
			return setupLine(parts.map(([part, { value }]) => [part, value] as const));
		};
		const travelled = (r: (typeof rides)[number]): string => {
			const known = facts.get(r.saddleId ?? '');
			if (!known || (r.movedMm === null && r.shifted === null)) return '';
			return travelLine(readTravel({ movedMm: r.movedMm ?? 0, shifted: r.shifted }, known));
		};
		return {
			saddles: pairings.filter((p) => p.inUse).map((p) => ({ id: p.saddleId, name: p.saddleName })),
			/** Names of saddles in lines of the log, those that rest too. */
			saddleNames: Object.fromEntries(pairings.map((p) => [p.saddleId, p.saddleName])),
			rides: rides.map((r) => ({ ...lineOf(r), setup: under(r.saddleId, r.riddenOn), travel: travelled(r) }))
		};
	});

/** One line of the log as the page and the device's own store have it. */
const lineOf = ({ id, riddenOn, saddleId, pad, seen, atTime, changes, note, movedMm, shifted }: Ride) => ({
	id,
	riddenOn,
	saddleId,
	pad,
	seen,
	atTime,
	changes,
	note,
	movedMm,
	shifted
});
