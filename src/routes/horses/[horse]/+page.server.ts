import { LIMITS, overlayCuts } from '$core/change/index.js';
import type { Call } from '$core/call/index.js';
import { nextByHandDay } from '$core/schedule/index.js';
import { ageYearsOn } from '$core/units/index.js';
import { readSigns, tallyZones, type StrokeAge } from '$core/zones/index.js';
import { errorSentence, MISSING_WORDS, signLine } from '$words/index.js';
import { answerForm, answerPage, outlineOf, parseFields, parseId, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import {
	findEvidence,
	findHorse,
	joinOn,
	judgePairing,
	listCalls,
	listFitMarks,
	listPairings,
	listTracings,
	listVisits,
	lookAgainOn,
	mayWrite,
	putFitMark,
	readingsOn,
	removeFitMark,
	type Found
} from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';
import { v7 as uuidv7 } from 'uuid';

function sideOf(call: Call, station: string, side: string) {
	return call.changes.find((c) => c.station === station && c.side === side);
}

function railPoints(calls: readonly Call[]) {
	return calls.map((c) => {
		const [near, off] = [sideOf(c, 'T8', 'near'), sideOf(c, 'T8', 'off')];
		return { day: c.visitedOn, nearMm: near?.mm ?? 0, offMm: off?.mm ?? 0, sdMm: near?.sdMm ?? 0 };
	});
}

function trendOf(calls: readonly Call[], station: string) {
	const side = (which: string) =>
		calls.flatMap((call) => {
			const c = sideOf(call, station, which);
			return c ? [{ day: call.visitedOn, mm: c.mm, sdMm: c.sdMm }] : [];
		});
	return { near: side('near'), off: side('off') };
}

/** Strokes of a day by zone and side, for the strip. */
function strokesOf(found: Found, day: string): Record<string, { age: StrokeAge; line: string }[]> {
	const tally = tallyZones(found.visits.flatMap(readSigns), day);
	return Object.fromEntries(
		[...tally].map(([key, strokes]) => [
			key,
			strokes.map((s) => ({ age: s.age, line: `${signLine(s.sign)}, ${s.sign.visitedOn}` }))
		])
	);
}

export const load: PageServerLoad = ({ locals, params, url }) =>
	answerPage(async () => {
		const { db } = app();
		const horse = await findHorse(db, locals.scope, parseId(params.horse));
		const [pairings, visits] = await Promise.all([
			listPairings(db, locals.scope, horse.id),
			listVisits(db, locals.scope, horse.id)
		]);
		const pairing = pairings.find((p) => p.id === url.searchParams.get('pairing')) ?? pairings[0];
		const marks = (
			await listFitMarks(
				db,
				pairings.map((p) => p.id)
			)
		).filter((m) => m.pairingId === pairing?.id);
		const calls = pairing ? await listCalls(db, pairing.id) : [];
		const found = await findEvidence(db, horse.id);
		const days = [...new Set(visits.map((v) => v.visitedOn))].sort();
		const asked = url.searchParams.get('on') ?? '';
		const day = days.includes(asked) ? asked : days[days.length - 1];
		const call = calls.filter((c) => day !== undefined && c.visitedOn <= day).at(-1);
		const fitDay = marks.at(-1)?.fittedOn;
		// A visit without tracings shows the shape as it was last traced.
		const tracedOn = visits.find((v) => v.tracings > 0 && day !== undefined && v.visitedOn <= day)?.visitedOn ?? day;
		const tracings = tracedOn ? await listTracings(db, horse.id, fitDay ? [fitDay, tracedOn] : [tracedOn]) : [];
		const cuts = tracedOn ? overlayCuts(tracings, fitDay, tracedOn) : [];
		const isLatest = day === days[days.length - 1];
		const judged = pairing && { ...pairing, fittedOn: marks.filter((m) => day && m.fittedOn <= day).at(-1)?.fittedOn };
		const joined = day ? joinOn(horse, judged, found, call, day) : undefined;
		const today = new Date().toISOString().slice(0, 10);
		const again = day && isLatest ? lookAgainOn(found, day, visits.find((v) => v.tracings > 0)?.visitedOn, today) : [];
		return {
			horse: { id: horse.id, name: horse.name, about: horse.about, bornYear: horse.bornYear },
			mayWrite: mayWrite(locals.scope, horse.yardId),
			pairings,
			pairing: pairing ?? null,
			limits: LIMITS[pairing?.school ?? 'close'],
			marks,
			visits,
			days,
			day: day ?? null,
			call: call ?? null,
			joined: joined ?? null,
			readings: day ? readingsOn(judged, found, call, day) : [],
			lookAgain: again,
			byHandOn:
				day && isLatest
					? nextByHandDay(
							day,
							ageYearsOn(horse.bornYear, day),
							again.some((l) => l.code === 'lay-off')
						)
					: null,
			isLatest,
			missing:
				calls.length === 0
					? await missingWords(horse.bornYear, pairing, fitDay, days, () => listTracings(db, horse.id))
					: null,
			points: railPoints(calls),
			trends: { T8: trendOf(calls, 'T8'), T13: trendOf(calls, 'T13'), T18: trendOf(calls, 'T18') },
			strokes: day ? strokesOf(found, day) : {},
			cuts: cuts.map((c) => ({ station: c.station, then: outlineOf(c.then), now: outlineOf(c.now) })),
			newFitMarkId: uuidv7(),
			saved: url.searchParams.get('saved')
		};
	});

type PairingKept = { readonly school: 'close' | 'roomy' } | undefined;

async function missingWords(
	bornYear: number | null,
	pairing: PairingKept,
	fittedOn: string | undefined,
	days: readonly string[],
	tracings: () => Promise<Awaited<ReturnType<typeof listTracings>>>
): Promise<string> {
	if (days.length === 0) return `${MISSING_WORDS['no-visit']}.`;
	if (!pairing) return `${MISSING_WORDS['no-saddle']}.`;
	const judged = judgePairing(await tracings(), { school: pairing.school, fittedOn }, bornYear);
	if (judged.status === 'judged') return '';
	return judged.code === 'no-fit-mark' ? `${MISSING_WORDS['no-fit-mark']}` : errorSentence(judged);
}

export const actions: Actions = {
	fit: async ({ request, locals, params }) => {
		const form = await request.formData();
		return answerForm(form, async () => {
			await putFitMark(app().db, locals.scope, parseId(params.horse), parseFields(form, schemas.fitMark));
			return { done: 'fit' as const };
		});
	},
	unfit: async ({ request, locals, params }) => {
		const form = await request.formData();
		return answerForm(form, async () => {
			await removeFitMark(app().db, locals.scope, parseId(params.horse), parseId(String(form.get('id'))));
			return { done: 'unfit' as const };
		});
	}
};
