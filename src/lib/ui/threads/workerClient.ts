import workerpool, { type Pool } from 'workerpool';

/** Why a worker gave no answer. What it refuses by itself it answers, and is no failure. */
export type WorkerFailure = 'too-slow' | 'died' | 'stopped';
export class WorkerError extends Error {
	constructor(readonly code: WorkerFailure) {
		super(code);
	}
}

export interface WorkerClient {
	/** Asks one thing after another; throws a WorkerError. `onevent` hears what the worker tells meanwhile. */
	readonly ask: <T>(method: string, request: unknown, onevent?: (told: unknown) => void) => Promise<T>;
	/** Ends what is under way and what waits, as `stopped`; what is asked later is answered by a new worker. */
	readonly stop: () => void;
}

const SLOWEST_MS = 60_000;
/** A worker busy with arithmetic hears nothing: it is not waited for when it is ended. */
const GRACE_MS = 50;

/** One worker for a script, started when first asked; one that dies or takes too long is replaced. */
export function workerClient(
	script: string,
	{ slowestMs = SLOWEST_MS, workerType = 'web' }: { slowestMs?: number; workerType?: 'web' | 'thread' } = {}
): WorkerClient {
	const workerOpts: WorkerOptions = { type: 'module' };
	const start = (): Pool =>
		workerpool.pool(script, {
			maxWorkers: 1,
			workerType,
			workerTerminateTimeout: GRACE_MS,
			...(workerType === 'web' ? { workerOpts } : {})
		});
	let pool: Pool | undefined;
	let last: Promise<unknown> = Promise.resolve();
	const end = (): void => {
		const ended = pool;
		pool = undefined;
		void ended?.terminate(true);
	};
	let stops = 0;

	async function one<T>(method: string, request: unknown, onevent: ((told: unknown) => void) | undefined): Promise<T> {
		const mine = (pool ??= start());
		try {
			return (await mine.exec(method, [request], onevent ? { on: onevent } : {}).timeout(slowestMs)) as T;
		} catch (e) {
			if (mine !== pool) throw new WorkerError('stopped');
			end();
			throw new WorkerError(e instanceof Error && e.name === 'TimeoutError' ? 'too-slow' : 'died');
		}
	}
	return {
		ask<T>(method: string, request: unknown, onevent?: (told: unknown) => void): Promise<T> {
			const asked = stops;
			const next = last.then(() => {
				if (asked !== stops) throw new WorkerError('stopped');
				return one<T>(method, request, onevent);
			});
			last = next.catch(() => undefined);
			return next;
		},
		stop() {
			stops++;
			end();
		}
	};
}
