import { json, redirect, type Handle, type HandleServerError } from '@sveltejs/kit';
import { building } from '$app/environment';
import { errorSentence } from '$words/index.js';
import { personOf } from '$lib/server/access/signIn.js';
import { app } from '$lib/server/app.js';
import { scopeOf } from '$lib/server/records/index.js';

const OPEN_PATHS = new Set(['/sign-in']);

function refuseSignedOut(pathname: string, search: string, wantsPage: boolean): Response {
	if (wantsPage) redirect(303, `/sign-in?to=${encodeURIComponent(pathname + search)}`);
	return json({ code: 'not-signed-in', message: errorSentence({ code: 'not-signed-in', data: {} }) }, { status: 401 });
}

/** Nothing but the sign-in page answers a person who is signed out; everyone else carries the yards they belong to. */
export const handle: Handle = async ({ event, resolve }) => {
	const began = performance.now();
	const theme = event.cookies.get('zt-theme');
	event.locals.theme = theme === 'paper' || theme === 'stable' ? theme : undefined;
	event.locals.scope = { personId: '', memberships: [] };
	if (building) return resolve(event);
	event.locals.person = await personOf(event.request.headers);
	if (event.locals.person) event.locals.scope = await scopeOf(app().db, event.locals.person.id);
	else if (!OPEN_PATHS.has(event.url.pathname)) {
		const wantsPage = event.request.method === 'GET' && !event.url.pathname.startsWith('/api/');
		return refuseSignedOut(event.url.pathname, event.url.search, wantsPage);
	}
	const response = await resolve(event, {
		transformPageChunk: ({ html }) =>
			html.replace(
				'data-theme="paper"',
				event.locals.theme ? `data-theme="${event.locals.theme}"` : 'data-theme="paper"'
			)
	});
	response.headers.set('server-timing', `all;dur=${(performance.now() - began).toFixed(1)}`);
	response.headers.set('x-content-type-options', 'nosniff');
	response.headers.set('referrer-policy', 'same-origin');
	return response;
};

export const handleError: HandleServerError = ({ error, status, message }) => {
	if (status === 404) return { message: errorSentence({ code: 'not-found', data: {} }), code: 'not-found' };
	console.error(error);
	return { message: status >= 500 ? 'Something broke on our side. What was recorded is safe; try again.' : message };
};
