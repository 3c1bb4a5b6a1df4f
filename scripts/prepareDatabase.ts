import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { sql } from 'drizzle-orm';
import path from 'node:path';
import { connect } from '../src/lib/server/db/index.js';
import { ensureQueues } from '../src/lib/server/jobs/queues.js';
import { ensureServerRole } from './lib/serverRole.mjs';
import { judgeUnjudged, markBehind } from '../src/lib/server/records/index.js';

/** Begun at the root of the checkout, from its source or from beside the built server. */
const MIGRATIONS = path.resolve('src/lib/server/db/migrations');

/** Fewer than these are judged before the place opens; more while it serves. */
const FEW = 60;

const url = process.env['DATABASE_URL'];
if (!url) throw new Error('DATABASE_URL is not set');
const { db, pool } = connect(url, 2);
try {
	// Two starts at once take turns: the lock is this session's own and ends with it.
	const guard = await pool.connect();
	await guard.query('select pg_advisory_lock(727801)');
	await migrate(db, { migrationsFolder: MIGRATIONS });
	await ensureQueues(url);
	if (process.argv.includes('--demo')) {
		const { loadDemo } = await import('./loadDemo.js');
		const loaded = await loadDemo(db, new Date().toISOString().slice(0, 10));
		console.log(loaded ? 'demo loaded' : 'demo already there');
		await db.execute(sql`analyze`);
	}
	if (!(await ensureServerRole(url)))
		console.log('the database’s owner may not make roles: the server connects as the owner, without the second wall');
	const behind = await markBehind(db);
	if (behind > FEW)
		console.log(`${behind} horses were judged by an earlier engine: they are judged again while it serves`);
	else if (behind > 0) {
		console.log(`judged again: ${await judgeUnjudged(db, () => true)} horses`);
		await db.execute(sql`analyze`);
	}
	guard.release();
} finally {
	await pool.end();
}
