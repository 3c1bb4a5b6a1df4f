import { app } from '../app.js';
import { failureOf } from '../db/index.js';

const base = (): string => process.env['ORIGIN'] ?? 'http://127.0.0.1';

/** What the sign-in library answered: cookies to set, or why not. */
export type SignInAnswer =
	| { readonly status: 'signed-in'; readonly setCookies: readonly string[] }
	| { readonly status: 'sign-in-failed' | 'too-many-tries' | 'database-away' };

/** Signs in through the library's own front door, so that its rate limit counts this address. */
export async function signIn(
	email: string,
	password: string,
	address: string,
	userAgent: string
): Promise<SignInAnswer> {
	const request = new Request(`${base()}/api/auth/sign-in/email`, {
		method: 'POST',
		headers: { 'content-type': 'application/json', origin: base(), 'x-zt-address': address, 'user-agent': userAgent },
		body: JSON.stringify({ email, password, rememberMe: true })
	});
	const response = await app()
		.auth.handler(request)
		.catch((error: unknown) => {
			if (failureOf(error)) return new Response(null, { status: 503 });
			throw error;
		});
	if (response.status === 429) return { status: 'too-many-tries' };
	// A server that cannot ask its database knows nothing of the password.
	if (response.status >= 500) return { status: 'database-away' };
	if (!response.ok) return { status: 'sign-in-failed' };
	return { status: 'signed-in', setCookies: response.headers.getSetCookie() };
}

/** Ends the session the cookies name; returns cookies that clear it. */
export async function signOut(headers: Headers): Promise<readonly string[]> {
	const request = new Request(`${base()}/api/auth/sign-out`, {
		method: 'POST',
		headers: { cookie: headers.get('cookie') ?? '', origin: base(), 'content-type': 'application/json' },
		body: '{}'
	});
	return (await app().auth.handler(request)).headers.getSetCookie();
}

export interface SignedIn {
	readonly id: string;
	readonly name: string;
	readonly email: string;
}

/** The person whose session these headers carry, if it is still good. */
export async function personOf(headers: Headers): Promise<SignedIn | undefined> {
	if (!headers.get('cookie')?.includes('zt.session_token')) return undefined;
	const found = await app().auth.api.getSession({ headers });
	return found ? { id: found.user.id, name: found.user.name, email: found.user.email } : undefined;
}
