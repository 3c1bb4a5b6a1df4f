import { answerForm, answerPage } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { config } from '$lib/server/config.js';
import { callOff, enqueue } from '$lib/server/jobs/index.js';
import { findPlaceFacts, needKeeper } from '$lib/server/records/index.js';
import { ENGINE_VERSION } from '$core/call/index.js';
import type { Actions, PageServerLoad } from './$types.js';

/** What whoever runs the place wants to know, in figures and never in records. */
export const load: PageServerLoad = ({ locals }) =>
	answerPage(async () => {
		const { origin, registration, mail, processes, proxies } = config();
		return {
			facts: await findPlaceFacts(app().db, locals.scope),
			engine: ENGINE_VERSION,
			settings: {
				origin: origin ?? null,
				registration,
				mail: mail === 'none' || mail === 'mailbox' ? mail : 'smtp',
				processes,
				proxies
			}
		};
	});

export const actions: Actions = {
	/** Judges whatever an earlier engine judged; pressed twice it is done once. */
	judge: ({ request, locals }) =>
		answerForm(request, async () => {
			await needKeeper(app().db, locals.scope);
			await enqueue('judge', {});
			return { done: 'judge' as const };
		}),
	stop: ({ request, locals }) =>
		answerForm(request, async () => {
			await needKeeper(app().db, locals.scope);
			await callOff('judge');
			return { done: 'stop' as const };
		})
};
