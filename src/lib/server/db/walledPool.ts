import pg from 'pg';
import { logLine } from '../log.js';
import { isSystem, whoAsks } from './wall.js';

const SLOW_MS = 1000;
const MOST_TEXT = 300;

/** The words of a query, without what was asked for: parameters travel apart from them. */
function wordsOf(query: unknown): string {
	const text = typeof query === 'string' ? query : (query as { text?: unknown } | undefined)?.text;
	return typeof text === 'string' ? text : '';
}

type Query = (...args: unknown[]) => unknown;

/** So many different questions are understood once for each connection; a rarer one is read anew each time. */
const MOST_NAMES = 400;
const names = new Map<string, string>();

/** A question by its words under a name of its own: the database reads and plans it once for a connection. */
function named(query: unknown): unknown {
	if (typeof query !== 'object' || query === null) return query;
	const { text, name } = query as { readonly text?: unknown; readonly name?: unknown };
	if (typeof text !== 'string' || name) return query;
	const known = names.get(text) ?? (names.size < MOST_NAMES ? `zt${names.size}` : undefined);
	if (known === undefined) return query;
	names.set(text, known);
	return { ...query, name: known };
}

/** A connection that says for whom it asks, and tells of queries which take long. */
export class WalledClient extends pg.Client {
	constructor(config?: string | pg.ClientConfig) {
		super(config);
		const plain = this.query.bind(this) as unknown as Query;
		let told = '';
		const sayWho = (): void => {
			const who = whoAsks();
			if (who === told) return;
			told = who;
			// It goes ahead in the same line, so the next question is asked in this name.
			(plain(`select set_config('zt.person', $1, false)`, [who]) as Promise<unknown>).catch(() => (told = '?'));
		};
		const timed: Query = (...args) => {
			sayWho();
			const began = performance.now();
			const answer = plain(named(args[0]), ...args.slice(1));
			if (!(answer instanceof Promise)) return answer;
			const words = wordsOf(args[0]);
			// A name that was said within a transaction is forgotten with it.
			if (/^\s*rollback/i.test(words)) told = '?';
			void answer
				.catch(() => undefined)
				.then(() => {
					const ms = performance.now() - began;
					if (ms > SLOW_MS)
						logLine('warn', 'slow query', {
							ms: Math.round(ms),
							query: words.replace(/\s+/g, ' ').slice(0, MOST_TEXT)
						});
				});
			return answer;
		};
		this.query = timed as unknown as typeof this.query;
	}
}

/**
 * A pool whose queries keep the name they are asked in, however long they wait for a connection. What the server does in
 * its own name goes to the pool of its own role.
 */
export class WalledPool extends pg.Pool {
	constructor(config: pg.PoolConfig, system?: pg.Pool) {
		super({ ...config, Client: WalledClient });
		if (system) {
			const plain = this.connect.bind(this) as Query;
			this.connect = ((...args: unknown[]) =>
				isSystem() ? (system.connect as Query).apply(system, args) : plain(...args)) as typeof this.connect;
			const end = this.end.bind(this) as () => Promise<void>;
			this.end = (async () => {
				await Promise.all([end(), system.end()]);
			}) as typeof this.end;
		}
		const ask: Query = async (...args) => {
			const client = await this.connect();
			try {
				return await (client.query as unknown as Query)(...args);
			} finally {
				// The pool itself keeps no connection that was cut.
				client.release();
			}
		};
		this.query = ask as unknown as typeof this.query;
	}
}
