import { sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables, type Database } from '../db/index.js';
import { writeAsServer } from './write.js';

/**
 * Counts a try under a key, in the table where the sign-in library counts its own. False when there were more than
 * `most` within `seconds`.
 */
export async function countTry(db: Database, key: string, most: number, seconds: number): Promise<boolean> {
	const { rateLimit } = tables;
	const now = Date.now();
	const old = sql`${rateLimit.lastRequest} < ${now - 1000 * seconds}`;
	const [row] = await writeAsServer(db, (tx) =>
		tx
			.insert(rateLimit)
			.values({ id: uuidv7(), key, count: 1, lastRequest: now })
			.onConflictDoUpdate({
				target: rateLimit.key,
				set: {
					count: sql`case when ${old} then 1 else ${rateLimit.count} + 1 end`,
					// The window begins with the first try, so that trying on does not lengthen it.
					lastRequest: sql`case when ${old} then ${now} else ${rateLimit.lastRequest} end`
				}
			})
			.returning({ count: rateLimit.count })
	);
	return (row?.count ?? 0) <= most;
}
