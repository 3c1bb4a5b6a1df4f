import { existsSync } from 'node:fs';
import path from 'node:path';
import workerpool, { type Pool } from 'workerpool';
import { CoreError } from '../../../core/errors/index.js';
import { EXPORTS, type Exports } from './exportWorker.js';

/** Built beside the server; in development, where it is not there, exports are made in place. */
const script = () => path.join(process.env['BUILD_DIR'] ?? '', 'exportWorker.mjs');
const LONGEST_MS = 60_000;
const MOST_WAITING = 30;

let pool: Pool | undefined;
const workers = (): Pool | undefined =>
	existsSync(script()) && process.env['BUILD_DIR']
		? (pool ??= workerpool.pool(script(), { workerType: 'thread', maxWorkers: 1, maxQueueSize: MOST_WAITING }))
		: undefined;

type Result<K extends keyof Exports> = Awaited<ReturnType<Exports[K]>>;

/** A refusal comes over the thread's border as a plain error that has its code and data. */
function refusalOf(e: unknown): CoreError | undefined {
	if (!(e instanceof Error)) return undefined;
	if (e.name === 'TimeoutError') return new CoreError('export-too-slow');
	if (/^Max queue size/.test(e.message)) return new CoreError('busy');
	const { code, data } = e as Error & { code?: unknown; data?: CoreError['data'] };
	return typeof code === 'string' && data ? new CoreError(code, data) : undefined;
}

/** Makes an export in a worker with a time limit; one that is too slow is ended and said. Throws `export-too-slow`, `busy`, or what the maker throws. */
export async function makeExport<K extends keyof Exports>(
	kind: K,
	...args: Parameters<Exports[K]>
): Promise<Result<K>> {
	const there = workers();
	const make = EXPORTS[kind] as unknown as (...a: Parameters<Exports[K]>) => Result<K> | Promise<Result<K>>;
	if (!there) return make(...args);
	try {
		return (await there.exec(kind, args).timeout(LONGEST_MS)) as Result<K>;
	} catch (e) {
		throw refusalOf(e) ?? e;
	}
}
