import { desc } from 'drizzle-orm';
import { asSystem, tables, type Asker } from '../db/index.js';

export type KeptMail = typeof tables.mailbox.$inferSelect;

/** The latest mails of the stand-in, newest first. */
export const listMailbox = (db: Asker): Promise<KeptMail[]> =>
	asSystem(() => db.select().from(tables.mailbox).orderBy(desc(tables.mailbox.id)).limit(50));
