import { answerPage, download } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { calendarOf } from '$lib/server/print/calendar.js';
import { listDue } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** What is due for all horses one may see, to take away. */
export const GET: RequestHandler = ({ locals, url }) =>
	answerPage(async () => {
		const due = await listDue(app().db, locals.scope);
		return download(new TextEncoder().encode(calendarOf(due, url.origin)), 'text/calendar', 'zone-tally.ics');
	});
