import { nextByHandDay } from '$core/schedule/index.js';
import { followSetup } from '$core/setup/index.js';
import { ageYearsOn } from '$core/units/index.js';
import { setupLine } from '$words/index.js';
import { app } from '$lib/server/app.js';
import { accountSchemas, answerForm, answerPage, outlineOf, parseFields } from '$lib/server/door/index.js';
import { answerReport, openReport, readReport } from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

const tokenOf = (params: { readonly token: string }): string =>
	parseFields([['token', params.token]], accountSchemas.token).token;

/** What somebody without an account sees of one saddle on one horse: the same judgement as on the horse's page. */
export const load: PageServerLoad = ({ locals, params, setHeaders }) =>
	answerPage(async () => {
		const { db } = app();
		setHeaders({ 'x-robots-tag': 'noindex, nofollow', 'cache-control': 'no-store' });
		const link = await openReport(db, tokenOf(params));
		const { horse, pairing, mark, call, judged, cuts, found, day } = await readReport(db, link, locals.today);
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
