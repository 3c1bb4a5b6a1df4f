import { and, desc, eq, inArray, notInArray, sql } from 'drizzle-orm';
import { ENGINE_VERSION, type Call } from '../../../core/call/index.js';
import { tables, type Asker, type Writer } from '../db/index.js';
import type { VisitTracing } from './tracings.js';

/** Keeps the calls of the present engine as they now are; a call that is the same is not written again. */
export async function storeCalls(
	tx: Writer,
	pairingId: string,
	calls: readonly Call[],
	tracings: readonly VisitTracing[]
): Promise<void> {
	const { storedCall } = tables;
	const visitOn = new Map(tracings.map((t) => [t.visitedOn, t.visitId]));
	const rows = calls.flatMap((call) => {
		const visitId = visitOn.get(call.visitedOn);
		return visitId ? [{ pairingId, visitId, engineVersion: ENGINE_VERSION, verdict: call.verdict, body: call }] : [];
	});
	const visitIds = rows.map((r) => r.visitId);
	await tx
		.delete(storedCall)
		.where(
			and(
				eq(storedCall.pairingId, pairingId),
				eq(storedCall.engineVersion, ENGINE_VERSION),
				notInArray(storedCall.visitId, visitIds)
			)
		);
	if (rows.length === 0) return;
	await tx
		.insert(storedCall)
		.values(rows)
		.onConflictDoUpdate({
			target: [storedCall.pairingId, storedCall.visitId, storedCall.engineVersion],
			set: { verdict: sql`excluded.verdict`, body: sql`excluded.body`, madeAt: sql`now()` },
			setWhere: sql`${storedCall.body} is distinct from excluded.body`
		});
}

/** The latest stored call by the present engine of each pairing that has one. The caller has bounded the pairings. */
export async function latestCalls(db: Asker, pairingIds: readonly string[]): Promise<Map<string, Call>> {
	if (pairingIds.length === 0) return new Map();
	const { storedCall } = tables;
	const rows = await db
		.selectDistinctOn([storedCall.pairingId], { pairingId: storedCall.pairingId, body: storedCall.body })
		.from(storedCall)
		.where(and(inArray(storedCall.pairingId, [...pairingIds]), eq(storedCall.engineVersion, ENGINE_VERSION)))
		.orderBy(storedCall.pairingId, sql`body->>'visitedOn' desc`);
	return new Map(rows.map((r) => [r.pairingId, r.body]));
}

/** All stored calls by the present engine of several pairings, oldest first, by pairing. The caller has bounded the pairings. */
export async function listCallsOf(db: Asker, pairingIds: readonly string[]): Promise<Map<string, Call[]>> {
	const calls = new Map<string, Call[]>();
	if (pairingIds.length === 0) return calls;
	const { storedCall } = tables;
	const rows = await db
		.select({ pairingId: storedCall.pairingId, body: storedCall.body })
		.from(storedCall)
		.where(and(inArray(storedCall.pairingId, [...pairingIds]), eq(storedCall.engineVersion, ENGINE_VERSION)))
		.orderBy(sql`body->>'visitedOn'`);
	for (const { pairingId, body } of rows) calls.set(pairingId, [...(calls.get(pairingId) ?? []), body]);
	return calls;
}

/** Stored calls of one pairing by the present engine, oldest first; the last few only, if a number is given. The caller has bounded the pairing. */
export async function listCalls(db: Asker, pairingId: string, last?: number): Promise<Call[]> {
	const query = db
		.select({ body: tables.storedCall.body })
		.from(tables.storedCall)
		.where(and(eq(tables.storedCall.pairingId, pairingId), eq(tables.storedCall.engineVersion, ENGINE_VERSION)))
		.orderBy(desc(sql`body->>'visitedOn'`));
	const rows = last === undefined ? await query : await query.limit(last);
	return rows.map((r) => r.body).reverse();
}
