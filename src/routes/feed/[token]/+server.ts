import { accountSchemas, answerPage, parseFields } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { calendarOf } from '$lib/server/print/calendar.js';
import { dueByFeed } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** A person's private calendar address: no account, nothing but what is due; ended by its owner. */
export const GET: RequestHandler = ({ params, url }) =>
	answerPage(async () => {
		const { token } = parseFields([['token', params.token.replace(/\.ics$/, '')]], accountSchemas.token);
		const due = await dueByFeed(app().db, token);
		return new Response(calendarOf(due, url.origin), {
			headers: {
				'content-type': 'text/calendar; charset=utf-8',
				'cache-control': 'no-store',
				'x-robots-tag': 'noindex, nofollow'
			}
		});
	});
