import { and, desc, eq, isNull, ne } from 'drizzle-orm';
import type { HandSchool, SaddleKind } from '../../../core/checks/index.js';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import { rejudgeHorse } from './calls.js';
import { findHorse, lockHorse } from './horses.js';
import { findSaddle } from './saddles.js';
import { type Scope } from './scope.js';

export interface PairingInput {
	readonly id: string;
	readonly horseId: string;
	readonly saddleId: string;
	readonly school: 'close' | 'roomy';
	readonly handSchool: HandSchool;
}

export interface HorsePairing {
	readonly id: string;
	readonly saddleId: string;
	readonly saddleName: string;
	readonly school: 'close' | 'roomy';
	readonly handSchool: HandSchool;
	readonly saddleKind: SaddleKind;
	readonly bearingMm: number | null;
	readonly inUse: boolean;
}

/** Puts a saddle on a horse, as the one in use, or changes the school it is kept by. */
export async function putPairing(db: Database, scope: Scope, input: PairingInput): Promise<string> {
	return db.transaction(async (tx) => {
		const horse = await lockHorse(tx, scope, input.horseId);
		const saddle = await findSaddle(tx, scope, input.saddleId);
		if (saddle.yardId !== horse.yardId) throw new CoreError('not-found');
		await tx
			.update(tables.pairing)
			.set({ inUse: false })
			.where(and(eq(tables.pairing.horseId, horse.id), ne(tables.pairing.saddleId, saddle.id)));
		const [row] = await tx
			.insert(tables.pairing)
			.values({ ...input, yardId: horse.yardId })
			.onConflictDoUpdate({
				target: [tables.pairing.horseId, tables.pairing.saddleId],
				set: { inUse: true, school: input.school, handSchool: input.handSchool }
			})
			.returning({ id: tables.pairing.id });
		await rejudgeHorse(tx, horse);
		return (row as { id: string }).id;
	});
}

/** A horse's saddles, the one in use first. */
export async function listPairings(db: Asker, scope: Scope, horseId: string): Promise<HorsePairing[]> {
	await findHorse(db, scope, horseId);
	return db
		.select({
			id: tables.pairing.id,
			saddleId: tables.saddle.id,
			saddleName: tables.saddle.name,
			school: tables.pairing.school,
			handSchool: tables.pairing.handSchool,
			saddleKind: tables.saddle.kind,
			bearingMm: tables.saddle.bearingMm,
			inUse: tables.pairing.inUse
		})
		.from(tables.pairing)
		.innerJoin(tables.saddle, eq(tables.saddle.id, tables.pairing.saddleId))
		.where(eq(tables.pairing.horseId, horseId))
		.orderBy(desc(tables.pairing.inUse), tables.saddle.name);
}

export interface FitMarkInput {
	readonly id: string;
	readonly pairingId: string;
	readonly visitId: string;
	readonly fittedBy: string;
}

/** Marks the visit from which a pairing fits. The latest day marked is the one compared with. */
export async function putFitMark(db: Database, scope: Scope, horseId: string, input: FitMarkInput): Promise<void> {
	await db.transaction(async (tx) => {
		const horse = await lockHorse(tx, scope, horseId);
		const [visit] = await tx
			.select({ id: tables.visit.id })
			.from(tables.visit)
			.where(
				and(eq(tables.visit.id, input.visitId), eq(tables.visit.horseId, horse.id), isNull(tables.visit.undoneAt))
			);
		const [pairing] = await tx
			.select({ id: tables.pairing.id })
			.from(tables.pairing)
			.where(and(eq(tables.pairing.id, input.pairingId), eq(tables.pairing.horseId, horse.id)));
		if (!visit || !pairing) throw new CoreError('not-found');
		await tx
			.insert(tables.fitMark)
			.values({ ...input, horseId: horse.id, madeBy: scope.personId })
			.onConflictDoUpdate({
				target: [tables.fitMark.pairingId, tables.fitMark.visitId],
				set: { fittedBy: input.fittedBy }
			});
		await rejudgeHorse(tx, horse);
	});
}

/** Takes a fit mark away again. */
export async function removeFitMark(db: Database, scope: Scope, horseId: string, fitMarkId: string): Promise<void> {
	await db.transaction(async (tx) => {
		const horse = await lockHorse(tx, scope, horseId);
		await tx.delete(tables.fitMark).where(and(eq(tables.fitMark.id, fitMarkId), eq(tables.fitMark.horseId, horse.id)));
		await rejudgeHorse(tx, horse);
	});
}
