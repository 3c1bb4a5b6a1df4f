import { answerForm, answerPage, parseFields, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHand, putHand } from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals }) =>
	answerPage(async () => ({ hand: await findHand(app().db, locals.scope) }));

export const actions: Actions = {
	default: ({ request, locals }) =>
		answerForm(request, async (form) => {
			await putHand(app().db, locals.scope, parseFields(form, schemas.hand));
			return { done: 'hand' as const };
		})
};
