import { redirect } from '@sveltejs/kit';
import { v7 as uuidv7 } from 'uuid';
import { answerForm, answerPage, chooseYard, parseFields, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { putHorse } from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, url, cookies }) =>
	answerPage(async () => {
		const yard = chooseYard(locals.scope, parseFields(url.searchParams, schemas.board).yard, cookies);
		return { id: uuidv7(), yard: { id: yard.yardId, name: yard.yardName } };
	});

export const actions: Actions = {
	default: async ({ request, locals }) => {
		const answer = await answerForm(request, (form) =>
			putHorse(app().db, locals.scope, parseFields(form, schemas.horse))
		);
		if ('yardId' in answer) redirect(303, `/horses/${answer.id}`);
		return answer;
	}
};
