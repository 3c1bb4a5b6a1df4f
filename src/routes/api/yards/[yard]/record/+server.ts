import { CoreError } from '$core/errors/index.js';
import { answerJson, BOUNDS, parseId, readBytes } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { makeExport } from '$lib/server/print/index.js';
import { mustMayInYard, ON_DIFFER, putWholeRecord, RECORD_AS } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/**
 * Imports a whole record: `?as=same` merges it with the horse that is there, `?as=new` begins another. Visits that
 * differ here stay as they are and are named; `?differ=take` puts the file's in their place.
 */
export const POST: RequestHandler = ({ params, url, request, locals }) =>
	answerJson(async () => {
		const yardId = parseId(params.yard);
		// Nobody's bytes are read before it is known that they may write here.
		mustMayInYard(locals.scope, yardId, 'horse');
		const as = RECORD_AS.find((a) => a === (url.searchParams.get('as') ?? 'same'));
		if (!as) throw new CoreError('bad-input', { detail: 'Say as=same or as=new.' });
		const differ = ON_DIFFER.find((d) => d === (url.searchParams.get('differ') ?? 'keep'));
		if (!differ) throw new CoreError('bad-input', { detail: 'Say differ=keep or differ=take.' });
		const bytes = await readBytes(request, BOUNDS.record.bytes);
		return putWholeRecord(app().db, locals.scope, yardId, await makeExport('unpack', bytes), as, differ);
	});
