import { v7 as uuidv7 } from 'uuid';
import { answerForm, answerPage, chooseYard, parseFields, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { listHorseNames, listSaddles, mayWrite, putPairing, putSaddle } from '$lib/server/records/index.js';
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
			newId: uuidv7(),
			mayWrite: mayWrite(locals.scope, yard.yardId)
		};
	});

export const actions: Actions = {
	add: async ({ request, locals }) => {
		const form = await request.formData();
		return answerForm(form, async () => {
			await putSaddle(app().db, locals.scope, parseFields(form, schemas.saddle));
			return { done: 'add' as const };
		});
	},
	pair: async ({ request, locals }) => {
		const form = await request.formData();
		return answerForm(form, async () => {
			await putPairing(app().db, locals.scope, parseFields(form, schemas.pairing));
			return { done: 'pair' as const };
		});
	}
};
