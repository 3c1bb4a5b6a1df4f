import { answerPage, diarySchemas, parseFields } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import {
	findEvidence,
	findHorsePage,
	judgeOn,
	listCalls,
	listFindable,
	standingDay,
	type Scope
} from '$lib/server/records/index.js';
import { railPoints } from '$lib/server/records/trends.js';
import { limitsOfCall } from '$core/call/index.js';
import { reasonSentence } from '$words/index.js';
import type { PageServerLoad } from './$types.js';

const REASONS = 3;

/** One horse in the saddle it goes in, as its own page judges it. */
async function standingOf(scope: Scope, horseId: string, today: string) {
	const { db } = app();
	const { horse, pairings, marks } = await findHorsePage(db, scope, horseId);
	const pairing = pairings.find((p) => p.inUse) ?? pairings[0];
	const found = await findEvidence(db, horse.id);
	const calls = pairing ? await listCalls(db, pairing.id) : [];
	const day = standingDay(found);
	const judged = day ? judgeOn(horse, pairing, found, calls.at(-1), day, today) : undefined;
	const { joined } = judged ?? {};
	return {
		id: horse.id,
		name: horse.name,
		about: horse.about,
		saddleName: pairing?.saddleName ?? null,
		limits: limitsOfCall(calls.at(-1), pairing?.school ?? 'close'),
		marks: marks.filter((m) => m.pairingId === pairing?.id),
		days: [...new Set(calls.map((c) => c.visitedOn))],
		day: calls.at(-1)?.visitedOn ?? null,
		verdict: joined?.verdict ?? null,
		nextOn: joined?.nextOn ?? null,
		reasons: (joined?.reasons ?? [])
			.filter((r) => !r.against)
			.slice(0, REASONS)
			.map(reasonSentence),
		changes: calls.at(-1)?.changes ?? [],
		points: railPoints(calls)
	};
}

/** Two horses side by side: `?a=ID&b=ID`. */
export const load: PageServerLoad = ({ locals, url }) =>
	answerPage(async () => {
		const { a, b } = parseFields(url.searchParams, diarySchemas.compare);
		const { horses } = await listFindable(app().db, locals.scope);
		const sides = await Promise.all(
			[a, b].map((id) => (id ? standingOf(locals.scope, id, locals.today) : Promise.resolve(null)))
		);
		return { horses: horses.map(({ id, name }) => ({ id, name })), chosen: [a ?? '', b ?? ''], sides };
	});
