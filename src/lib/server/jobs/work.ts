import type PgBoss from 'pg-boss';
import { CoreError } from '../../../core/errors/index.js';
import { app } from '../app.js';
import { logError, logLine } from '../log.js';
import {
	admissionOf,
	asPerson,
	beginJob,
	countUnjudged,
	duePeople,
	endJob,
	failJob,
	judgeUnjudged,
	stuckJobs,
	sweepJobs,
	sweepLeaving,
	tellProgress
} from '../records/index.js';
import { readIn } from '../readersMeasures.js';
import { MAKERS } from './makers.js';
import { closeQueue, enqueue, isCalledOff, queue } from './queue.js';
import type { Jobs, QueueName } from './queues.js';
import { remind } from './remind.js';

const HOUR_SECONDS = 3600;
const AGAIN_MS = 5000;
/** How often an idle queue is looked at, s. */
const POLL_SECONDS: Readonly<Record<QueueName, number>> = { make: 0.5, mail: 3, remind: 3, judge: 1, hour: 10 };

/** Refusals that pass: the same work may do later. */
const PASSING = ['busy', 'database-away', 'export-too-slow'];

type Handed<N extends QueueName> = PgBoss.JobWithMetadata<Jobs[N]>;
type Handlers = { readonly [N in QueueName]: (handed: Handed<N>) => Promise<void> };

async function make({ data: { id }, retryCount, retryLimit }: Handed<'make'>): Promise<void> {
	const { db } = app();
	const asked = await beginJob(db, id);
	// Cancelled, or done by the try before this one.
	if (!asked) return;
	await asPerson(asked.personId, async () => {
		try {
			const { scope, measures } = await admissionOf(db, asked.personId);
			const tell = (done: number, total: number) => tellProgress(db, id, done, total);
			const made = await readIn(measures, () => MAKERS[asked.kind](db, scope, asked.asked, tell));
			await endJob(db, id, made);
		} catch (error) {
			const code = error instanceof CoreError ? error.code : undefined;
			if (code === 'job-cancelled') return;
			if (retryCount < retryLimit && (code === undefined || PASSING.includes(code))) throw error;
			if (code === undefined) logError('job failed', error);
			await failJob(db, id, code ?? 'job-failed');
		}
	});
}

/** So long horses are judged before what else waits in the process gets its turn. */
const JUDGE_MS = 30_000;

/** Judges what is not judged; goes on in a next job where there is more, and ends where it was called off. */
async function judge({ id }: Handed<'judge'>): Promise<void> {
	const { db } = app();
	const until = Date.now() + JUDGE_MS;
	const timeUp = (): boolean => ending || Date.now() >= until;
	const done = await judgeUnjudged(db, async () => !timeUp() && !(await isCalledOff('judge', id)));
	const left = await countUnjudged(db);
	if (done > 0) logLine('info', 'judged again', { horses: done, left });
	if (left > 0 && timeUp()) await enqueue('judge', {});
}

/** The hourly round of the place: of all its processes one goes it. */
async function hour(): Promise<void> {
	const { db, mailer } = app();
	const { yards, people } = await sweepLeaving(db);
	if (yards + people > 0) logLine('info', 'deleted for good', { yards, people });
	await sweepJobs(db);
	for (const id of await stuckJobs(db)) await enqueue('make', { id }, { id });
	if (!mailer.able) return;
	for (const { personId, day } of await duePeople(db, new Date()))
		await enqueue(
			'remind',
			{ personId, day },
			{ singletonKey: `${personId} ${day}`, singletonSeconds: 20 * HOUR_SECONDS }
		);
}

/** The process is told to end: what is under way is finished, nothing more is begun. */
let ending = false;

const HANDLERS: Handlers = {
	make,
	mail: ({ data }) => app().mailer.deliver(data),
	remind: ({ data: { personId, day } }) => remind(personId, day),
	judge,
	hour
};

/** Begins to work on what waits in the queue, as soon as there is one, and sees to the hourly round. */
export function startWorking(): void {
	const begin = async (): Promise<void> => {
		const boss = await queue();
		for (const name of Object.keys(HANDLERS) as QueueName[])
			await boss.work(
				name,
				{ pollingIntervalSeconds: POLL_SECONDS[name], batchSize: 1, includeMetadata: true },
				async (handed: PgBoss.JobWithMetadata<never>[]) => {
					for (const one of handed) await (HANDLERS[name] as (h: unknown) => Promise<void>)(one);
				}
			);
		const round = () =>
			void enqueue('hour', {}, { singletonKey: 'hour', singletonSeconds: HOUR_SECONDS }).catch((error: unknown) =>
				logError('the hourly round', error)
			);
		round();
		// By an earlier engine, or a server that went away before it had judged.
		if ((await countUnjudged(app().db)) > 0) await enqueue('judge', {});
		setInterval(round, HOUR_SECONDS * 1000).unref();
	};
	const tryIt = (): void => {
		if (!ending)
			void begin().catch((error: unknown) => {
				logError('the queue cannot be opened', error);
				setTimeout(tryIt, AGAIN_MS).unref();
			});
	};
	tryIt();
	process.on('zt:end' as 'exit', () => {
		ending = true;
		return closeQueue();
	});
}
