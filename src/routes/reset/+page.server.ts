import { redirect } from '@sveltejs/kit';
import { setNewPassword } from '$lib/server/access/accounts.js';
import { askedOf } from '$lib/server/access/askAuth.js';
import { accountSchemas, answerForm, answerPage, parseFields, PASSWORD_LENGTH } from '$lib/server/door/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ url }) =>
	answerPage(async () => ({
		...parseFields([['token', url.searchParams.get('token') ?? '']], accountSchemas.token),
		least: PASSWORD_LENGTH.least
	}));

export const actions: Actions = {
	default: async (event) => {
		const answer = await answerForm(event.request, async (form) => {
			const { token, password } = parseFields(form, accountSchemas.reset);
			await setNewPassword(askedOf(event), token, password);
			return { done: true as const };
		});
		if ('done' in answer) redirect(303, '/sign-in?done=reset');
		return answer;
	}
};
