import { and, eq, inArray, sql } from 'drizzle-orm';
import { ENGINE_VERSION, watchHorse, type Call, type Verdict } from '../../../core/call/index.js';
import type { Tracing } from '../../../core/curve/index.js';
import { CoreError } from '../../../core/errors/index.js';
import { nextTracingDay } from '../../../core/schedule/index.js';
import { ageYearsOn } from '../../../core/units/index.js';
import { tables, type Asker } from '../db/index.js';
import type { SparkPoint } from '../db/schema.js';
import { listFitMarks } from './fitMarks.js';
import { findEvidence, joinOn, lookAgainOn, type Found, type JudgedHorse, type JudgedPairing } from './evidence.js';
import { listTracings, type VisitTracing } from './tracings.js';

/** What came of judging one pairing: calls by visit, or the code of what is missing. */
export type Judgement =
	| { readonly status: 'judged'; readonly calls: readonly Call[] }
	| { readonly status: 'missing'; readonly code: string; readonly data: CoreError['data'] };

const URGENCY: Readonly<Record<Verdict, number>> = { stop: 4, refit: 3, watch: 2, steady: 0 };
const NO_CALL_URGENCY = 1;
const SPARK_POINTS = 16;

/** Judges one pairing from all tracings and the day of its latest fit mark. */
export function judgePairing(
	tracings: readonly Tracing[],
	pairing: { readonly school: 'close' | 'roomy'; readonly fittedOn: string | undefined },
	bornYear: number | null
): Judgement {
	if (!pairing.fittedOn) return { status: 'missing', code: 'no-fit-mark', data: {} };
	try {
		const watch = watchHorse(tracings, {
			school: pairing.school,
			fittedOn: pairing.fittedOn,
			ageYearsOn: (day) => ageYearsOn(bornYear, day)
		});
		return { status: 'judged', calls: watch.calls };
	} catch (error) {
		if (!(error instanceof CoreError)) throw error;
		return { status: 'missing', code: error.code, data: error.data };
	}
}

const side = (call: Call, which: 'near' | 'off') => call.changes.find((c) => c.station === 'T8' && c.side === which);

function sparkOf(calls: readonly Call[]): SparkPoint[] {
	return calls.slice(-SPARK_POINTS).map((c) => {
		const near = side(c, 'near');
		const off = side(c, 'off');
		const r = (v: number | undefined) => Math.round((v ?? 0) * 100) / 100;
		return [c.visitedOn, r(near?.mm), r(off?.mm), r(near?.sdMm)] as const;
	});
}

async function storeCalls(
	tx: Asker,
	pairingId: string,
	calls: readonly Call[],
	tracings: readonly VisitTracing[]
): Promise<void> {
	const visitOn = new Map(tracings.map((t) => [t.visitedOn, t.visitId]));
	await tx
		.delete(tables.storedCall)
		.where(and(eq(tables.storedCall.pairingId, pairingId), eq(tables.storedCall.engineVersion, ENGINE_VERSION)));
	const rows = calls.flatMap((call) => {
		const visitId = visitOn.get(call.visitedOn);
		return visitId ? [{ pairingId, visitId, engineVersion: ENGINE_VERSION, verdict: call.verdict, body: call }] : [];
	});
	if (rows.length > 0) await tx.insert(tables.storedCall).values(rows);
}

interface StandingInput {
	readonly pairing: JudgedPairing | undefined;
	readonly judgement: Judgement;
	readonly tracings: readonly Tracing[];
	readonly found: Found;
}

async function storeStanding(
	tx: Asker,
	horse: JudgedHorse,
	{ pairing, judgement, tracings, found }: StandingInput
): Promise<void> {
	const days = [...tracings, ...found.visits].map((v) => v.visitedOn).sort();
	const lastOn = days[days.length - 1] ?? null;
	const latest = judgement.status === 'judged' ? judgement.calls[judgement.calls.length - 1] : undefined;
	const joined = lastOn ? joinOn(horse, pairing, found, latest, lastOn) : undefined;
	const usualNext = lastOn ? nextTracingDay(lastOn, 'steady', ageYearsOn(horse.bornYear, lastOn), null) : null;
	const [sooner] = lastOn
		? lookAgainOn(found, lastOn, tracings[tracings.length - 1]?.visitedOn, found.rides[0]?.riddenOn ?? lastOn)
		: [];
	const nextOn = joined?.nextOn ?? usualNext;
	const values = {
		pairingId: pairing?.id ?? null,
		verdict: joined?.verdict ?? null,
		urgency: joined ? URGENCY[joined.verdict] : NO_CALL_URGENCY,
		missing: judgement.status === 'missing' && !joined ? judgement.code : null,
		lastOn,
		nextOn: sooner && nextOn && sooner.since < nextOn ? sooner.since : nextOn,
		nextStep: joined?.nextStep ?? null,
		spark: judgement.status === 'judged' ? sparkOf(judgement.calls) : []
	};
	await tx
		.insert(tables.standing)
		.values({ horseId: horse.id, ...values })
		.onConflictDoUpdate({ target: tables.standing.horseId, set: values });
}

/**
 * Judges all of a horse's pairings again and stores calls and standing in the same transaction as
 * the write that made it necessary. The caller holds the horse. Stored calls are the shape's own;
 * the standing joins them with the signs.
 */
export async function rejudgeHorse(tx: Asker, horse: JudgedHorse): Promise<void> {
	const pairings = await tx.select().from(tables.pairing).where(eq(tables.pairing.horseId, horse.id));
	const tracings = await listTracings(tx, horse.id);
	const found = await findEvidence(tx, horse.id);
	const marks = await listFitMarks(
		tx,
		pairings.map((p) => p.id)
	);
	let standing: { pairing: JudgedPairing | undefined; judgement: Judgement } = {
		pairing: undefined,
		judgement: { status: 'missing', code: tracings.length > 0 ? 'no-saddle' : 'no-visit', data: {} }
	};
	for (const pairing of pairings) {
		const fittedOn = marks.filter((m) => m.pairingId === pairing.id).at(-1)?.fittedOn;
		const judgement = judgePairing(tracings, { school: pairing.school, fittedOn }, horse.bornYear);
		await storeCalls(tx, pairing.id, judgement.status === 'judged' ? judgement.calls : [], tracings);
		if (pairing.inUse) standing = { pairing: { ...pairing, fittedOn }, judgement };
	}
	await storeStanding(tx, horse, { ...standing, tracings, found });
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

/** Stored calls of one pairing by the present engine, oldest first. The caller has bounded the pairing. */
export async function listCalls(db: Asker, pairingId: string): Promise<Call[]> {
	const rows = await db
		.select({ body: tables.storedCall.body })
		.from(tables.storedCall)
		.where(and(eq(tables.storedCall.pairingId, pairingId), eq(tables.storedCall.engineVersion, ENGINE_VERSION)))
		.orderBy(sql`body->>'visitedOn'`);
	return rows.map((r) => r.body);
}
