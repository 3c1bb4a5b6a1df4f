import { CoreError } from '$core/errors/index.js';
import { app } from '$lib/server/app.js';
import { config } from '$lib/server/config.js';
import { answerPage } from '$lib/server/door/index.js';
import { listMailbox } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

/** The mailbox stand-in: what would have been sent, for a demo or a test; nowhere else. */
export const load: PageServerLoad = () =>
	answerPage(async () => {
		if (config().mail !== 'mailbox') throw new CoreError('not-found');
		return { mails: await listMailbox(app().db) };
	});
