import type { Cookies } from '@sveltejs/kit';
import { config } from '../config.js';

/** True where people reach this server over https. */
export const overHttps = (): boolean => (config().origin ?? '').startsWith('https:');

/** Hands cookies set by the sign-in library on to the browser; name, value and age are its own, the rest ours. */
export function passOn(cookies: Cookies, setCookies: readonly string[]): void {
	for (const line of setCookies) {
		const [pair = '', ...attributes] = line.split(';').map((part) => part.trim());
		const split = pair.indexOf('=');
		const age = attributes.map((a) => /^max-age=(\d+)$/i.exec(a)?.[1]).find((a) => a !== undefined);
		cookies.set(pair.slice(0, split), pair.slice(split + 1), {
			path: '/',
			httpOnly: true,
			sameSite: 'lax',
			secure: overHttps(),
			// The value arrives encoded already.
			encode: (value) => value,
			...(age === undefined ? {} : { maxAge: Number(age) })
		});
	}
}
