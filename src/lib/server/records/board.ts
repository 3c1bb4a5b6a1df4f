import { and, asc, desc, eq, ilike, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { addDays, daysBetween, tellApart } from '../../../core/units/index.js';
import { tables, type Asker } from '../db/index.js';
import type { SparkPoint } from '../db/schema/index.js';
import { answersDue, dueInTheEnd } from './dueAnswers.js';
import { sharedHorseIds, yardIds, type Scope } from './scope.js';

export const BOARD_PAGE = 40;

export const BOARD_CALLS = ['stop', 'refit', 'watch', 'steady', 'none'] as const;
export type BoardCall = (typeof BOARD_CALLS)[number];
export const BOARD_DUE = ['late', 'today', 'week'] as const;
export type BoardDue = (typeof BOARD_DUE)[number];
export const BOARD_WAITS = ['fitter', 'vet'] as const;
export type BoardWaits = (typeof BOARD_WAITS)[number];

export interface BoardQuery {
	/** Null for the horses shared with the person. */
	readonly yardId: string | null;
	readonly search: string;
	/** Page from 1. */
	readonly page: number;
	/** Today where the person is. */
	readonly today: string;
	/** Only those with this call. */
	readonly call?: BoardCall | undefined;
	/** Only those that are due: late, by today, or within a week. */
	readonly due?: BoardDue | undefined;
	/** Only those for whom the fitter, or the vet, is to be called. */
	readonly waits?: BoardWaits | undefined;
	/** Only those whose call has changed within the last two weeks. */
	readonly changed?: boolean | undefined;
	/** The archived horses instead of the others. */
	readonly archived: boolean;
}

/** A steady horse whose time without a ride has become a lay-off wants a look, though nothing was written. */
const overdue = (today: string) =>
	sql`(${tables.standing.verdict} = 'steady' and ${tables.standing.lookOn} is not null and ${tables.standing.lookOn} <= ${today})`;
type Verdict = 'steady' | 'watch' | 'refit' | 'stop';
const verdictOn = (today: string) =>
	sql<Verdict | null>`case when ${overdue(today)} then 'watch' else ${tables.standing.verdict} end`;
const nextOn = (today: string) =>
	sql<
		string | null
	>`case when ${overdue(today)} then least(${dueInTheEnd}, ${tables.standing.lookOn}) else ${dueInTheEnd} end`;
const WATCH_URGENCY = 2;

const columns = (today: string) => ({
	id: tables.horse.id,
	name: tables.horse.name,
	about: tables.horse.about,
	bornYear: tables.horse.bornYear,
	saddleName: tables.saddle.name,
	school: tables.pairing.school,
	limits: tables.standing.limits,
	verdict: verdictOn(today),
	missing: tables.standing.missing,
	lastOn: tables.standing.lastOn,
	nextOn: nextOn(today),
	changedOn: tables.standing.changedOn,
	verdictBefore: tables.standing.verdictBefore,
	nextStep: sql<string | null>`case when ${overdue(today)} then 'look-now' else ${tables.standing.nextStep} end`,
	inUse: tables.standing.inUse,
	spark: tables.standing.spark
});

const ofYard = (scope: Scope, q: BoardQuery) =>
	q.yardId === null
		? inArray(tables.horse.id, sharedHorseIds(scope))
		: and(eq(tables.horse.yardId, q.yardId), inArray(tables.horse.yardId, yardIds(scope)));

const matching = (scope: Scope, q: BoardQuery) =>
	and(
		ofYard(scope, q),
		q.archived ? isNotNull(tables.horse.archivedAt) : isNull(tables.horse.archivedAt),
		q.search ? ilike(tables.horse.name, `%${q.search.replace(/[\\%_]/g, '\\$&')}%`) : undefined
	);

const WEEK_DAYS = 6;
const CHANGED_DAYS = 14;
/** What the filters of the address leave, besides what is searched for. */
const filtered = (q: BoardQuery) => {
	const { standing } = tables;
	const by = q.due === 'late' ? addDays(q.today, -1) : q.due === 'today' ? q.today : addDays(q.today, WEEK_DAYS);
	return and(
		q.call ? sql`coalesce(${verdictOn(q.today)}, 'none') = ${q.call}` : undefined,
		q.due ? sql`${nextOn(q.today)} <= ${by}` : undefined,
		q.changed ? sql`${standing.changedOn} > ${addDays(q.today, -CHANGED_DAYS)}` : undefined,
		q.waits ? eq(standing.nextStep, `call-${q.waits}`) : undefined
	);
};

/** A point of a horse's small chart as it is drawn: days since the first, near and off change in mm. */
export type DrawnPoint = readonly [days: number, nearMm: number, offMm: number];

/** No more of the chart than can be seen goes to the page. */
function drawn(spark: readonly SparkPoint[]): DrawnPoint[] {
	const from = spark[0]?.[0] ?? '';
	const tenth = (mm: number): number => Math.round(10 * mm) / 10;
	return spark.map(([day, near, off]) => [daysBetween(from, day), tenth(near), tenth(off)]);
}

export type BoardHorse = Omit<Awaited<ReturnType<typeof boardHorses>>[number], 'spark'> & {
	readonly spark: readonly DrawnPoint[];
};

async function boardHorses(db: Asker, scope: Scope, q: BoardQuery) {
	return db
		.select(columns(q.today))
		.from(tables.horse)
		.leftJoin(tables.standing, eq(tables.standing.horseId, tables.horse.id))
		.leftJoin(tables.dueAnswer, answersDue)
		.leftJoin(tables.pairing, eq(tables.pairing.id, tables.standing.pairingId))
		.leftJoin(tables.saddle, eq(tables.saddle.id, tables.pairing.saddleId))
		.where(and(matching(scope, q), filtered(q)))
		.orderBy(
			desc(
				sql`case when ${overdue(q.today)} then ${sql.raw(String(WATCH_URGENCY))} else coalesce(${tables.standing.urgency}, 0) end`
			),
			asc(nextOn(q.today)),
			asc(tables.horse.name)
		)
		.limit(BOARD_PAGE)
		.offset((q.page - 1) * BOARD_PAGE);
}

export interface Board {
	readonly horses: readonly BoardHorse[];
	/** How many horses hold each verdict; `none` has no call yet. */
	readonly counts: Readonly<Record<string, number>>;
	/** How many the filters leave. */
	readonly total: number;
	readonly late: number;
	/** Due today or before. */
	readonly today: number;
	/** Whose call has changed of late. */
	readonly changed: number;
	/** Waiting for the fitter. */
	readonly fitter: number;
	/** How many are archived. */
	readonly archived: number;
}

const sumOf = <K extends string>(rows: readonly Readonly<Record<K, number>>[], key: K): number =>
	rows.reduce((sum, r) => sum + r[key], 0);

/** One page of a yard's horses, the most urgent first: two queries whatever the number of horses. */
export async function readBoard(db: Asker, scope: Scope, q: BoardQuery): Promise<Board> {
	const [horses, tally] = await Promise.all([
		boardHorses(db, scope, q),
		db
			.select({
				verdict: sql<string>`coalesce(${verdictOn(q.today)}, 'none')`,
				n: sql<number>`(count(*) filter (where ${matching(scope, q)}))::int`,
				left: sql<number>`(count(*) filter (where ${and(matching(scope, q), filtered(q))}))::int`,
				late: sql<number>`(count(*) filter (where ${and(matching(scope, q), filtered({ ...q, call: undefined, waits: undefined, due: 'late' }))}))::int`,
				today: sql<number>`(count(*) filter (where ${and(matching(scope, q), filtered({ ...q, call: undefined, waits: undefined, due: 'today' }))}))::int`,
				changed: sql<number>`(count(*) filter (where ${and(matching(scope, q), sql`${tables.standing.changedOn} > ${addDays(q.today, -CHANGED_DAYS)}`)}))::int`,
				fitter: sql<number>`(count(*) filter (where ${and(matching(scope, q), eq(tables.standing.nextStep, 'call-fitter'))}))::int`,
				away: sql<number>`(count(*) filter (where ${tables.horse.archivedAt} is not null))::int`
			})
			.from(tables.horse)
			.leftJoin(tables.standing, eq(tables.standing.horseId, tables.horse.id))
			.leftJoin(tables.dueAnswer, answersDue)
			.where(ofYard(scope, q))
			.groupBy(sql`1`)
	]);
	const labels = tellApart(horses.map((h) => ({ id: h.id, name: h.name, more: [h.bornYear, h.about] })));
	return {
		horses: horses.map((h) => ({ ...h, name: labels.get(h.id) ?? h.name, spark: drawn(h.spark ?? []) })),
		counts: Object.fromEntries(tally.filter((t) => t.n > 0).map((t) => [t.verdict, t.n])),
		total: sumOf(tally, 'left'),
		late: sumOf(tally, 'late'),
		today: sumOf(tally, 'today'),
		changed: sumOf(tally, 'changed'),
		fitter: sumOf(tally, 'fitter'),
		archived: sumOf(tally, 'away')
	};
}
