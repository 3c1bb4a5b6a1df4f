import {
	answerJson,
	batchSchema,
	BOUNDS,
	clashedEntries,
	parseId,
	parseJson,
	sortBatch
} from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findWalk, putEntries } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Adds taps to a visit; the same taps again change nothing. Each refused tap is named with its reason. */
export const POST: RequestHandler = ({ params, request, locals }) =>
	answerJson(async () => {
		const now = new Date();
		const batch = await parseJson(request, locals.scope, BOUNDS.entries, batchSchema);
		const { kept, refused, clockOffMs } = sortBatch(parseId(params.visit), batch, now);
		const { stored, clashed, reopened } = await putEntries(app().db, locals.scope, kept);
		return { stored, refused: [...refused, ...clashedEntries(kept, clashed)], clockOffMs, reopened };
	});

/** All of a visit's taps, for going on with it on another device. */
export const GET: RequestHandler = ({ params, locals }) =>
	answerJson(() => findWalk(app().db, locals.scope, parseId(params.visit)));
