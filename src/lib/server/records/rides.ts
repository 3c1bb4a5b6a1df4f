import { and, eq } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import type { LoggedChange } from '../../../core/schedule/index.js';
import { tables, type Asker, type Database } from '../db/index.js';

import { mustBeHere } from './horses.js';
import { findSaddle } from './saddles.js';
import { seenBy, type Scope } from './scope.js';
import { refreshStanding } from './standing.js';
import { writeHorse } from './transaction.js';
import { noteDeed } from './deeds.js';

export interface RideInput {
	readonly id: string;
	readonly horseId: string;
	readonly riddenOn: string;
	readonly saddleId: string | null;
	readonly pad: string;
	readonly seen: readonly string[];
	readonly atTime: string;
	readonly changes: readonly LoggedChange[];
	readonly note: string;
	/** Where the saddle stood afterwards, mm to the front of where it was set; null where nobody looked. */
	readonly movedMm: number | null;
	readonly shifted: 'near' | 'off' | null;
}

/** Logs a ride or a change. The same one again changes nothing. */
export async function putRide(db: Database, scope: Scope, input: RideInput): Promise<'made' | 'unchanged'> {
	return writeHorse(db, scope, input.horseId, 'note', async (tx, horse) => {
		mustBeHere(horse, input.riddenOn);
		if (input.saddleId && (await findSaddle(tx, scope, input.saddleId)).yardId !== horse.yardId)
			throw new CoreError('not-found');
		const values = { ...input, seen: [...input.seen], changes: [...input.changes] };
		const [made] = await tx
			.insert(tables.ride)
			.values({ ...values, yardId: horse.yardId, madeBy: scope.personId })
			.onConflictDoNothing()
			.returning({ id: tables.ride.id });
		if (made) {
			await refreshStanding(tx, horse);
			await noteDeed(tx, scope, {
				yardId: horse.yardId,
				horseId: horse.id,
				what: 'ride-logged',
				about: { on: input.riddenOn }
			});
		} else await mustBeThisHorses(tx, input);
		return made ? 'made' : 'unchanged';
	});
}

async function mustBeThisHorses(tx: Asker, input: RideInput): Promise<void> {
	const [old] = await tx.select().from(tables.ride).where(eq(tables.ride.id, input.id));
	if (old?.horseId !== input.horseId) throw new CoreError('not-found');
}

/** Takes a logged ride back, or puts it in again; it is kept, but does not count while it is out. */
export async function setRideUndone(db: Database, scope: Scope, id: string, undone: boolean): Promise<void> {
	const [ride] = await db
		.select({
			horseId: tables.ride.horseId,
			yardId: tables.ride.yardId,
			madeBy: tables.ride.madeBy,
			riddenOn: tables.ride.riddenOn
		})
		.from(tables.ride)
		.where(and(eq(tables.ride.id, id), seenBy(scope, tables.ride)));
	if (!ride) throw new CoreError('not-found');
	const right = ride.madeBy === scope.personId ? 'note' : 'correct';
	await writeHorse(db, scope, ride.horseId, right, async (tx, horse) => {
		await tx
			.update(tables.ride)
			.set({ undoneAt: undone ? new Date() : null })
			.where(eq(tables.ride.id, id));
		await refreshStanding(tx, horse);
		const what = undone ? 'ride-undone' : 'ride-restored';
		await noteDeed(tx, scope, { yardId: horse.yardId, horseId: horse.id, what, about: { on: ride.riddenOn } });
	});
}
