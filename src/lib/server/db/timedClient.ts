import pg from 'pg';
import { logLine } from '../log.js';

const SLOW_MS = 1000;
const MOST_TEXT = 300;

/** The words of a query, without what was asked for: parameters travel apart from them. */
function wordsOf(query: unknown): string {
	const text = typeof query === 'string' ? query : (query as { text?: unknown } | undefined)?.text;
	return typeof text === 'string' ? text.replace(/\s+/g, ' ').slice(0, MOST_TEXT) : '';
}

type Query = (...args: unknown[]) => unknown;

/** A connection that tells of queries which take long. */
export class TimedClient extends pg.Client {
	constructor(config?: string | pg.ClientConfig) {
		super(config);
		const plain = this.query.bind(this) as unknown as Query;
		const timed: Query = (...args) => {
			const began = performance.now();
			const answer = plain(...args);
			if (answer instanceof Promise)
				void answer
					.catch(() => undefined)
					.then(() => {
						const ms = performance.now() - began;
						if (ms > SLOW_MS) logLine('warn', 'slow query', { ms: Math.round(ms), query: wordsOf(args[0]) });
					});
			return answer;
		};
		this.query = timed as unknown as typeof this.query;
	}
}
