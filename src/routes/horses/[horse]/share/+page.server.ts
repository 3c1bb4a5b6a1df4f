import { redirect } from '@sveltejs/kit';
import { v7 as uuidv7 } from 'uuid';
import { invitedMail } from '$words/mailWords.js';
import { app } from '$lib/server/app.js';
import { accountSchemas, answerForm, answerPage, parseFields, parseId } from '$lib/server/door/index.js';
import { endShare, findHorse, listGuests, revokeInvitation, shareHorse } from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, parent }) =>
	answerPage(async () => {
		const { horse } = await parent();
		return { ...(await listGuests(app().db, locals.scope, horse)), newId: uuidv7(), mail: app().mailer.able };
	});

export const actions: Actions = {
	invite: ({ request, locals, params, url }) =>
		answerForm(request, async (form) => {
			const { db, mailer } = app();
			const input = parseFields(form, accountSchemas.share);
			const horse = await findHorse(db, locals.scope, parseId(params.horse));
			const token = await shareHorse(db, locals.scope, { ...input, horseId: horse.id, yardId: horse.yardId });
			const link = `${url.origin}/invite/${token}`;
			if (input.email && mailer.able)
				mailer.send(invitedMail(input.email, locals.person?.name ?? '', `the record of ${horse.name}`, link));
			return { done: 'invited' as const, link, mailed: input.email !== null && mailer.able };
		}),
	revoke: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { db } = app();
			const horse = await findHorse(db, locals.scope, parseId(params.horse));
			await revokeInvitation(db, locals.scope, horse.yardId, parseFields(form, accountSchemas.invitation).id);
			return { done: 'revoked' as const };
		}),
	end: async ({ request, locals, params }) => {
		const answer = await answerForm(request, async (form) => {
			const { db } = app();
			const { person } = parseFields(form, accountSchemas.person);
			const horse = await findHorse(db, locals.scope, parseId(params.horse));
			await endShare(db, locals.scope, horse, person);
			return { done: 'ended' as const, own: person === locals.scope.personId };
		});
		if ('own' in answer && answer.own) redirect(303, '/account');
		return answer;
	}
};
