import { ENGINE_VERSION } from '$core/call/index.js';
import { answerPage } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { listChangedCalls } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

/** Which calls the present engine judges otherwise than an earlier one did. */
export const load: PageServerLoad = ({ locals }) =>
	answerPage(async () => ({
		engine: ENGINE_VERSION,
		changed: await listChangedCalls(app().db, locals.scope)
	}));
