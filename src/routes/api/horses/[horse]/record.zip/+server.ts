import { answerPage, download, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { makeExport } from '$lib/server/print/index.js';
import { readWholeRecord } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** A horse with all that belongs to it, as one file that another yard takes in. */
export const GET: RequestHandler = ({ params, locals }) =>
	answerPage(async () => {
		const { record, photos } = await readWholeRecord(app().db, locals.scope, parseId(params.horse));
		const packed = await makeExport('pack', record, photos);
		return download(Buffer.from(packed), 'application/zip', `${String(record.horse['name'])}.zip`);
	});
