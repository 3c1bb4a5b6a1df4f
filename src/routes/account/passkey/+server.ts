import { json } from '@sveltejs/kit';
import { askedOf } from '$lib/server/access/askAuth.js';
import { passOn } from '$lib/server/access/cookies.js';
import { keepKey, keyToMake } from '$lib/server/access/passkeys.js';
import { accountSchemas, answerJson, answerPage, parseFields, readForm } from '$lib/server/door/index.js';
import type { RequestHandler } from './$types.js';

/** What the browser needs to make a key. */
export const GET: RequestHandler = (event) =>
	answerPage(async () => {
		const { options, setCookies } = await keyToMake(askedOf(event));
		passOn(event.cookies, setCookies);
		return json(options, { headers: { 'cache-control': 'no-store' } });
	});

/** Keeps the key that it has made. */
export const POST: RequestHandler = (event) =>
	answerJson(async () => {
		const { name, answer } = parseFields(await readForm(event.request), accountSchemas.newKey);
		passOn(event.cookies, await keepKey(askedOf(event), name, answer));
		return { kept: true };
	});
