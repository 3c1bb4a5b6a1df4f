import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import { tables, type Asker } from '../db/index.js';

export type Ride = typeof tables.ride.$inferSelect;

/** A horse's log, newest first. The caller has bounded the horse. */
export async function listRides(db: Asker, horseId: string): Promise<Ride[]> {
	return db
		.select()
		.from(tables.ride)
		.where(and(eq(tables.ride.horseId, horseId), isNull(tables.ride.undoneAt)))
		.orderBy(desc(tables.ride.riddenOn), desc(tables.ride.id))
		.limit(2000);
}

/** Lines of the log that were taken back, newest first. The caller has bounded the horse. */
export async function listUndoneRides(db: Asker, horseId: string): Promise<Ride[]> {
	return db
		.select()
		.from(tables.ride)
		.where(and(eq(tables.ride.horseId, horseId), isNotNull(tables.ride.undoneAt)))
		.orderBy(desc(tables.ride.undoneAt))
		.limit(50);
}
