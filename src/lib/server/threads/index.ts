import { existsSync } from 'node:fs';
import path from 'node:path';
import workerpool, { type Pool } from 'workerpool';
import { CoreError } from '../../../core/errors/index.js';

const MOST_WAITING = 60;

/** A refusal comes over the thread's border as a plain error that has its code and data. */
function refusalOf(e: unknown, tooSlow: string): CoreError | undefined {
	if (!(e instanceof Error)) return undefined;
	if (e.name === 'TimeoutError') return new CoreError(tooSlow);
	if (/^Max queue size/.test(e.message)) return new CoreError('busy');
	const { code, data } = e as Error & { code?: unknown; data?: CoreError['data'] };
	return typeof code === 'string' && data ? new CoreError(code, data) : undefined;
}

export interface Threads {
	/** How many work at once. */
	readonly most: number;
	readonly longestMs: number;
	/** Code of the refusal when it takes longer. */
	readonly tooSlow: string;
}

/**
 * Work off the thread that answers requests, in threads of a script built beside the server; in development, where
 * it is not there, in place. Throws what the work throws, `busy` where too many wait, or `tooSlow`.
 */
export function threadsOf<M extends Readonly<Record<string, (...args: never[]) => unknown>>>(
	script: string,
	methods: M,
	{ most, longestMs, tooSlow }: Threads
) {
	let pool: Pool | undefined;
	const there = (): Pool | undefined => {
		const folder = process.env['BUILD_DIR'];
		if (!folder || !existsSync(path.join(folder, script))) return undefined;
		return (pool ??= workerpool.pool(path.join(folder, script), {
			workerType: 'thread',
			maxWorkers: most,
			maxQueueSize: MOST_WAITING
		}));
	};
	return async <K extends keyof M & string>(
		method: K,
		...args: Parameters<M[K]>
	): Promise<Awaited<ReturnType<M[K]>>> => {
		const threads = there();
		if (!threads) return (await methods[method]?.(...args)) as Awaited<ReturnType<M[K]>>;
		try {
			return (await threads.exec(method, args).timeout(longestMs)) as Awaited<ReturnType<M[K]>>;
		} catch (e) {
			throw refusalOf(e, tooSlow) ?? e;
		}
	};
}
