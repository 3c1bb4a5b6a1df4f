import { answerForm, answerPage, parseFields, parseId, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import {
	findSaddle,
	listHorseNames,
	listSaddlePhotos,
	listServices,
	putSaddleFacts,
	putService,
	setOfSaddleUndone,
	yardMay
} from '$lib/server/records/index.js';
import type { Action, Actions, PageServerLoad } from './$types.js';

/** One saddle: its own shape, how it sits on the horses of its yard, and what was done to it. */
export const load: PageServerLoad = ({ locals, params, url }) =>
	answerPage(async () => {
		const { db } = app();
		const saddle = await findSaddle(db, locals.scope, parseId(params.saddle));
		return {
			saddle,
			horses: await listHorseNames(db, locals.scope, saddle.yardId),
			services: await listServices(db, saddle.id),
			photos: await listSaddlePhotos(db, saddle.id),
			today: locals.today,
			chosenHorse: url.searchParams.get('horse'),
			mayWrite: yardMay(locals.scope, saddle.yardId, 'saddle')
		};
	});

const takeBack =
	(kind: 'service' | 'photo'): Action =>
	({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const what = parseFields(form, schemas.outOfUse);
			await setOfSaddleUndone(app().db, locals.scope, kind, parseId(params['saddle']), what);
			return { done: kind };
		});

export const actions: Actions = {
	facts: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { version } = await putSaddleFacts(
				app().db,
				locals.scope,
				parseId(params.saddle),
				parseFields(form, schemas.saddleFacts)
			);
			return { done: 'facts' as const, version };
		}),
	service: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			await putService(app().db, locals.scope, parseId(params.saddle), parseFields(form, schemas.service));
			return { done: 'service' as const };
		}),
	unservice: takeBack('service'),
	unphoto: takeBack('photo')
};
