import { redirect } from '@sveltejs/kit';
import { answerForm, answerPage, parseFields, parseId, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHorse, putHorse } from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, params }) =>
	answerPage(async () => ({ horse: await findHorse(app().db, locals.scope, parseId(params.horse)) }));

export const actions: Actions = {
	default: async ({ request, locals, params }) => {
		const form = await request.formData();
		form.set('id', params.horse);
		const answer = await answerForm(form, () => putHorse(app().db, locals.scope, parseFields(form, schemas.horse)));
		if ('yardId' in answer) redirect(303, `/horses/${answer.id}`);
		return answer;
	}
};
