import { answerJson } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { listFindable } from '$lib/server/records/index.js';
import { formatDay } from '$lib/ui/format.js';
import type { RequestHandler } from './$types.js';

/** Names to be found in the palette, in all of the person's yards. */
export const GET: RequestHandler = ({ locals }) =>
	answerJson(async () => {
		const { horses, saddles, visits } = await listFindable(app().db, locals.scope);
		return { horses, saddles, visits: visits.map((v) => ({ ...v, day: formatDay(v.visitedOn) })) };
	});
