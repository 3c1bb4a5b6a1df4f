import { redirect } from '@sveltejs/kit';
import { askedOf } from '$lib/server/access/askAuth.js';
import { passOn } from '$lib/server/access/cookies.js';
import { signOut } from '$lib/server/access/signIn.js';
import type { RequestHandler } from './$types.js';

export const POST: RequestHandler = async (event) => {
	passOn(event.cookies, await signOut(askedOf(event)));
	// Not its storage: what is not sent yet stays on the device for its person.
	event.setHeaders({ 'clear-site-data': '"cache"' });
	redirect(303, '/sign-in');
};
