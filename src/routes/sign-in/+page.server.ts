import { fail, redirect } from '@sveltejs/kit';
import { CoreError } from '$core/errors/index.js';
import { errorSentence } from '$words/index.js';
import { mayRegister } from '$lib/server/access/accounts.js';
import { askedOf } from '$lib/server/access/askAuth.js';
import { passOn } from '$lib/server/access/cookies.js';
import { passkeyPlace } from '$lib/server/access/passkeys.js';
import { signIn, WAIT_SECONDS } from '$lib/server/access/signIn.js';
import { app } from '$lib/server/app.js';
import { answerPage, parseFields, readForm, refusalOf, schemas, statusOf } from '$lib/server/door/index.js';
import type { Actions, PageServerLoad } from './$types.js';

/** An invitation that waits behind the door goes along to where an account is made. */
const inviteIn = (url: URL): string => /^\/invite\/([\w-]+)$/.exec(url.searchParams.get('to') ?? '')?.[1] ?? '';

export const load: PageServerLoad = ({ locals, url }) =>
	answerPage(async () => {
		if (locals.person) redirect(303, '/');
		const invite = inviteIn(url);
		const may = await mayRegister(invite).catch(() => 'registration-invited' as const);
		return {
			maySignUp: may === 'yes',
			signUp: `/sign-up${invite ? `?invite=${invite}` : ''}`,
			mail: app().mailer.able,
			keyPlace: passkeyPlace(),
			done: url.searchParams.get('done')
		};
	});

export const actions: Actions = {
	default: async (event) => {
		let email = '';
		try {
			const form = await readForm(event.request);
			email = (form.get('email') ?? '').slice(0, 200);
			const to = event.url.searchParams.get('to') ?? '/';
			const input = parseFields([...form, ['to', to] as const], schemas.signIn);
			const answer = await signIn(input.email, input.password, askedOf(event));
			if (answer.status !== 'signed-in') throw new CoreError(answer.status);
			passOn(event.cookies, answer.setCookies);
			redirect(303, input.to);
		} catch (e) {
			const refusal = refusalOf(e);
			if (!refusal) throw e;
			// What was typed wrongly says no more than a wrong password.
			const code = refusal.code === 'bad-input' ? 'sign-in-failed' : refusal.code;
			if (code === 'too-many-tries') event.setHeaders({ 'retry-after': String(WAIT_SECONDS) });
			const status = statusOf(code);
			return fail(status, { email, message: errorSentence({ code, data: refusal.data }) });
		}
	}
};
