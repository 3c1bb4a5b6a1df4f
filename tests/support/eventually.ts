import { eq } from 'drizzle-orm';
import { tables } from '../../src/lib/server/db/index.js';
import { database } from './database.js';

/** Waits for what happens by itself in its own time; fails after a minute, or so many seconds: a machine may be busy. */
export async function eventually(holds: () => Promise<boolean>, seconds = 60): Promise<void> {
	for (let i = 0; i < 10 * seconds; i++) {
		if (await holds()) return;
		await new Promise((resolve) => setTimeout(resolve, 100));
	}
	throw new Error('it did not happen');
}

/** Pictures of a visit that have reached the server. */
export const photosOf = (visitId: string) =>
	database().db.select({ id: tables.photo.id }).from(tables.photo).where(eq(tables.photo.visitId, visitId));
