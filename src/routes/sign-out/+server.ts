import { redirect } from '@sveltejs/kit';
import { passOn } from '$lib/server/access/cookies.js';
import { signOut } from '$lib/server/access/signIn.js';
import type { RequestHandler } from './$types.js';

export const POST: RequestHandler = async ({ request, cookies }) => {
	passOn(cookies, await signOut(request.headers));
	redirect(303, '/sign-in');
};
