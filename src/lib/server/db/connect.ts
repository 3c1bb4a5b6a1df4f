import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from './schema.js';

export type Database = NodePgDatabase<typeof schema>;
/** A database or an open transaction: what a record function may ask. */
export type Asker = Pick<Database, 'select' | 'selectDistinctOn' | 'insert' | 'update' | 'delete' | 'execute'>;

export interface Connection {
	readonly db: Database;
	readonly pool: pg.Pool;
}

/** Opens a pool on `url`. Dates stay plain text: a visit's day has no time zone. */
export function connect(url: string, size = 10): Connection {
	const pool = new pg.Pool({ connectionString: url, max: size, idleTimeoutMillis: 30_000 });
	pool.on('error', (error) => console.error('database connection lost:', error.message));
	return { db: drizzle(pool, { schema }), pool };
}
