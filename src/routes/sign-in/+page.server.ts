import { fail, redirect } from '@sveltejs/kit';
import { CoreError } from '$core/errors/index.js';
import { errorSentence } from '$words/index.js';
import { parseFields, schemas } from '$lib/server/door/index.js';
import { passOn } from '$lib/server/access/cookies.js';
import { signIn } from '$lib/server/access/signIn.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals }) => {
	if (locals.person) redirect(303, '/');
};

function readForm(form: FormData) {
	try {
		return parseFields(form, schemas.signIn);
	} catch (e) {
		if (e instanceof CoreError) return undefined;
		throw e;
	}
}

export const actions: Actions = {
	default: async ({ request, url, cookies, getClientAddress }) => {
		const form = await request.formData();
		form.set('to', url.searchParams.get('to') ?? '/');
		const input = readForm(form);
		const email = String(form.get('email') ?? '').slice(0, 200);
		if (!input) return fail(400, { email, message: errorSentence({ code: 'sign-in-failed', data: {} }) });
		const answer = await signIn(
			input.email,
			input.password,
			getClientAddress(),
			request.headers.get('user-agent') ?? ''
		);
		if (answer.status !== 'signed-in') {
			const status = answer.status === 'too-many-tries' ? 429 : 400;
			return fail(status, { email, message: errorSentence({ code: answer.status, data: {} }) });
		}
		passOn(cookies, answer.setCookies);
		redirect(303, input.to);
	}
};
