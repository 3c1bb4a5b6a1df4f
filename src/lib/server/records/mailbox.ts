import { desc } from 'drizzle-orm';
import { tables, type Asker } from '../db/index.js';

export type KeptMail = typeof tables.mailbox.$inferSelect;

/** The latest mails of the stand-in, newest first. */
export async function listMailbox(db: Asker): Promise<KeptMail[]> {
	return db.select().from(tables.mailbox).orderBy(desc(tables.mailbox.id)).limit(50);
}
