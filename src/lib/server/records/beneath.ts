import { goingTo, type GoingTo } from '../../../core/call/index.js';
import { setupOn, underSaddle, type SetupVisit, type UnderSaddle } from '../../../core/setup/index.js';
import type { Asker } from '../db/index.js';
import { listPairings } from './pairings.js';
import { listCalls } from './storedCalls.js';

export interface Beneath {
	/** What lay under the saddle on that horse's back that day. */
	readonly setup: UnderSaddle | undefined;
	/** Where the back is going, by the last call. */
	readonly going: GoingTo | undefined;
}

/** What is on record of a saddle on a horse beside both shapes; nothing where they are no pairing. The caller has bounded both. */
export async function findBeneath(
	db: Asker,
	horseId: string,
	saddleId: string,
	visits: readonly SetupVisit[],
	on: string
): Promise<Beneath> {
	const pairing = (await listPairings(db, horseId)).find((p) => p.saddleId === saddleId);
	if (!pairing) return { setup: undefined, going: undefined };
	const call = (await listCalls(db, pairing.id, 1)).at(-1);
	return {
		setup: underSaddle(setupOn(visits, pairing.id, on)),
		going: call && call.visitedOn === on ? goingTo(call, pairing.school) : undefined
	};
}
