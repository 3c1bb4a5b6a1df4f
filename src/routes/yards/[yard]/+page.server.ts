import { redirect } from '@sveltejs/kit';
import { v7 as uuidv7 } from 'uuid';
import { invitedMail } from '$words/mailWords.js';
import { ROLE_WORD } from '$words/index.js';
import { app } from '$lib/server/app.js';
import { accountSchemas, answerForm, answerPage, parseFields, parseId } from '$lib/server/door/index.js';
import {
	endMembership,
	invite,
	LEAVING_DAYS,
	listDeeds,
	listInvitations,
	listMembers,
	renameYard,
	revokeInvitation,
	setRole,
	setYardLeaving,
	yardLeavingAt,
	yardMay
} from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, params }) =>
	answerPage(async () => {
		const { db } = app();
		const yardId = parseId(params.yard);
		const members = await listMembers(db, locals.scope, yardId);
		const leads = yardMay(locals.scope, yardId, 'people');
		const mine = locals.scope.memberships.find((m) => m.yardId === yardId);
		return {
			yard: { id: yardId, name: mine?.yardName ?? '', role: mine?.role ?? 'viewer' },
			leads,
			members,
			invitations: leads ? await listInvitations(db, locals.scope, yardId) : [],
			deeds: leads ? await listDeeds(db, locals.scope, yardId) : [],
			leavingAt: leads ? await yardLeavingAt(db, yardId) : null,
			days: LEAVING_DAYS,
			newId: uuidv7(),
			mail: app().mailer.able
		};
	});

export const actions: Actions = {
	rename: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { name } = parseFields(form, accountSchemas.yardName);
			await renameYard(app().db, locals.scope, { id: parseId(params.yard), name });
			return { done: 'renamed' as const };
		}),
	leave: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { typed } = parseFields(form, accountSchemas.typed);
			await setYardLeaving(app().db, locals.scope, parseId(params.yard), typed);
			return { done: 'leaving' as const };
		}),
	keep: ({ request, locals, params }) =>
		answerForm(request, async () => {
			await setYardLeaving(app().db, locals.scope, parseId(params.yard), undefined);
			return { done: 'kept' as const };
		}),
	role: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { person, role } = parseFields(form, accountSchemas.role);
			await setRole(app().db, locals.scope, { yardId: parseId(params.yard), personId: person, role });
			return { done: 'role' as const };
		}),
	remove: async ({ request, locals, params }) => {
		const answer = await answerForm(request, async (form) => {
			const { person } = parseFields(form, accountSchemas.person);
			await endMembership(app().db, locals.scope, parseId(params.yard), person);
			return { done: 'removed' as const, own: person === locals.scope.personId };
		});
		if ('own' in answer && answer.own) redirect(303, '/account');
		return answer;
	},
	invite: ({ request, locals, params, url }) =>
		answerForm(request, async (form) => {
			const input = parseFields(form, accountSchemas.invite);
			const yardId = parseId(params.yard);
			const token = await invite(app().db, locals.scope, { ...input, yardId });
			const link = `${url.origin}/invite/${token}`;
			const yard = locals.scope.memberships.find((m) => m.yardId === yardId)?.yardName ?? '';
			if (input.email && app().mailer.able)
				app().mailer.send(
					invitedMail(
						input.email,
						locals.person?.name ?? '',
						`the yard ${yard} as ${ROLE_WORD[input.role].toLowerCase()}`,
						link
					)
				);
			return { done: 'invited' as const, link, mailed: input.email !== null && app().mailer.able };
		}),
	revoke: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			await revokeInvitation(
				app().db,
				locals.scope,
				parseId(params.yard),
				parseFields(form, accountSchemas.invitation).id
			);
			return { done: 'revoked' as const };
		})
};
