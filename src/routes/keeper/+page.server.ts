import { answerPage } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { config } from '$lib/server/config.js';
import { findPlaceFacts } from '$lib/server/records/index.js';
import { ENGINE_VERSION } from '$core/call/index.js';
import type { PageServerLoad } from './$types.js';

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
