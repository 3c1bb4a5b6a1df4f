import { and, eq, sql } from 'drizzle-orm';
import type { Call, DayJudgement, Verdict } from '../../../core/call/index.js';
import { RULES_VERSION } from '../../../core/reading/index.js';
import { layOffDue, nextTracingDay } from '../../../core/schedule/index.js';
import { ageYearsOn } from '../../../core/units/index.js';
import { tables, type Asker, type Writer } from '../db/index.js';
import type { SparkPoint } from '../db/schema/index.js';
import type { Judgement } from '../judge/index.js';
import { latestCalls, listCalls } from './storedCalls.js';
import {
	findEvidence,
	judgeOn,
	rodeOn,
	standingDay,
	type Found,
	type JudgedHorse,
	type JudgedPairing
} from './evidence.js';
import { listFitMarks } from './fitMarks.js';
import { rulesColumns } from './pairingRules.js';

const URGENCY: Readonly<Record<Verdict, number>> = { stop: 4, refit: 3, watch: 2, steady: 0 };
export const NO_CALL_URGENCY = 1;
const SPARK_POINTS = 16;

const side = (call: Call, which: 'near' | 'off') => call.changes.find((c) => c.station === 'T8' && c.side === which);

function sparkOf(calls: readonly Call[]): SparkPoint[] {
	const round = (v: number | undefined) => Math.round((v ?? 0) * 100) / 100;
	return calls.slice(-SPARK_POINTS).map((c) => {
		const near = side(c, 'near');
		return [c.visitedOn, round(near?.mm), round(side(c, 'off')?.mm), round(near?.sdMm)] as const;
	});
}

/** One saddle in use and how the horse stands in it. */
export interface SaddleStanding {
	readonly pairing: JudgedPairing;
	readonly shape: Call | undefined;
	readonly judged: DayJudgement | undefined;
}

export const urgencyOf = (s: SaddleStanding): number => {
	const verdict = s.judged?.joined?.verdict;
	return verdict ? URGENCY[verdict] : NO_CALL_URGENCY;
};

/** The saddle that stands worst first; of equals the one due first. */
export function worstFirst(standings: readonly SaddleStanding[]): SaddleStanding[] {
	const due = (s: SaddleStanding) => s.judged?.joined?.nextOn ?? '9999';
	return [...standings].sort((a, b) => urgencyOf(b) - urgencyOf(a) || due(a).localeCompare(due(b)));
}

/** How a horse stands on a day in each of the given saddles, from the latest calls of the shape up to then. */
export function standingsOn(
	horse: JudgedHorse,
	pairings: readonly JudgedPairing[],
	found: Found,
	shapes: ReadonlyMap<string, Call>,
	day: string,
	today?: string
): SaddleStanding[] {
	return pairings.map((pairing) => {
		const shape = shapes.get(pairing.id);
		return { pairing, shape, judged: judgeOn(horse, pairing, found, shape, day, today) };
	});
}

async function pairingsInUse(tx: Asker, horseId: string): Promise<JudgedPairing[]> {
	const rows = await tx
		.select({ id: tables.pairing.id, rules: rulesColumns, school: tables.pairing.school })
		.from(tables.pairing)
		.where(and(eq(tables.pairing.horseId, horseId), eq(tables.pairing.inUse, true)));
	const marks = await listFitMarks(
		tx,
		rows.map((p) => p.id)
	);
	return rows.map((p) => ({ ...p, fittedOn: marks.filter((m) => m.pairingId === p.id).at(-1)?.fittedOn }));
}

function missingCode(
	pairing: JudgedPairing | undefined,
	judgement: Judgement | undefined,
	looked: boolean,
	known: string | null
): string | null {
	if (!looked) return 'no-visit';
	if (!pairing) return 'no-saddle';
	if (judgement) return judgement.status === 'missing' ? judgement.code : null;
	return pairing.fittedOn ? known : 'no-fit-mark';
}

