import { and, asc, eq, lt, ne, notExists, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { ENGINE_VERSION } from '../../../core/call/index.js';
import { RULES_VERSION } from '../../../core/reading/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import { rejudgeHorse } from './calls.js';
import { seenBy, type Scope } from './scope.js';

/** Horses with calls by an earlier engine and none by the present one, a standing by earlier rules, or a change that was not judged. */
export async function horsesBehind(db: Asker): Promise<string[]> {
	const { pairing, storedCall } = tables;
	const present = db
		.select({ one: sql`1` })
		.from(alias(storedCall, 'present'))
		.where(sql`present.pairing_id = ${pairing.id} and present.engine_version = ${ENGINE_VERSION}`);
	const rows = await db
		.select({ id: pairing.horseId })
		.from(pairing)
		.innerJoin(storedCall, eq(storedCall.pairingId, pairing.id))
		.where(and(ne(storedCall.engineVersion, ENGINE_VERSION), notExists(present)))
		.groupBy(pairing.horseId)
		.orderBy(asc(pairing.horseId));
	const stale = await db
		.select({ id: tables.standing.horseId })
		.from(tables.standing)
		.where(lt(tables.standing.rulesVersion, RULES_VERSION))
		.orderBy(asc(tables.standing.horseId));
	const unjudged = await db
		.select({ id: tables.horse.id })
		.from(tables.horse)
		.where(ne(tables.horse.shapeRevision, tables.horse.judgedRevision))
		.orderBy(asc(tables.horse.id));
	return [...new Set([...rows, ...stale, ...unjudged].map((r) => r.id))];
}

/**
 * Judges horses again, a horse a transaction, so that the site goes on answering meanwhile. Old calls stay.
 * Can be stopped and begun again.
 */
export async function rejudgeHorses(
	db: Database,
	ids: readonly string[],
	progress: (done: number, all: number) => void = () => undefined
): Promise<void> {
	for (const [i, id] of ids.entries()) {
		await db.transaction(async (tx) => {
			const [horse] = await tx.select().from(tables.horse).where(eq(tables.horse.id, id)).for('update');
			if (horse) await rejudgeHorse(tx, horse);
		});
		progress(i + 1, ids.length);
	}
}

/** A visit that two engines judge otherwise. */
export interface ChangedCall {
	readonly horseId: string;
	readonly horse: string;
	readonly saddle: string;
	readonly visitedOn: string;
	readonly engine: string;
	readonly was: string;
	readonly is: string;
}

const MOST_CHANGED = 500;

/** Visits in the person's yards whose verdict by the present engine differs from an earlier one's. */
export async function listChangedCalls(db: Asker, scope: Scope): Promise<ChangedCall[]> {
	const now = alias(tables.storedCall, 'now');
	const { storedCall, pairing, horse, saddle, visit } = tables;
	return db
		.select({
			horseId: horse.id,
			horse: horse.name,
			saddle: saddle.name,
			visitedOn: visit.visitedOn,
			engine: storedCall.engineVersion,
			was: storedCall.verdict,
			is: now.verdict
		})
		.from(storedCall)
		.innerJoin(
			now,
			and(
				eq(now.pairingId, storedCall.pairingId),
				eq(now.visitId, storedCall.visitId),
				eq(now.engineVersion, ENGINE_VERSION),
				ne(now.verdict, storedCall.verdict)
			)
		)
		.innerJoin(pairing, eq(pairing.id, storedCall.pairingId))
		.innerJoin(horse, eq(horse.id, pairing.horseId))
		.innerJoin(saddle, eq(saddle.id, pairing.saddleId))
		.innerJoin(visit, eq(visit.id, storedCall.visitId))
		.where(
			and(ne(storedCall.engineVersion, ENGINE_VERSION), seenBy(scope, { yardId: horse.yardId, horseId: horse.id }))
		)
		.orderBy(asc(horse.name), asc(visit.visitedOn))
		.limit(MOST_CHANGED);
}
