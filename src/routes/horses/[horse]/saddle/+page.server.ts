import { v7 as uuidv7 } from 'uuid';
import { CoreError } from '$core/errors/index.js';
import { accountSchemas, answerForm, parseFields, parseId, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import {
	findHorse,
	listReportLinks,
	listSaddles,
	listVisits,
	makeReportLink,
	putFitMark,
	setLimitsLead,
	revokeReportLink,
	setFitMarkUndone,
	settleReport
} from '$lib/server/records/index.js';
import { overview } from '../overview.server.js';
import type { Actions, PageServerLoad } from './$types.js';

/** The horse's own page, and the saddles of its yard whose underside was traced. */
export const load = (async (event) => {
	const [shown, { horse }] = await Promise.all([overview(event), event.parent()]);
	const saddles = await listSaddles(app().db, event.locals.scope, horse.yardId);
	const shaped = (forms: boolean) =>
		saddles
			.filter((s) => s.shaped && !s.retired && (s.kind === 'form') === forms)
			.map((s) => ({ id: s.id, name: s.label }));
	return { ...shown, shaped: shaped(false), forms: shaped(true) };
}) satisfies PageServerLoad;

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
	lead: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { pairingId, lead } = parseFields(form, schemas.limitsLead);
			await setLimitsLead(app().db, locals.scope, parseId(params.horse), pairingId, lead);
			return { done: 'lead' as const };
		}),
	unfit: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { id, out } = parseFields(form, schemas.outOfUse);
			await setFitMarkUndone(app().db, locals.scope, parseId(params.horse), id, out);
			return { done: out ? ('unfit' as const) : ('fit' as const), id };
		})
};
