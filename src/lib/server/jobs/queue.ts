import PgBoss from 'pg-boss';
import { app } from '../app.js';
import { config } from '../config.js';
import { logError } from '../log.js';
import { openInQueue } from '../records/index.js';
import { QUEUE_SCHEMA, type Jobs, type QueueName } from './queues.js';

/** What ended with its process is found and tried again this often, s. */
const LOOK_AFTER_SECONDS = 60;
const DAY_SECONDS = 86_400;

let started: Promise<PgBoss> | undefined;

/** The queue of this place, opened on first use. Throws where the database cannot be reached; asked again, it tries again. */
export function queue(): Promise<PgBoss> {
	started ??= open().catch((error: unknown) => {
		started = undefined;
		throw error;
	});
	return started;
}

async function open(): Promise<PgBoss> {
	const boss = new PgBoss({
		connectionString: config().systemDatabaseUrl,
		schema: QUEUE_SCHEMA,
		application_name: 'zone-tally-jobs',
		max: 2,
		// Its tables belong to the database's owner.
		migrate: false,
		schedule: false,
		maintenanceIntervalSeconds: LOOK_AFTER_SECONDS,
		// As long as a key must keep the same thing from being asked for twice.
		archiveCompletedAfterSeconds: DAY_SECONDS,
		deleteAfterDays: 1
	});
	boss.on('error', (error) => logError('the queue', error));
	return boss.start();
}

/** Puts a job into the queue; one that is there by its id or key already is left as it is. */
export async function enqueue<N extends QueueName>(
	name: N,
	data: Jobs[N],
	options: Pick<PgBoss.SendOptions, 'id' | 'singletonKey' | 'singletonSeconds' | 'startAfter'> = {}
): Promise<void> {
	await (await queue()).send(name, data, options);
}

/** Calls off whatever of a queue waits or is being worked on; who works on it sees so. */
export async function callOff(name: QueueName): Promise<void> {
	const boss = await queue();
	const ids = await openInQueue(app().db, name);
	if (ids.length > 0) await boss.cancel(name, ids);
}
export const isCalledOff = async (name: QueueName, id: string): Promise<boolean> =>
	(await (await queue()).getJobById(name, id))?.state === 'cancelled';

/** Ends the queue of this process; what is being worked on is finished. */
export async function closeQueue(): Promise<void> {
	const boss = await started?.catch(() => undefined);
	await boss?.stop({ graceful: true, timeout: 20_000 });
}
