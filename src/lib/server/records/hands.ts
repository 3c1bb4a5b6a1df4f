import { eq } from 'drizzle-orm';
import { checkFingers, DEFAULT_FINGERS, type FingerCalibration } from '../../../core/units/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import type { Scope } from './scope.js';
import { write } from './write.js';

export interface HandInput extends FingerCalibration {
	readonly breadthMm: number;
}

export interface Hand extends HandInput {
	/** False until the person has measured their own. */
	readonly measured: boolean;
}

const USUAL_BREADTH_MM = 85;

/** The person's own fingers, or usual ones until they are measured. */
export async function findHand(db: Asker, scope: Scope): Promise<Hand> {
	const [found] = await db.select().from(tables.personHand).where(eq(tables.personHand.personId, scope.personId));
	if (!found) return { ...DEFAULT_FINGERS, breadthMm: USUAL_BREADTH_MM, measured: false };
	const { twoMm, threeMm, fourMm, breadthMm } = found;
	return { twoMm, threeMm, fourMm, breadthMm, measured: true };
}

/** Keeps the person's fingers. Throws `bad-fingers` where they cannot be right. */
export async function putHand(db: Database, scope: Scope, { breadthMm, ...input }: HandInput): Promise<void> {
	const values = { ...checkFingers(input), breadthMm, measuredAt: new Date() };
	await write(db, scope, 'own', (tx) =>
		tx
			.insert(tables.personHand)
			.values({ personId: scope.personId, ...values })
			.onConflictDoUpdate({ target: tables.personHand.personId, set: values })
	);
}
