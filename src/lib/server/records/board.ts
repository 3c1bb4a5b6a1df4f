import { and, asc, desc, eq, ilike, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { daysBetween, tellApart } from '../../../core/units/index.js';
import { tables, type Asker } from '../db/index.js';
import type { SparkPoint } from '../db/schema/index.js';
import { answersDue, dueInTheEnd } from './dueAnswers.js';
import { sharedHorseIds, yardIds, type Scope } from './scope.js';

export const BOARD_PAGE = 40;

export interface BoardQuery {
	/** Null for the horses shared with the person. */
	readonly yardId: string | null;
	readonly search: string;
	/** Page from 1. */
	readonly page: number;
	/** Today where the person is. */
	readonly today: string;
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
	verdict: verdictOn(today),
	missing: tables.standing.missing,
	lastOn: tables.standing.lastOn,
	nextOn: nextOn(today),
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
		.where(matching(scope, q))
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
	readonly total: number;
	/** How many are archived. */
	readonly archived: number;
}

/** One page of a yard's horses, the most urgent first: two queries whatever the number of horses. */
export async function readBoard(db: Asker, scope: Scope, q: BoardQuery): Promise<Board> {
	const [horses, tally] = await Promise.all([
		boardHorses(db, scope, q),
		db
			.select({
				verdict: sql<string>`coalesce(${verdictOn(q.today)}, 'none')`,
				n: sql<number>`(count(*) filter (where ${matching(scope, q)}))::int`,
				away: sql<number>`(count(*) filter (where ${tables.horse.archivedAt} is not null))::int`
			})
			.from(tables.horse)
			.leftJoin(tables.standing, eq(tables.standing.horseId, tables.horse.id))
			.where(ofYard(scope, q))
			.groupBy(sql`1`)
	]);
	const labels = tellApart(horses.map((h) => ({ id: h.id, name: h.name, more: [h.bornYear, h.about] })));
	return {
		horses: horses.map((h) => ({ ...h, name: labels.get(h.id) ?? h.name, spark: drawn(h.spark ?? []) })),
		counts: Object.fromEntries(tally.filter((t) => t.n > 0).map((t) => [t.verdict, t.n])),
		total: tally.reduce((sum, t) => sum + t.n, 0),
		archived: tally.reduce((sum, t) => sum + t.away, 0)
	};
}
