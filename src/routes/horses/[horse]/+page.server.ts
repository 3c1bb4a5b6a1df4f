import { LIMITS } from '$core/change/index.js';
import { CoreError } from '$core/errors/index.js';
import { lastDecision, rankSaddles, triedAt } from '$core/reading/index.js';
import { followSetup } from '$core/setup/index.js';
import { nextByHandDay } from '$core/schedule/index.js';
import { ageYearsOn } from '$core/units/index.js';
import { hasFindings } from '$core/visit/index.js';
import { readSigns, tallyZones, type StrokeAge } from '$core/zones/index.js';
import { errorSentence, MISSING_WORDS, setupChangeWords, setupLine, signLine } from '$words/index.js';
import {
	accountSchemas,
	answerForm,
	answerPage,
	outlineOf,
	parseFields,
	parseId,
	schemas
} from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { judgePairings } from '$lib/server/judge/index.js';
import {
	findEvidence,
	findOverlays,
	judgeOn,
	listAllVisits,
	listCallsOf,
	listReportLinks,
	listTracings,
	makeReportLink,
	listVisits,
	findHorse,
	putFitMark,
	revokeReportLink,
	settleReport,
	setFitMarkUndone,
	standingDay,
	standingsOn,
	worstFirst,
	type Found,
	type MarkedPairing
} from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';
import { v7 as uuidv7 } from 'uuid';
import { railPoints, trendOf } from '$lib/server/records/trends.js';

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

/** What is under and in the saddle on a day, and how it came to be. */
function setupCard(found: Found, pairingId: string, day: string) {
	const { setup, changes } = followSetup(found.visits, pairingId, day);
	return {
		line: setupLine([...setup.parts].map(([part, { value }]) => [part, value] as const)),
		seenOn: setup.seenOn ?? null,
		changes: changes.map((c) => ({ on: c.on, words: setupChangeWords(c) }))
	};
}

/** Saddles and forms tried side by side at the last visit that tried more than one, up to a day. */
function triedOn(found: Found, pairings: readonly MarkedPairing[], day: string) {
	for (const v of [...found.visits].reverse()) {
		if (v.visitedOn > day) continue;
		const tried = triedAt(v.states, pairings);
		if (tried.length > 1) return { on: v.visitedOn, ranked: rankSaddles(tried) };
	}
	return null;
}

export const load: PageServerLoad = ({ locals, url, parent }) =>
	answerPage(async () => {
		const { db } = app();
		const { horse, pairings, marks: allMarks, may } = await parent();
		const visits = await listVisits(db, horse.id);
		const found = await findEvidence(db, horse.id, { on: visits.find((v) => v.tracings > 0)?.visitedOn });
		const inUse = pairings.filter((p) => p.inUse);
		const asked = pairings.find((p) => p.id === url.searchParams.get('pairing'));
		const first = inUse.length > 0 ? inUse : pairings.slice(0, 1);
		const callsOf = await listCallsOf(
			db,
			[...first, ...(asked && !first.includes(asked) ? [asked] : [])].map((p) => p.id)
		);
		const shapes = new Map([...callsOf].flatMap(([id, of]) => of.slice(-1).map((c) => [id, c] as const)));
		const nowDay = standingDay(found);
		const standings = nowDay ? worstFirst(standingsOn(horse, inUse, found, shapes, nowDay, locals.today)) : [];
		const pairing = asked ?? pairings.find((p) => p.id === standings[0]?.pairing.id) ?? pairings[0];
		const marks = allMarks.filter((m) => m.pairingId === pairing?.id);
		const calls = callsOf.get(pairing?.id ?? '') ?? [];
		const looked = new Set(found.visits.filter((v) => hasFindings(v.states)).map((v) => v.id));
		const counting = visits.filter((v) => v.tracings > 0 || looked.has(v.id) || v.note !== '');
		const days = [...new Set(counting.map((v) => v.visitedOn))].sort();
		const wanted = url.searchParams.get('on') ?? '';
		const day = days.includes(wanted) ? wanted : days[days.length - 1];
		const isLatest = day === days[days.length - 1];
		const call = calls.filter((c) => day !== undefined && c.visitedOn <= day).at(-1);
		const fitDay = marks.at(-1)?.fittedOn;
		// A visit without tracings shows the shape as it was last traced.
		const tracedOn = visits.find((v) => v.tracings > 0 && day !== undefined && v.visitedOn <= day)?.visitedOn ?? day;
		const cuts = tracedOn ? await findOverlays(db, horse, fitDay, tracedOn) : [];
		const judgedPairing = pairing && {
			...pairing,
			fittedOn: marks.filter((m) => day && m.fittedOn <= day).at(-1)?.fittedOn
		};
		// The latest day is judged with all that has come since; an earlier one as it stood.
		const judgedOn = isLatest ? (nowDay ?? day) : day;
		const judged = judgedOn
			? judgeOn(horse, judgedPairing, found, call, judgedOn, isLatest ? locals.today : undefined)
			: undefined;
		return {
			saddles: standings.map((s) => ({
				id: s.pairing.id,
				name: pairings.find((p) => p.id === s.pairing.id)?.saddleName ?? '',
				verdict: s.judged?.joined?.verdict ?? null
			})),
			pairing: pairing ?? null,
			limits: LIMITS[pairing?.school ?? 'close'],
			marks,
			visits: counting,
			days,
			day: day ?? null,
			call: call ?? null,
			// There is a seat where a later day was judged against the fitted one.
			seatOn: call && fitDay && call.visitedOn > fitDay ? call.visitedOn : null,
			joined: judged?.joined ?? null,
			readings: judged?.readings ?? [],
			decided: day ? (lastDecision(found.visits, day) ?? null) : null,
			byHandOn:
				day && isLatest
					? nextByHandDay(
							day,
							ageYearsOn(horse.bornYear, day),
							judged?.evidence.lookAgain.some((l) => l.code === 'lay-off') ?? false
						)
					: null,
			isLatest,
			missing:
				calls.length === 0
					? await missingWords(horse.bornYear, pairing, fitDay, days, () => listTracings(db, horse.id))
					: null,
			baseline: calls.find((c) => c.baseline)?.baseline ?? null,
			points: railPoints(calls),
			trends: { T8: trendOf(calls, 'T8'), T13: trendOf(calls, 'T13'), T18: trendOf(calls, 'T18') },
			strokes: day ? strokesOf(found, day) : {},
			setup: pairing && day ? setupCard(found, pairing.id, day) : null,
			tried: day ? triedOn(found, pairings, day) : null,
			cuts: cuts.map((c) => ({ station: c.station, then: outlineOf(c.then), now: outlineOf(c.now) })),
			latestTraced: visits.find((v) => v.tracings > 0)?.visitedOn ?? null,
			reports: may.includes('correct') ? await listReportLinks(db, locals.scope, horse) : null,
			saved: await savedVisit(db, horse.id, url.searchParams.get('saved'))
		};
	});

