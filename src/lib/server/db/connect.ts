import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { sql } from 'drizzle-orm';
import type { PgTransactionConfig } from 'drizzle-orm/pg-core';
import type pg from 'pg';
import { logError } from '../log.js';
import { WalledPool } from './walledPool.js';
import * as schema from './schema/index.js';

export type Raw = NodePgDatabase<typeof schema>;
/** A database or an open transaction, for reading. */
export type Asker = Pick<Raw, 'select' | 'selectDistinctOn' | '$count' | 'execute'>;
declare const GATED: unique symbol;
/** An open transaction that may write: only the write gate (`records/write`) hands one out. */
export type Writer = Asker & Pick<Raw, 'insert' | 'update' | 'delete'> & { readonly [GATED]: true };
/** The database as record functions have it: to read from, and to open transactions that read. */
export interface Database extends Asker {
	readonly transaction: <T>(work: (tx: Asker) => Promise<T>, config?: PgTransactionConfig) => Promise<T>;
}

export interface Connection {
	readonly db: Raw;
	readonly pool: pg.Pool;
	/** The same database always as the server itself, for the sign-in library. */
	readonly systemDb: Raw;
}

/** A transaction that may write. Nobody but the write gate calls this: it asks for no right. */
export const openForWriting = <T>(db: Database, work: (tx: Writer) => Promise<T>): Promise<T> =>
	db.transaction((tx) => work(tx as Writer));

/** Nobody waits longer than this for a connection, a row that somebody else holds, or an answer. */
const PATIENCE = {
	connectionTimeoutMillis: 5000,
	lock_timeout: 4000,
	statement_timeout: 30_000,
	idle_in_transaction_session_timeout: 60_000
} as const;

/** True while the database answers. */
export async function isReachable(db: Asker): Promise<boolean> {
	return db.execute(sql`select 1`).then(
		() => true,
		() => false
	);
}

function watched<P extends pg.Pool>(pool: P): P {
	pool.on('error', (error) => logError('database connection lost', error));
	// A client that is in use when its connection is cut says so too; unheard, that would end the server.
	pool.on('connect', (client) => client.on('error', (error) => logError('database connection cut', error)));
	return pool;
}

/** Connections for the server's own work, for each of those for people. */
const SYSTEM_SHARE = 0.4;

/**
 * Opens a pool on `url`, for work in a person's name, and one on `systemUrl` for the server's own: another database
 * role, so that no query in a person's name can pass as the server. Dates stay plain text: a visit's day has no time zone.
 */
export function connect(url: string, size: number, systemUrl = url): Connection {
	const settings = (connectionString: string, max: number): pg.PoolConfig => ({
		connectionString,
		max,
		idleTimeoutMillis: 30_000,
		application_name: 'zone-tally',
		...PATIENCE
	});
	const systemPool =
		systemUrl === url
			? undefined
			: watched(new WalledPool(settings(systemUrl, Math.max(2, Math.round(size * SYSTEM_SHARE)))));
	const pool = watched(new WalledPool(settings(url, size), systemPool));
	return { db: drizzle(pool, { schema }), pool, systemDb: drizzle(systemPool ?? pool, { schema }) };
}
