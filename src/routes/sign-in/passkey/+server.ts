import { json } from '@sveltejs/kit';
import { askedOf } from '$lib/server/access/askAuth.js';
import { passOn } from '$lib/server/access/cookies.js';
import { keyToShow, signInByKey } from '$lib/server/access/passkeys.js';
import { accountSchemas, answerJson, answerPage, parseFields, readForm } from '$lib/server/door/index.js';
import type { RequestHandler } from './$types.js';

/** What the browser needs to ask for a key; the same for everybody. */
export const GET: RequestHandler = (event) =>
	answerPage(async () => {
		const { options, setCookies } = await keyToShow(askedOf(event));
		passOn(event.cookies, setCookies);
		return json(options, { headers: { 'cache-control': 'no-store' } });
	});

/** Signs in with what the key answered. */
export const POST: RequestHandler = (event) =>
	answerJson(async () => {
		const { answer } = parseFields(await readForm(event.request), accountSchemas.keyAnswer);
		passOn(event.cookies, await signInByKey(askedOf(event), answer));
		return { signedIn: true };
	});
