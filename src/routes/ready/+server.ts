import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app.js';
import { isReachable } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** It can answer people now: 503 while the database cannot be asked. */
export const GET: RequestHandler = async () => {
	const database = await isReachable(app().db);
	return json({ database }, { status: database ? 200 : 503 });
};
