import { nextByHandDay } from '$core/schedule/index.js';
import { followSetup, setupPeriods } from '$core/setup/index.js';
import { limitsOfCall } from '$core/call/index.js';
import { handBesideSeat, handHistory } from '$core/reading/index.js';
import { ageYearsOn, DEFAULT_FINGERS } from '$core/units/index.js';
import { setupDays, setupLine } from '$words/index.js';
import { app } from '$lib/server/app.js';
import { accountSchemas, answerForm, answerPage, outlineOf, parseFields } from '$lib/server/door/index.js';
import { answerReport, lastOfEachView, openReport, photosOf, readReport } from '$lib/server/records/index.js';
import { railPoints } from '$lib/server/records/trends.js';
import { handsOnRail, strokesOf } from '$lib/server/report/shownParts.js';
import type { Actions, PageServerLoad } from './$types.js';

const tokenOf = (params: { readonly token: string }): string =>
	parseFields([['token', params.token]], accountSchemas.token).token;

/** What somebody without an account sees of one saddle on one horse: the same judgement as on the horse's page. */
export const load: PageServerLoad = ({ locals, params, setHeaders }) =>
	answerPage(async () => {
		const { db } = app();
		setHeaders({ 'x-robots-tag': 'noindex, nofollow', 'cache-control': 'no-store' });
		const link = await openReport(db, tokenOf(params));
		const report = await readReport(db, link, locals.today);
		const { horse, pairing, marks, calls, call, judged, cuts, seat, bears, found, day } = report;
		const mark = marks.at(-1);
		return {
			yardName: link.yardName,
			expiresAt: link.expiresAt,
			answered: link.answered,
			horse: { name: horse.name, about: horse.about, bornYear: horse.bornYear },
			saddleName: pairing.saddleName,
			school: pairing.school,
			fittedOn: mark?.fittedOn ?? null,
			fittedBy: mark?.fittedBy ?? '',
			day: day ?? null,
			changes: call?.changes ?? [],
			joined: judged?.joined ?? null,
			readings: judged?.readings ?? [],
			weighing: judged?.weighing ?? null,
			byHandOn: day ? nextByHandDay(day, ageYearsOn(horse.bornYear, day), false) : null,
			limits: limitsOfCall(call, pairing.school),
			marks,
			points: railPoints(calls),
			strokes: day ? strokesOf(found, day) : {},
			hands: handsOnRail(found, pairing.id),
			counted: handHistory(found.visits, pairing.id),
			setups: setupDays(setupPeriods(found.visits, pairing.id)),
			// Whoever reads it has fingers that nobody here knows.
			seat: seat
				? { seat, fingers: DEFAULT_FINGERS, hand: handBesideSeat(handHistory(found.visits, pairing.id), seat) ?? null }
				: null,
			bears: bears ?? [],
			photos: lastOfEachView(photosOf(found)),
			cuts: cuts.map((c) => ({ station: c.station, then: outlineOf(c.then), now: outlineOf(c.now) })),
			setup: day
				? setupLine(
						[...followSetup(found.visits, pairing.id, day).setup.parts].map(
							([part, { value }]) => [part, value] as const
						)
					)
				: ''
		};
	});

export const actions: Actions = {
	default: ({ request, params }) =>
		answerForm(request, async (form) => {
			await answerReport(app().db, tokenOf(params), parseFields(form, accountSchemas.reportAnswer));
			return { done: 'answered' as const };
		})
};
