import { randomUUID } from 'node:crypto';
import { redirect, type Handle, type HandleServerError, type RequestEvent, type ServerInit } from '@sveltejs/kit';
import { building } from '$app/environment';
import { CoreError } from '$core/errors/index.js';
import { METRIC } from '$core/units/index.js';
import { errorSentence } from '$words/index.js';
import { overHttps } from '$lib/server/access/cookies.js';
import { personOf } from '$lib/server/access/signIn.js';
import { app } from '$lib/server/app.js';
import { config } from '$lib/server/config.js';
import { refusalJson, refusalOf, refusalPage, todayFor, ZONE_COOKIE } from '$lib/server/door/index.js';
import { startWorking } from '$lib/server/jobs/index.js';
import { logError, logLine } from '$lib/server/log.js';
import { PERSON_HEADER } from '$lib/personHeader.js';
import { countRequest } from '$lib/server/metrics.js';
import { remembered } from '$lib/server/pageMemory.js';
import { readIn } from '$lib/server/readersMeasures.js';
import { admissionOf, asPerson, measuresOfReport, NOBODY } from '$lib/server/records/index.js';

const OPEN_PATHS = new Set([
	'/sign-in',
	'/sign-in/passkey',
	'/sign-up',
	'/confirm',
	'/forgot',
	'/reset',
	'/mailbox',
	'/health',
	'/ready'
]);
/** Help, and the link of an invitation, are looked at before one has an account. */
const OPEN_UNDER = ['/invite/', '/report/', '/feed/', '/help'];
const isOpen = (path: string): boolean => OPEN_PATHS.has(path) || OPEN_UNDER.some((p) => path.startsWith(p));
const YEAR_SECONDS = 31_536_000;
/** A digital ruler or scanner on the person's own computer is a stand-in of the demo. */
const LOOPBACK = / http:\/\/(127\.0\.0\.1|localhost):\*/g;

const wantsPage = ({ request, url }: RequestEvent): boolean =>
	request.method === 'GET' && !url.pathname.startsWith('/api/');

/** A write that another site's page sent, with or without a body. */
function isForeign({ request, url }: RequestEvent): boolean {
	if (['GET', 'HEAD', 'OPTIONS'].includes(request.method)) return false;
	const origin = request.headers.get('origin');
	return (origin !== null && origin !== url.origin) || request.headers.get('sec-fetch-site') === 'cross-site';
}

/** Nothing but the sign-in page answers a person who is signed out; everyone else carries the yards they belong to. */
async function admit(event: RequestEvent): Promise<CoreError | undefined> {
	if (isForeign(event)) return new CoreError('foreign-origin');
	event.locals.person = await personOf(event.request.headers);
	const { person } = event.locals;
	// What a device sends in one person's name is not stored under another's who has signed in meanwhile.
	const meant = event.request.headers.get(PERSON_HEADER);
	if (meant && person && meant !== person.id) return new CoreError('other-person');
	if (person) Object.assign(event.locals, await asPerson(person.id, () => admissionOf(app().db, person.id)));
	else if (!isOpen(event.url.pathname)) return new CoreError('not-signed-in');
	else if (event.route.id === '/report/[token]')
		event.locals.measures = await measuresOfReport(app().db, event.params['token'] ?? '');
	return undefined;
}

const PAGE_TYPE = /^(?:text\/html|application\/json)/;

function guarded(response: Response): Response {
	const { headers } = response;
	// Pages and their data stay in no cache but the one that signing out clears.
	if (PAGE_TYPE.test(headers.get('content-type') ?? '') && !headers.has('cache-control'))
		headers.set('cache-control', 'no-store');
	headers.set('x-content-type-options', 'nosniff');
	headers.set('referrer-policy', 'same-origin');
	if (overHttps()) headers.set('strict-transport-security', `max-age=${YEAR_SECONDS}`);
	const policy = headers.get('content-security-policy');
	if (policy && !config().demo) headers.set('content-security-policy', policy.replace(LOOPBACK, ''));
	return response;
}

/** A proxy that is known may give the request its id. */
function requestIdOf(request: Request): string {
	const given = config().proxies > 0 ? request.headers.get('x-request-id') : null;
	return given && /^[\w-]{8,64}$/.test(given) ? given : randomUUID();
}

/** The path for a log: of one that holds a secret, the pattern. */
const pathWords = ({ route, url }: Pick<RequestEvent, 'route' | 'url'>): string =>
	route.id?.includes('[token]') ? route.id : url.pathname;

const SLOW_MS = 2000;
/** What every answer carries and what is counted of it; slow and broken ones are told. */
function told(event: RequestEvent, response: Response, began: number): Response {
	const ms = performance.now() - began;
	const { method } = event.request;
	const { requestId } = event.locals;
	response.headers.set('x-request-id', requestId);
	response.headers.append('server-timing', `all;dur=${ms.toFixed(1)}`);
	countRequest(method, event.route.id ?? 'none', response.status, ms / 1000);
	if (ms > SLOW_MS || response.status >= 500)
		logLine('warn', ms > SLOW_MS ? 'slow request' : 'broken request', {
			method,
			path: pathWords(event),
			status: response.status,
			ms: Math.round(ms),
			request: requestId
		});
	return guarded(response);
}

/** Of the processes of a place one works on what is made behind: the leader says which. */
export const init: ServerInit = () => {
	if (!building && process.env['ZT_JOBS'] !== '0') startWorking();
};

export const handle: Handle = async ({ event, resolve }) => {
	const began = performance.now();
	event.locals.requestId = building ? '' : requestIdOf(event.request);
	const theme = event.cookies.get('zt-theme');
	event.locals.theme = theme === 'paper' || theme === 'stable' ? theme : undefined;
	event.locals.scope = NOBODY;
	event.locals.measures = METRIC;
	event.locals.today = todayFor(event.cookies.get(ZONE_COOKIE), new Date());
	if (building) return resolve(event);
	let refusal: CoreError | undefined;
	try {
		refusal = await admit(event);
	} catch (error) {
		logError('not admitted', error, {
			method: event.request.method,
			path: pathWords(event),
			request: event.locals.requestId
		});
		refusal = refusalOf(error) ?? new CoreError('database-away');
	}
	if (refusal?.code === 'not-signed-in' && wantsPage(event))
		redirect(303, `/sign-in?to=${encodeURIComponent(event.url.pathname + event.url.search)}`);
	if (refusal) return told(event, wantsPage(event) ? refusalPage(refusal) : refusalJson(refusal), began);
	const drawn = () =>
		remembered(event, event.locals.snapshot, async () =>
			resolve(event, {
				transformPageChunk: ({ html }) =>
					html.replace(
						'data-theme="paper"',
						event.locals.theme ? `data-theme="${event.locals.theme}"` : 'data-theme="paper"'
					)
			})
		);
	const response = await asPerson(event.locals.person?.id ?? '', () => readIn(event.locals.measures, drawn));
	return told(event, response, began);
};

export const handleError: HandleServerError = ({ error, event, status, message }) => {
	if (status === 404) return { message: errorSentence({ code: 'not-found', data: {} }), code: 'not-found' };
	logError('request failed', error, {
		method: event.request.method,
		path: pathWords(event),
		request: event.locals.requestId
	});
	return { message: status >= 500 ? 'Something broke on our side. What was recorded is safe; try again.' : message };
};
