import { redirect } from '@sveltejs/kit';
import { app } from '$lib/server/app.js';
import { accountSchemas, answerForm, answerPage, parseFields } from '$lib/server/door/index.js';
import { findOffer, takeInvitation } from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

const tokenOf = (params: { readonly token: string }): string =>
	parseFields([['token', params.token]], accountSchemas.token).token;

export const load: PageServerLoad = ({ locals, params }) =>
	answerPage(async () => {
		const { yardName, horseName, role, email, by, takenBy } = await findOffer(app().db, tokenOf(params));
		return {
			offer: { yardName, horseName, role, email, by },
			token: params.token,
			taken: takenBy !== null && takenBy !== locals.person?.id,
			signedIn: locals.person !== undefined
		};
	});

export const actions: Actions = {
	default: async ({ request, locals, params }) => {
		const answer = await answerForm(request, async () =>
			takeInvitation(app().db, locals.scope, locals.person?.email ?? '', tokenOf(params))
		);
		if ('yardId' in answer) redirect(303, answer.horseId ? `/horses/${answer.horseId}` : `/?yard=${answer.yardId}`);
		return answer;
	}
};
