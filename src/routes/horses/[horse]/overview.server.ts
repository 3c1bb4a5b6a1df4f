import { FRONT_STATION, limitsOfCall } from '$core/call/index.js';
import { changedSince, comingUp } from '$core/diary/index.js';
import { askedOfOwner, standingDecision, rankSaddles, triedAt } from '$core/reading/index.js';
import { comparePeriods, compareSetups, followSetup, setupOn, setupPeriods, type Setup } from '$core/setup/index.js';
import { nextByHandDay } from '$core/schedule/index.js';
import { ageYearsOn } from '$core/units/index.js';
import { hasFindings } from '$core/visit/index.js';
import { changedLines, diaryWords, errorSentence, MISSING_WORDS, setupChangeWords, setupLine } from '$words/index.js';
import { answerPage, outlineOf } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { judgePairings } from '$lib/server/judge/index.js';
import {
	findDue,
	findEvidence,
	findFitDaySeat,
	findOverlays,
	judgeOn,
	listAllVisits,
	listCallsOf,
	listHorseTasks,
	listReportLinks,
	listTracings,
	listVisits,
	rodeOn,
	standingDay,
	standingsOn,
	worstFirst,
	type Found,
	type MarkedPairing
} from '$lib/server/records/index.js';
import { railPoints } from '$lib/server/records/trends.js';
import { handsOnRail, strokesOf } from '$lib/server/report/shownParts.js';
import type { PageServerLoad } from './$types.js';

const lineOf = ({ parts }: Setup): string => setupLine([...parts].map(([part, { value }]) => [part, value] as const));

