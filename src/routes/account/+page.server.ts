import { changeAddress, changeName, changePassword, endSession, listSessions } from '$lib/server/access/accounts.js';
import { forgetKey, listKeys, passkeyPlace } from '$lib/server/access/passkeys.js';
import { askedOf } from '$lib/server/access/askAuth.js';
import { passOn } from '$lib/server/access/cookies.js';
import { app } from '$lib/server/app.js';
import {
	accountSchemas,
	answerForm,
	answerPage,
	diarySchemas,
	knownZone,
	parseFields,
	PASSWORD_LENGTH,
	ZONE_COOKIE
} from '$lib/server/door/index.js';
import {
	accountLeavingAt,
	LEAVING_DAYS,
	endFeed,
	findFeed,
	findPreferences,
	isKeeper,
	listSharedHorses,
	makeFeed,
	setAccountLeaving,
	setPreferences
} from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

export const load: PageServerLoad = (event) => {
	const { locals, request, url } = event;
	return answerPage(async () => ({
		email: locals.person?.email ?? '',
		mail: app().mailer.able,
		least: PASSWORD_LENGTH.least,
		sessions: await listSessions(request.headers),
		shared: await listSharedHorses(app().db, locals.scope),
		feed: await findFeed(app().db, locals.scope),
		keys: await listKeys(askedOf(event)),
		keyPlace: passkeyPlace(),
		keeper: await isKeeper(app().db, locals.scope),
		prefers: await findPreferences(app().db, locals.scope),
		leavingAt: await accountLeavingAt(app().db, locals.scope.personId),
		days: LEAVING_DAYS,
		done: url.searchParams.get('done')
	}));
};

export const actions: Actions = {
	forgetKey: (event) =>
		answerForm(event.request, async (form) => {
			await forgetKey(askedOf(event), parseFields(form, accountSchemas.session).id);
			return { done: 'key-forgotten' as const };
		}),
	reminders: ({ request, locals, cookies }) =>
		answerForm(request, async (form) => {
			const { reminders } = parseFields(form, diarySchemas.reminders);
			// Days begin where the person's browser is.
			const zone = knownZone(cookies.get(ZONE_COOKIE)) ?? 'UTC';
			await setPreferences(app().db, locals.scope, { reminders, zone });
			return { done: 'reminders' as const };
		}),
	measures: ({ request, locals }) =>
		answerForm(request, async (form) => {
			const measures = parseFields(form, accountSchemas.measures);
			await setPreferences(app().db, locals.scope, { measures });
			return { done: 'measures' as const };
		}),
	feed: ({ request, locals, url }) =>
		answerForm(request, async () => {
			const token = await makeFeed(app().db, locals.scope);
			return { done: 'feed' as const, address: `${url.origin}/feed/${token}.ics` };
		}),
	endFeed: ({ request, locals }) =>
		answerForm(request, async () => {
			await endFeed(app().db, locals.scope);
			return { done: 'feed-ended' as const };
		}),
	name: (event) =>
		answerForm(event.request, async (form) => {
			await changeName(askedOf(event), parseFields(form, accountSchemas.name).name);
			return { done: 'name' as const };
		}),
	address: (event) =>
		answerForm(event.request, async (form) => {
			await changeAddress(askedOf(event), parseFields(form, accountSchemas.address).email);
			return { done: 'mailed' as const };
		}),
	password: (event) =>
		answerForm(event.request, async (form) => {
			const { present, next } = parseFields(form, accountSchemas.newPassword);
			passOn(event.cookies, await changePassword(askedOf(event), present, next));
			return { done: 'password' as const };
		}),
	leave: (event) =>
		answerForm(event.request, async (form) => {
			await setAccountLeaving(app().db, event.locals.scope, parseFields(form, accountSchemas.typed).typed);
			return { done: 'leaving' as const };
		}),
	keep: (event) =>
		answerForm(event.request, async () => {
			await setAccountLeaving(app().db, event.locals.scope, undefined);
			return { done: 'kept' as const };
		}),
	end: (event) =>
		answerForm(event.request, async (form) => {
			await endSession(event.request.headers, parseFields(form, accountSchemas.session).id);
			return { done: 'ended' as const };
		})
};