/** The visit that was just written, and whether it stands; a foreign or unknown one is nothing. */
async function savedVisit(db: Asking[0], horseId: string, id: string | null) {
	if (!id) return null;
	const all = await listAllVisits(db, horseId);
	const found = all.find((v) => v.id === id);
	return found ? { id: found.id, undone: found.undone } : null;
}
type Asking = Parameters<typeof listAllVisits>;

async function missingWords(
	bornYear: number | null,
	pairing: MarkedPairing | undefined,
	fittedOn: string | undefined,
	days: readonly string[],
	tracings: () => Promise<Awaited<ReturnType<typeof listTracings>>>
): Promise<string> {
	if (days.length === 0) return `${MISSING_WORDS['no-visit']}.`;
	if (!pairing) return `${MISSING_WORDS['no-saddle']}.`;
	const [judged] = await judgePairings(await tracings(), [{ school: pairing.school, fittedOn }], {
		bornYear,
		bodies: []
	});
	if (!judged || judged.status === 'judged') return '';
	return judged.code === 'no-fit-mark' ? `${MISSING_WORDS['no-fit-mark']}` : errorSentence(judged);
}

export const actions: Actions = {
	fit: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const mark = parseFields(form, schemas.fitMark);
			const id = await putFitMark(app().db, locals.scope, parseId(params.horse), mark);
			return { done: 'fit' as const, id };
		}),
	report: ({ request, locals, params, url }) =>
		answerForm(request, async (form) => {
			const { db } = app();
			const horse = await findHorse(db, locals.scope, parseId(params.horse));
			const token = await makeReportLink(db, locals.scope, horse, parseFields(form, accountSchemas.reportLink));
			return { done: 'report' as const, link: `${url.origin}/report/${token}` };
		}),
	endReport: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { db } = app();
			const horse = await findHorse(db, locals.scope, parseId(params.horse));
			await revokeReportLink(db, locals.scope, horse, parseFields(form, accountSchemas.invitation).id);
			return { done: 'report-ended' as const };
		}),
	putAside: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { db } = app();
			const horse = await findHorse(db, locals.scope, parseId(params.horse));
			await settleReport(db, locals.scope, horse, parseFields(form, accountSchemas.invitation).id);
			return { done: 'report-read' as const };
		}),
	/** What the fitter answered becomes a fit mark on the latest traced visit; then the answer is settled. */
	takeAnswer: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { db } = app();
			const horse = await findHorse(db, locals.scope, parseId(params.horse));
			const { id } = parseFields(form, accountSchemas.invitation);
			const answer = (await listReportLinks(db, locals.scope, horse)).find((l) => l.id === id && l.answer !== null);
			const visit = (await listVisits(db, horse.id)).find((v) => v.tracings > 0);
			if (!answer || answer.answer === 'note' || !visit) throw new CoreError('not-found');
			const markId = await putFitMark(db, locals.scope, horse.id, {
				id: uuidv7(),
				pairingId: answer.pairingId,
				visitId: visit.id,
				fittedBy: answer.answeredBy ?? '',
				confirmed: true
			});
			await settleReport(db, locals.scope, horse, id);
			return { done: 'fit' as const, id: markId };
		}),
	unfit: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { id, out } = parseFields(form, schemas.outOfUse);
			await setFitMarkUndone(app().db, locals.scope, parseId(params.horse), id, out);
			return { done: out ? ('unfit' as const) : ('fit' as const), id };
		})
};
