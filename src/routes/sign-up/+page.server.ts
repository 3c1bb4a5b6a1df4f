import { redirect } from '@sveltejs/kit';
import { CoreError } from '$core/errors/index.js';
import { mayRegister, signUp } from '$lib/server/access/accounts.js';
import { askedOf } from '$lib/server/access/askAuth.js';
import { passOn } from '$lib/server/access/cookies.js';
import { signIn } from '$lib/server/access/signIn.js';
import { app } from '$lib/server/app.js';
import { accountSchemas, answerForm, answerPage, parseFields, PASSWORD_LENGTH } from '$lib/server/door/index.js';
import { findOffer } from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, url }) =>
	answerPage(async () => {
		if (locals.person) redirect(303, '/');
		const { invite } = parseFields(
			[
				['name', '-'] as const,
				['email', 'a@b.example'] as const,
				['password', '-'] as const,
				['invite', url.searchParams.get('invite') ?? ''] as const
			],
			accountSchemas.signUp
		);
		const may = await mayRegister(invite);
		if (may !== 'yes') throw new CoreError(may);
		const offer = invite ? await findOffer(app().db, invite) : undefined;
		return {
			invite,
			email: offer?.email ?? '',
			to: offer ? (offer.horseName ?? offer.yardName) : null,
			least: PASSWORD_LENGTH.least
		};
	});

export const actions: Actions = {
	default: async (event) => {
		let next = '';
		const answer = await answerForm(event.request, async (form) => {
			const input = parseFields(form, accountSchemas.signUp);
			await signUp(askedOf(event), input);
			const to = input.invite ? `/invite/${input.invite}` : '/';
			if (app().mailer.able) next = `/sign-in?done=mailed&to=${encodeURIComponent(to)}`;
			else {
				const signed = await signIn(input.email, input.password, askedOf(event));
				if (signed.status === 'signed-in') passOn(event.cookies, signed.setCookies);
				next = signed.status === 'signed-in' ? to : `/sign-in?done=made&to=${encodeURIComponent(to)}`;
			}
			return {};
		});
		if (next) redirect(303, next);
		return answer;
	}
};
