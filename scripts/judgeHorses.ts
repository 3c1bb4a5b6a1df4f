import { text } from 'node:stream/consumers';
import { connect } from '../src/lib/server/db/index.js';
import { rejudgeHorses } from '../src/lib/server/records/index.js';

/** Judges the horses whose ids come in by lines; writes a line for each that is done. */
const { db, pool } = connect(process.env['DATABASE_URL'] ?? '', 2);
try {
	const ids = (await text(process.stdin)).split('\n').filter(Boolean);
	await rejudgeHorses(db, ids, () => process.stdout.write('.\n'));
} finally {
	await pool.end();
}
