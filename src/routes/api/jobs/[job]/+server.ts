import { answerJson, diarySchemas, parseFields, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { enqueue } from '$lib/server/jobs/index.js';
import { cancelJob, findHorse, findJob, putJob, type JobSeen } from '$lib/server/records/index.js';
import { errorSentence } from '$words/index.js';
import type { RequestHandler } from './$types.js';

/** How far it is, and why it failed in a sentence. */
const told = (job: JobSeen) => ({
	...job,
	...(job.refusal ? { message: errorSentence({ code: job.refusal, data: {} }) } : {})
});

/** Asks for a report under an id of the asker's own; the same again answers how far it is. */
export const PUT: RequestHandler = ({ params, url, locals }) =>
	answerJson(async () => {
		const { db } = app();
		const { horse, pairing, whom, paper } = parseFields(url.searchParams, diarySchemas.report);
		const { id: horseId } = await findHorse(db, locals.scope, horse);
		const id = parseId(params.job);
		const asked = { horseId, pairingId: pairing, whom, paper, today: locals.today };
		const job = await putJob(db, locals.scope, { id, kind: 'report', asked });
		if (job.state === 'waiting') await enqueue('make', { id }, { id });
		return told(job);
	});

export const GET: RequestHandler = ({ params, locals }) =>
	answerJson(async () => told(await findJob(app().db, locals.scope, parseId(params.job))));

/** Calls it off; what is done stays. */
export const DELETE: RequestHandler = ({ params, locals }) =>
	answerJson(async () => told(await cancelJob(app().db, locals.scope, parseId(params.job))));
