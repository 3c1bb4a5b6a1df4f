import { serverUrl, type Client } from './client.js';
import { tinyPng } from './tinyPng.js';

/** Sends the smallest picture to an address in somebody's name. */
export const putPhoto = (c: Client & { readonly cookie?: string }, where: string): Promise<Response> =>
	fetch(serverUrl() + where, {
		method: 'PUT',
		redirect: 'manual',
		headers: { cookie: c.cookie ?? '', 'content-type': 'image/png' },
		body: new Uint8Array(tinyPng())
	});
