import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { sql } from 'drizzle-orm';
import type pg from 'pg';
import { logError } from '../log.js';
import { WalledPool } from './walledPool.js';
import * as schema from './schema/index.js';

export type Database = NodePgDatabase<typeof schema>;
/** A database or an open transaction: what a record function may ask. */
export type Asker = Pick<Database, 'select' | 'selectDistinctOn' | 'insert' | 'update' | 'delete' | 'execute'>;

export interface Connection {
	readonly db: Database;
	readonly pool: pg.Pool;
}

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

/** Opens a pool on `url`. Dates stay plain text: a visit's day has no time zone. */
export function connect(url: string, size: number): Connection {
	const pool = new WalledPool({
		connectionString: url,
		max: size,
		idleTimeoutMillis: 30_000,
		application_name: 'zone-tally',
		...PATIENCE
	});
	pool.on('error', (error) => logError('database connection lost', error));
	// A client that is in use when its connection is cut says so too; unheard, that would end the server.
	pool.on('connect', (client) => client.on('error', (error) => logError('database connection cut', error)));
	return { db: drizzle(pool, { schema }), pool };
}
