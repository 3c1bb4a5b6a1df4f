import { redirect } from '@sveltejs/kit';
import { v7 as uuidv7 } from 'uuid';
import { app } from '$lib/server/app.js';
import { accountSchemas, answerForm, parseFields } from '$lib/server/door/index.js';
import { makeYard } from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = () => ({ id: uuidv7() });

export const actions: Actions = {
	default: async ({ request, locals }) => {
		const answer = await answerForm(request, async (form) => {
			const yard = parseFields(form, accountSchemas.yard);
			await makeYard(app().db, locals.scope, yard);
			return { id: yard.id };
		});
		if ('id' in answer) redirect(303, `/yards/${answer.id}`);
		return answer;
	}
};
