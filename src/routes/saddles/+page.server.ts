import { answerForm, answerPage, chooseYard, parseFields, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import {
	addFormSet,
	listHorseNames,
	listSaddles,
	yardMay,
	putPairing,
	putSaddle,
	setPairingInUse,
	setSaddleRetired
} from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, url, cookies }) =>
	answerPage(async () => {
		const { db } = app();
		const yard = chooseYard(locals.scope, parseFields(url.searchParams, schemas.board).yard, cookies);
		const [saddles, horses] = await Promise.all([
			listSaddles(db, locals.scope, yard.yardId),
			listHorseNames(db, locals.scope, yard.yardId)
		]);
		return {
			yard: { id: yard.yardId, name: yard.yardName },
			saddles,
			horses,
			chosenHorse: url.searchParams.get('horse'),
			mayWrite: yardMay(locals.scope, yard.yardId, 'saddle')
		};
	});

export const actions: Actions = {
	add: ({ request, locals }) =>
		answerForm(request, async (form) => {
			await putSaddle(app().db, locals.scope, parseFields(form, schemas.saddle));
			return { done: 'add' as const };
		}),
	pair: ({ request, locals }) =>
		answerForm(request, async (form) => {
			await putPairing(app().db, locals.scope, parseFields(form, schemas.pairing));
			return { done: 'pair' as const };
		}),
	use: ({ request, locals }) =>
		answerForm(request, async (form) => {
			const { horseId, pairingId, inUse } = parseFields(form, schemas.inUse);
			await setPairingInUse(app().db, locals.scope, horseId, pairingId, inUse);
			return { done: 'use' as const };
		}),
	forms: ({ request, locals }) =>
		answerForm(request, async (form) => {
			const { yardId } = parseFields(form, schemas.formSet);
			return { done: 'forms' as const, added: await addFormSet(app().db, locals.scope, yardId) };
		}),
	retire: ({ request, locals }) =>
		answerForm(request, async (form) => {
			const { id, out } = parseFields(form, schemas.outOfUse);
			await setSaddleRetired(app().db, locals.scope, id, out);
			return { done: 'retire' as const };
		})
};
