import { and, asc, eq, gt, inArray, lt, ne, notExists, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { ENGINE_VERSION } from '../../../core/call/index.js';
import { RULES_VERSION } from '../../../core/reading/index.js';
import { asSystem, tables, type Asker, type Database } from '../db/index.js';
import { bringUpToDate } from './calls.js';
import { seenBy, type Scope } from './scope.js';
import { writeAsServer } from './write.js';

const unjudged = ne(tables.horse.shapeRevision, tables.horse.judgedRevision);

/** Horses with calls by an earlier engine and none by the present one, or a standing by earlier rules. */
async function horsesBehind(db: Asker): Promise<string[]> {
	const { pairing, storedCall } = tables;
	const present = db
		.select({ one: sql`1` })
		.from(alias(storedCall, 'present'))
		.where(sql`present.pairing_id = ${pairing.id} and present.engine_version = ${ENGINE_VERSION}`);
	const rows = await db
		.selectDistinctOn([pairing.horseId], { id: pairing.horseId })
		.from(pairing)
		.innerJoin(storedCall, eq(storedCall.pairingId, pairing.id))
		.where(and(ne(storedCall.engineVersion, ENGINE_VERSION), notExists(present)));
	const stale = await db
		.select({ id: tables.standing.horseId })
		.from(tables.standing)
		.where(lt(tables.standing.rulesVersion, RULES_VERSION));
	return [...new Set([...rows, ...stale].map((r) => r.id))];
}

/** So many horses at a time: an address list of a statement has an end. */
const AT_ONCE = 1000;

/**
 * Says of horses that an earlier engine or earlier rules judged that they are not judged: each is then judged in bulk,
 * or when somebody opens it first. Old calls stay. Returns how many horses are not judged.
 */
export async function markBehind(db: Database): Promise<number> {
	const ids = await horsesBehind(db);
	for (let i = 0; i < ids.length; i += AT_ONCE)
		await writeAsServer(db, (tx) =>
			tx
				.update(tables.horse)
				.set({ shapeRevision: sql`${tables.horse.shapeRevision} + 1` })
				.where(
					and(
						inArray(tables.horse.id, ids.slice(i, i + AT_ONCE)),
						eq(tables.horse.shapeRevision, tables.horse.judgedRevision)
					)
				)
		);
	return countUnjudged(db);
}

export const countUnjudged = (db: Database): Promise<number> => asSystem(() => db.$count(tables.horse, unjudged));

/**
 * Judges horses that are not, one after another and each by itself, so that the place goes on answering, until none is
 * left or `goOn` says no; it is asked before each horse. One that cannot be judged is told and passed over.
 * Returns how many were done.
 */
export async function judgeUnjudged(db: Database, goOn: (done: number) => Promise<boolean> | boolean): Promise<number> {
	let after: string | undefined;
	for (let done = 0; ; done++) {
		if (!(await goOn(done))) return done;
		const [next] = await asSystem(() =>
			db
				.select({ id: tables.horse.id })
				.from(tables.horse)
				.where(and(unjudged, after === undefined ? undefined : gt(tables.horse.id, after)))
				.orderBy(asc(tables.horse.id))
				.limit(1)
		);
		if (!next) return done;
		after = next.id;
		await bringUpToDate(db, next.id);
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
