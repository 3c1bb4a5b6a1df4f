import { redirect } from '@sveltejs/kit';
import { confirmAddress } from '$lib/server/access/accounts.js';
import { askedOf } from '$lib/server/access/askAuth.js';
import { accountSchemas, answerForm, answerPage, parseFields } from '$lib/server/door/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ url }) =>
	answerPage(async () => parseFields([['token', url.searchParams.get('token') ?? '']], accountSchemas.token));

export const actions: Actions = {
	// A press, not the opening: mail programs open links by themselves.
	default: async (event) => {
		const answer = await answerForm(event.request, async (form) => {
			await confirmAddress(askedOf(event), parseFields(form, accountSchemas.token).token);
			return { done: true as const };
		});
		if ('done' in answer) redirect(303, event.locals.person ? '/account?done=address' : '/sign-in?done=confirmed');
		return answer;
	}
};
