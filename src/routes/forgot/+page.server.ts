import { CoreError } from '$core/errors/index.js';
import { askNewPassword } from '$lib/server/access/accounts.js';
import { askedOf } from '$lib/server/access/askAuth.js';
import { app } from '$lib/server/app.js';
import { accountSchemas, answerForm, answerPage, parseFields } from '$lib/server/door/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = () =>
	answerPage(async () => {
		if (!app().mailer.able) throw new CoreError('not-found');
		return {};
	});

export const actions: Actions = {
	default: (event) =>
		answerForm(event.request, async (form) => {
			await askNewPassword(askedOf(event), parseFields(form, accountSchemas.address).email);
			return { done: true as const };
		})
};
