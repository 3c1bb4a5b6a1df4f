import { fail, redirect } from '@sveltejs/kit';
import { CoreError } from '$core/errors/index.js';
import { errorSentence } from '$words/index.js';
import { parseFields, readForm, refusalOf, schemas, statusOf } from '$lib/server/door/index.js';
import { passOn } from '$lib/server/access/cookies.js';
import { signIn } from '$lib/server/access/signIn.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals }) => {
	if (locals.person) redirect(303, '/');
};

export const actions: Actions = {
	default: async ({ request, url, cookies, getClientAddress }) => {
		let email = '';
		try {
			const form = await readForm(request);
			email = (form.get('email') ?? '').slice(0, 200);
			const to = url.searchParams.get('to') ?? '/';
			const input = parseFields([...form, ['to', to] as const], schemas.signIn);
			const agent = request.headers.get('user-agent') ?? '';
			const answer = await signIn(input.email, input.password, getClientAddress(), agent);
			if (answer.status !== 'signed-in') throw new CoreError(answer.status);
			passOn(cookies, answer.setCookies);
			redirect(303, input.to);
		} catch (e) {
			const refusal = refusalOf(e);
			if (!refusal) throw e;
			// What was typed wrongly says no more than a wrong password.
			const code = refusal.code === 'bad-input' ? 'sign-in-failed' : refusal.code;
			const status = code === 'too-many-tries' ? 429 : statusOf(code);
			return fail(status, { email, message: errorSentence({ code, data: refusal.data }) });
		}
	}
};