/**
 * Brings a horse's standing up to date from the calls of its shape and all else that is known, for the board.
 * `judged` holds fresh judgements of the shape, where it was judged in the same write.
 */
export async function refreshStanding(
	tx: Writer,
	horse: JudgedHorse,
	judged?: ReadonlyMap<string, Judgement>
): Promise<void> {
	const pairings = await pairingsInUse(tx, horse.id);
	const found = await findEvidence(tx, horse.id);
	const ids = pairings.map((p) => p.id);
	const shapes = judged ? latestOf(judged) : await latestCalls(tx, ids);
	const day = standingDay(found);
	const all = day ? standingsOn(horse, pairings, found, shapes, day) : [];
	for (const s of all) await keepVerdict(tx, s);
	const [worst] = worstFirst(all);
	const joined = worst
		? worst.judged?.joined
		: day
			? judgeOn(horse, undefined, found, undefined, day)?.joined
			: undefined;
	const [before] = await tx.select().from(tables.standing).where(eq(tables.standing.horseId, horse.id));
	const pairing = worst?.pairing ?? pairings[0];
	const judgement = pairing && judged?.get(pairing.id);
	const lookedOn = found.lookedOn ?? null;
	const usualNext = lookedOn ? nextTracingDay(lookedOn, 'steady', ageYearsOn(horse.bornYear, lookedOn), null) : null;
	const layOffOn = layOffDue(rodeOn(found.rides));
	const verdict = joined?.verdict ?? null;
	// The first call of a horse is no change of one.
	const changed =
		before?.verdict && verdict && before.verdict !== verdict
			? { changedOn: lookedOn, verdictBefore: before.verdict }
			: { changedOn: before?.changedOn ?? null, verdictBefore: before?.verdictBefore ?? null };
	const values = {
		pairingId: pairing?.id ?? null,
		verdict,
		urgency: joined ? URGENCY[joined.verdict] : NO_CALL_URGENCY,
		missing: joined ? null : missingCode(pairing, judgement, lookedOn !== null, before?.missing ?? null),
		lastOn: lookedOn,
		nextOn: joined?.nextOn ?? usualNext,
		nextStep: joined?.nextStep ?? null,
		lookOn: layOffOn && lookedOn && layOffOn >= lookedOn ? layOffOn : null,
		...changed,
		rulesVersion: RULES_VERSION,
		inUse: pairings.length,
		limits: worst?.shape?.limits ?? null,
		spark: await sparkFor(tx, pairing, judgement, before)
	};
	await tx
		.insert(tables.standing)
		.values({
			horseId: horse.id,
			yardId: sql`(select ${tables.horse.yardId} from ${tables.horse} where ${tables.horse.id} = ${horse.id})`,
			...values
		})
		.onConflictDoUpdate({ target: tables.standing.horseId, set: values });
}

/** The same judgement beside the saddle, for lists that show it there. */
async function keepVerdict(tx: Writer, { pairing, judged }: SaddleStanding): Promise<void> {
	const { verdict = null, nextOn = null } = judged?.joined ?? {};
	await tx.update(tables.pairing).set({ verdict, nextOn }).where(eq(tables.pairing.id, pairing.id));
}

function latestOf(judged: ReadonlyMap<string, Judgement>): Map<string, Call> {
	return new Map(
		[...judged].flatMap(([id, j]) => {
			const last = j.status === 'judged' ? j.calls.at(-1) : undefined;
			return last ? [[id, last] as const] : [];
		})
	);
}

/** The board's small chart; kept as it is where neither saddle nor shape has changed. */
async function sparkFor(
	tx: Asker,
	pairing: JudgedPairing | undefined,
	judgement: Judgement | undefined,
	before: typeof tables.standing.$inferSelect | undefined
): Promise<readonly SparkPoint[]> {
	if (!pairing) return [];
	if (judgement) return judgement.status === 'judged' ? sparkOf(judgement.calls) : [];
	return before?.pairingId === pairing.id ? before.spark : sparkOf(await listCalls(tx, pairing.id, SPARK_POINTS));
}
