import { and, eq, inArray } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import type { LoggedChange } from '../../../core/schedule/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import { rejudgeHorse } from './calls.js';
import { lockHorse } from './horses.js';
import { findSaddle } from './saddles.js';
import { yardIds, type Scope } from './scope.js';

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
}

/** Logs a ride or a change. The same one again changes nothing. */
export async function putRide(db: Database, scope: Scope, input: RideInput): Promise<'made' | 'unchanged'> {
	return db.transaction(async (tx) => {
		const horse = await lockHorse(tx, scope, input.horseId);
		if (input.saddleId && (await findSaddle(tx, scope, input.saddleId)).yardId !== horse.yardId)
			throw new CoreError('not-found');
		const values = { ...input, seen: [...input.seen], changes: [...input.changes] };
		const [made] = await tx
			.insert(tables.ride)
			.values({ ...values, yardId: horse.yardId, madeBy: scope.personId })
			.onConflictDoNothing()
			.returning({ id: tables.ride.id });
		if (made) await rejudgeHorse(tx, horse);
		else await mustBeThisHorses(tx, input);
		return made ? 'made' : 'unchanged';
	});
}

async function mustBeThisHorses(tx: Asker, input: RideInput): Promise<void> {
	const [old] = await tx.select().from(tables.ride).where(eq(tables.ride.id, input.id));
	if (old?.horseId !== input.horseId) throw new CoreError('not-found');
}

/** Takes a logged ride back; it is kept, but no longer counts. */
export async function undoRide(db: Database, scope: Scope, id: string): Promise<void> {
	await db.transaction(async (tx) => {
		const [ride] = await tx
			.select({ horseId: tables.ride.horseId })
			.from(tables.ride)
			.where(and(eq(tables.ride.id, id), inArray(tables.ride.yardId, yardIds(scope))));
		if (!ride) throw new CoreError('not-found');
		const horse = await lockHorse(tx, scope, ride.horseId);
		await tx.update(tables.ride).set({ undoneAt: new Date() }).where(eq(tables.ride.id, id));
		await rejudgeHorse(tx, horse);
	});
}
