import { app } from '../app.js';
import { config } from '../config.js';
import { failureOf } from '../db/index.js';
import { ADDRESS, SEEN_AT } from './auth.js';

/** Who asks, as the sign-in library needs to know it. */
export interface Asked {
	/** The person's own address, for the limits. */
	readonly address: string;
	/** Where the person sees this place, for links in mails. */
	readonly seenAt: string;
	readonly cookie?: string | null;
	readonly userAgent?: string | null;
}

export interface Answered {
	readonly status: 'ok' | 'refused' | 'too-many-tries' | 'database-away';
	/** The library's own code of a refusal. */
	readonly code: string | undefined;
	readonly body: unknown;
	readonly setCookies: readonly string[];
}

const base = (): string => config().origin ?? 'http://127.0.0.1';

/** Asks the sign-in library through its own front door, so that its rate limits count. */
export async function askAuth(path: string, asked: Asked, body?: Record<string, unknown>): Promise<Answered> {
	const headers = new Headers({
		origin: config().origin ?? asked.seenAt,
		[ADDRESS]: asked.address,
		[SEEN_AT]: asked.seenAt
	});
	if (asked.cookie) headers.set('cookie', asked.cookie);
	if (asked.userAgent) headers.set('user-agent', asked.userAgent);
	if (body) headers.set('content-type', 'application/json');
	const request = new Request(`${base()}/api/auth${path}`, {
		method: body ? 'POST' : 'GET',
		headers,
		...(body ? { body: JSON.stringify(body) } : {})
	});
	const response = await app()
		.auth.handler(request)
		.catch((error: unknown) => {
			if (failureOf(error)) return new Response(null, { status: 503 });
			throw error;
		});
	const said: unknown = await response.json().catch(() => undefined);
	const code = (said as { code?: unknown } | undefined)?.code;
	return {
		// A server that cannot ask its database knows nothing of the password.
		status:
			response.status === 429
				? 'too-many-tries'
				: response.status >= 500
					? 'database-away'
					: response.ok || response.status === 302
						? 'ok'
						: 'refused',
		code: typeof code === 'string' ? code : undefined,
		body: said,
		setCookies: response.headers.getSetCookie()
	};
}

/** Who asks in a request. */
export const askedOf = (event: {
	readonly request: Request;
	readonly url: URL;
	readonly getClientAddress: () => string;
}): Asked => ({
	address: event.getClientAddress(),
	seenAt: event.url.origin,
	cookie: event.request.headers.get('cookie'),
	userAgent: event.request.headers.get('user-agent')
});
