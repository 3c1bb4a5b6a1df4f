/** A signed-in person talking HTTP to the server under test. */
export interface Client {
	readonly get: (path: string) => Promise<Response>;
	readonly send: (method: string, path: string, body?: unknown) => Promise<Response>;
	readonly post: (path: string, fields: Record<string, string>) => Promise<Response>;
}

export const serverUrl = (): string => {
	const url = process.env['ZT_TEST_URL'];
	if (!url) throw new Error('Run with "npm test": it starts the server that this needs.');
	return url;
};

export function clientAt(url: string, cookie: string): Client {
	const ask = (path: string, init: RequestInit) =>
		fetch(url + path, {
			redirect: 'manual',
			...init,
			headers: { cookie, ...(init.headers as Record<string, string>) }
		});
	return {
		get: (path) => ask(path, { method: 'GET' }),
		send: (method, path, body) =>
			ask(path, {
				method,
				headers: { 'content-type': 'application/json' },
				...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) })
			}),
		post: (path, fields) =>
			ask(path, {
				method: 'POST',
				headers: { origin: url, accept: 'text/html', 'content-type': 'application/x-www-form-urlencoded' },
				body: new URLSearchParams(fields).toString()
			})
	};
}

/** Signs in through the page's own form; returns the cookie header. */
export async function signInCookie(
	email: string,
	password = 'spring-tide-1204',
	url = serverUrl()
): Promise<{ status: number; cookie: string }> {
	const response = await clientAt(url, '').post('/sign-in', { email, password });
	const cookie = response.headers
		.getSetCookie()
		.map((c) => c.split(';')[0])
		.join('; ');
	return { status: response.status, cookie };
}

const known = new Map<string, Promise<string>>();

/** The session cookie of the demo's owner, bodyworker or fitter; signed in once a run, as sign-ins are rate-limited. */
export function cookieOf(who: 'owner' | 'bodyworker' | 'fitter'): Promise<string> {
	const found = known.get(who) ?? signInCookie(`${who}@saltings.example`).then(({ cookie }) => cookie);
	known.set(who, found);
	return found;
}

export const signedIn = async (who: 'owner' | 'bodyworker' | 'fitter'): Promise<Client> =>
	clientAt(serverUrl(), await cookieOf(who));

type BrowserCookie = { readonly name: string; readonly value: string; readonly url: string };
/** A cookie header as cookies for a browser's context. */
export const cookiesFrom = (header: string): BrowserCookie[] =>
	header.split('; ').map((pair) => {
		const split = pair.indexOf('=');
		return { name: pair.slice(0, split), value: pair.slice(split + 1), url: serverUrl() };
	});
export const browserCookies = async (who: 'owner' | 'bodyworker' | 'fitter'): Promise<BrowserCookie[]> =>
	cookiesFrom(await cookieOf(who));
