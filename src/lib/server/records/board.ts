import { and, asc, desc, eq, ilike, inArray, sql } from 'drizzle-orm';
import { tables, type Asker } from '../db/index.js';
import { yardIds, type Scope } from './scope.js';

export const BOARD_PAGE = 40;

export interface BoardQuery {
	readonly yardId: string;
	readonly search: string;
	/** Page from 1. */
	readonly page: number;
}

const columns = {
	id: tables.horse.id,
	name: tables.horse.name,
	about: tables.horse.about,
	bornYear: tables.horse.bornYear,
	saddleName: tables.saddle.name,
	school: tables.pairing.school,
	verdict: tables.standing.verdict,
	missing: tables.standing.missing,
	lastOn: tables.standing.lastOn,
	nextOn: tables.standing.nextOn,
	nextStep: tables.standing.nextStep,
	spark: tables.standing.spark
};

const matching = (scope: Scope, q: BoardQuery) =>
	and(
		eq(tables.horse.yardId, q.yardId),
		inArray(tables.horse.yardId, yardIds(scope)),
		q.search ? ilike(tables.horse.name, `%${q.search.replace(/[\\%_]/g, '\\$&')}%`) : undefined
	);

export type BoardHorse = Awaited<ReturnType<typeof boardHorses>>[number];

async function boardHorses(db: Asker, scope: Scope, q: BoardQuery) {
	return db
		.select(columns)
		.from(tables.horse)
		.leftJoin(tables.standing, eq(tables.standing.horseId, tables.horse.id))
		.leftJoin(tables.pairing, eq(tables.pairing.id, tables.standing.pairingId))
		.leftJoin(tables.saddle, eq(tables.saddle.id, tables.pairing.saddleId))
		.where(matching(scope, q))
		.orderBy(desc(sql`coalesce(${tables.standing.urgency}, 0)`), asc(tables.standing.nextOn), asc(tables.horse.name))
		.limit(BOARD_PAGE)
		.offset((q.page - 1) * BOARD_PAGE);
}

export interface Board {
	readonly horses: readonly BoardHorse[];
	/** How many horses hold each verdict; `none` has no call yet. */
	readonly counts: Readonly<Record<string, number>>;
	readonly total: number;
}

/** One page of a yard's horses, the most urgent first: two queries whatever the number of horses. */
export async function readBoard(db: Asker, scope: Scope, q: BoardQuery): Promise<Board> {
	const [horses, tally] = await Promise.all([
		boardHorses(db, scope, q),
		db
			.select({ verdict: sql<string>`coalesce(${tables.standing.verdict}, 'none')`, n: sql<number>`count(*)::int` })
			.from(tables.horse)
			.leftJoin(tables.standing, eq(tables.standing.horseId, tables.horse.id))
			.where(matching(scope, q))
			.groupBy(sql`1`)
	]);
	return {
		horses,
		counts: Object.fromEntries(tally.map((t) => [t.verdict, t.n])),
		total: tally.reduce((sum, t) => sum + t.n, 0)
	};
}
