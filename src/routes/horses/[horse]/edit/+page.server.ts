import { redirect } from '@sveltejs/kit';
import { answerForm, answerPage, parseFields, parseId, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHorse, mustMayInYard, putHorse, setHorseArchived } from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, params }) =>
	answerPage(async () => {
		const edited = await findHorse(app().db, locals.scope, parseId(params.horse));
		mustMayInYard(locals.scope, edited.yardId, 'horse');
		return { edited };
	});

export const actions: Actions = {
	save: async ({ request, locals, params }) => {
		const answer = await answerForm(request, (form) => {
			form.set('id', params.horse);
			return putHorse(app().db, locals.scope, parseFields(form, schemas.horse));
		});
		if ('yardId' in answer) redirect(303, `/horses/${answer.id}`);
		return answer;
	},
	out: async ({ request, locals, params }) => {
		const answer = await answerForm(request, async (form) => {
			form.set('id', params.horse);
			const { id, out, goneOn } = parseFields(form, schemas.leaving);
			await setHorseArchived(app().db, locals.scope, id, out, goneOn ?? null);
			return { done: 'out' as const };
		});
		if ('done' in answer) redirect(303, `/horses/${params.horse}`);
		return answer;
	}
};