/** What is under and in the saddle on a day, and how it came to be. */
function setupCard(found: Found, { id: pairingId, saddleId }: MarkedPairing, day: string, fitDay: string | undefined) {
	const { setup, changes } = followSetup(found.visits, pairingId, day);
	const fitted = fitDay && fitDay < day ? setupOn(found.visits, pairingId, fitDay) : undefined;
	const periods = setupPeriods(
		found.visits,
		pairingId,
		{
			rodeOn: rodeOn(found.rides.filter((r) => r.saddleId === saddleId)),
			counted: handsOnRail(found, pairingId)
		},
		day
	);
	// Where nobody noted the fitted day's, nothing is other than it.
	const since = fitted?.seenOn ? compareSetups(fitted, setup) : [];
	return {
		/** What is other than on the fitted day: the fit was that set-up's too. */
		sinceFit: since.length > 0 && fitDay ? setupChangeWords({ changed: since }) : null,
		line: lineOf(setup),
		seenOn: setup.seenOn ?? null,
		periods: periods.map((p) => ({
			since: p.since,
			until: p.until ?? null,
			line: lineOf(p.setup),
			rides: p.rides,
			fingers: p.fingers ?? null,
			/** What is other than under each of the periods, in their order. */
			otherThan: periods.map((q) => (q === p ? '' : setupChangeWords({ changed: comparePeriods(q, p) })))
		})),
		changes: changes.map((c) => ({
			on: c.on,
			words: setupChangeWords(c),
			line: lineOf(setupOn(found.visits, pairingId, c.on))
		}))
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

/** What the horse's own page and its saddle's show: judged once, by the same functions as board and walk. */
type Asked = Pick<Parameters<PageServerLoad>[0], 'locals' | 'url' | 'parent' | 'isDataRequest'>;
export const overview = ({ locals, url, parent, isDataRequest }: Asked) =>
	answerPage(async () => {
		const { db } = app();
		const { horse, pairings, marks: allMarks, may } = await parent();
		const visits = await listVisits(db, horse.id);
		const found = await findEvidence(db, horse.id, { on: visits.find((v) => v.tracings > 0)?.visitedOn });
		const inUse = pairings.filter((p) => p.inUse);
		const wantedPairing = pairings.find((p) => p.id === url.searchParams.get('pairing'));
		const first = inUse.length > 0 ? inUse : pairings.slice(0, 1);
		const callsOf = await listCallsOf(
			db,
			[...first, ...(wantedPairing && !first.includes(wantedPairing) ? [wantedPairing] : [])].map((p) => p.id)
		);
		const shapes = new Map([...callsOf].flatMap(([id, of]) => of.slice(-1).map((c) => [id, c] as const)));
		const nowDay = standingDay(found);
		const standings = nowDay ? worstFirst(standingsOn(horse, inUse, found, shapes, nowDay, locals.today)) : [];
		const pairing = wantedPairing ?? pairings.find((p) => p.id === standings[0]?.pairing.id) ?? pairings[0];
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
		// There is a seat where a later day was judged against the fitted one.
		const seatOn = call && fitDay && call.visitedOn > fitDay ? call.visitedOn : undefined;
		// It is reckoned while the page is on its way. A link that is merely hovered over asks for data alone.
		if (fitDay && seatOn && !isDataRequest) void findFitDaySeat(db, horse, fitDay, seatOn).catch(() => {});
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
		const byHandOn =
			day && isLatest
				? nextByHandDay(
						day,
						ageYearsOn(horse.bornYear, day),
						judged?.evidence.lookAgain.some((l) => l.code === 'lay-off') ?? false
					)
				: undefined;
		const asked = day ? askedOfOwner(found.visits, day) : [];
		const changed = pairing
			? changedSince({
					days: days.filter((d) => day !== undefined && d <= day),
					calls,
					visits: found.visits,
					rides: found.rides,
					pairingId: pairing.id,
					front: FRONT_STATION
				})
			: undefined;
		return {
			saddles: standings.map((s) => ({
				id: s.pairing.id,
				name: pairings.find((p) => p.id === s.pairing.id)?.saddleName ?? '',
				verdict: s.judged?.joined?.verdict ?? null
			})),
			pairing: pairing ?? null,
			limits: limitsOfCall(call, pairing?.school ?? 'close'),
			marks,
			visits: counting,
			days,
			day: day ?? null,
			call: call ?? null,
			seatOn: seatOn ?? null,
			joined: judged?.joined ?? null,
			readings: judged?.readings ?? [],
			weighing: judged?.weighing ?? null,
			decided: day ? (standingDecision(found.visits, day) ?? null) : null,
			byHandOn: byHandOn ?? null,
			unreadable: found.visits.flatMap((v) =>
				v.unreadable.map((e) => ({
					visitId: v.id,
					entryId: e.id,
					visitedOn: v.visitedOn,
					field: e.field,
					value: JSON.stringify(e.value).slice(0, 80)
				}))
			),
			isLatest,
			missing:
				calls.length === 0
					? await missingWords(horse.bornYear, pairing, fitDay, days, () => listTracings(db, horse.id))
					: null,
			baseline: calls.find((c) => c.baseline)?.baseline ?? null,
			points: railPoints(calls),
			strokes: day ? strokesOf(found, day) : {},
			setup: pairing && day ? setupCard(found, pairing, day, fitDay) : null,
			next: comingUp({
				today: locals.today,
				call: judged?.joined,
				byHandOn,
				decidedOn: judged?.evidence.decided?.nextOn,
				asked,
				setup: pairing && day ? setupOn(found.visits, pairing.id, day) : undefined
			}).map((item) => ({ ...item, words: diaryWords(item) })),
			changed: changed && { since: changed.since, lines: changedLines(changed) },
			hands: pairing ? handsOnRail(found, pairing.id) : [],
			asked,
			due: isLatest ? ((await findDue(db, horse.id)) ?? null) : null,
			tasks: await listHorseTasks(db, locals.scope, horse.id),
			today: locals.today,
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
	const [judged] = await judgePairings(
		await tracings(),
		[{ school: pairing.school, lead: pairing.limitsLead, fittedOn }],
		{
			bornYear,
			bodies: []
		}
	);
	if (!judged || judged.status === 'judged') return '';
	return judged.code === 'no-fit-mark' ? `${MISSING_WORDS['no-fit-mark']}` : errorSentence(judged);
}
