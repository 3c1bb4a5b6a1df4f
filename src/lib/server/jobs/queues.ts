import PgBoss from 'pg-boss';

/** The schema in which the queue library keeps its tables. */
export const QUEUE_SCHEMA = 'pgboss';

/** What waits in the queue, by name: `make` what a person asked for, `mail` that could not be sent at once, `remind` a person, `judge` whatever is not judged, `hour` the hourly round. */
export interface Jobs {
	make: { readonly id: string };
	mail: { readonly to: string; readonly subject: string; readonly text: string; readonly messageId?: string };
	remind: { readonly personId: string; readonly day: string };
	judge: Record<string, never>;
	hour: Record<string, never>;
}
export type QueueName = keyof Jobs;

type Options = Pick<PgBoss.Queue, 'retryLimit' | 'retryDelay' | 'retryBackoff' | 'expireInSeconds' | 'retentionHours'>;

/** Tried again with longer and longer waits; what takes longer than `expireInSeconds` died with its process and is tried again. */
export const QUEUES: Readonly<Record<QueueName, Options>> = {
	make: { retryLimit: 2, retryDelay: 2, retryBackoff: true, expireInSeconds: 60, retentionHours: 24 },
	mail: { retryLimit: 8, retryDelay: 5, retryBackoff: true, expireInSeconds: 60, retentionHours: 24 },
	remind: { retryLimit: 5, retryDelay: 30, retryBackoff: true, expireInSeconds: 120, retentionHours: 24 },
	judge: { retryLimit: 5, retryDelay: 5, retryBackoff: true, expireInSeconds: 120, retentionHours: 24 },
	hour: { retryLimit: 0, expireInSeconds: 600, retentionHours: 2 }
};
export const QUEUE_NAMES = Object.keys(QUEUES) as QueueName[];

/** Makes the queue's tables and queues, as the owner of the database: the server's own role may not. */
export async function ensureQueues(ownerUrl: string): Promise<void> {
	const boss = new PgBoss({
		connectionString: ownerUrl,
		schema: QUEUE_SCHEMA,
		max: 1,
		schedule: false,
		supervise: false
	});
	boss.on('error', () => undefined);
	await boss.start();
	try {
		const there = new Set((await boss.getQueues()).map((q) => q.name));
		for (const name of QUEUE_NAMES)
			await (there.has(name)
				? boss.updateQueue(name, { name, ...QUEUES[name] })
				: boss.createQueue(name, { name, ...QUEUES[name] }));
	} finally {
		await boss.stop({ graceful: false });
	}
}
