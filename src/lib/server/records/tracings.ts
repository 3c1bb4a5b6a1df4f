import { and, eq, inArray, isNull, max, sql } from 'drizzle-orm';
import type { Tracing } from '../../../core/curve/index.js';
import { tables, type Asker } from '../db/index.js';
import { yardIds, type Scope } from './scope.js';

export interface VisitTracing extends Tracing {
	readonly id: string;
	readonly visitId: string;
}

/** Tracings of a horse's visits that stand, oldest first; of some days only, if given. The caller has already bounded the horse. */
export async function listTracings(db: Asker, horseId: string, days?: readonly string[]): Promise<VisitTracing[]> {
	const { tracing } = tables;
	// As JSON the many numbers are parsed by the engine itself, ten times as fast as an array's text; none is rounded.
	const rows = await db
		.select({
			id: tracing.id,
			visitId: tracing.visitId,
			station: tracing.station,
			repeat: tracing.repeat,
			source: tracing.source,
			operator: tracing.operator,
			xMm: sql<number[]>`to_json(${tracing.xMm})`,
			yMm: sql<number[]>`to_json(${tracing.yMm})`,
			visitedOn: tables.visit.visitedOn
		})
		.from(tracing)
		.innerJoin(tables.visit, eq(tables.visit.id, tracing.visitId))
		.where(
			and(
				eq(tables.visit.horseId, horseId),
				isNull(tables.visit.undoneAt),
				days ? inArray(tables.visit.visitedOn, [...days]) : undefined
			)
		)
		.orderBy(tables.visit.visitedOn, tables.tracing.station, tables.tracing.repeat);
	return rows.map((t) => ({
		id: t.id,
		visitId: t.visitId,
		visitedOn: t.visitedOn,
		station: t.station,
		repeat: t.repeat,
		curve: { xMm: Float64Array.from(t.xMm), yMm: Float64Array.from(t.yMm) },
		source: t.source,
		...(t.operator ? { operator: t.operator } : {})
	}));
}

/** Last day on which a station was traced, of visits that stand; null for never. The caller has bounded the horse. */
export async function lastTracedDay(db: Asker, horseId: string, station: string): Promise<string | null> {
	const [row] = await db
		.select({ day: max(tables.visit.visitedOn) })
		.from(tables.tracing)
		.innerJoin(tables.visit, eq(tables.visit.id, tables.tracing.visitId))
		.where(and(eq(tables.visit.horseId, horseId), isNull(tables.visit.undoneAt), eq(tables.tracing.station, station)));
	return row?.day ?? null;
}

/** Tracings of one visit as stored, in the person's yards; none for a visit that is not here. */
export async function listVisitTracings(
	db: Asker,
	scope: Scope,
	visitId: string
): Promise<{ id: string; station: string; repeat: number; xMm: number[]; yMm: number[]; source: string }[]> {
	return db
		.select({
			id: tables.tracing.id,
			station: tables.tracing.station,
			repeat: tables.tracing.repeat,
			xMm: tables.tracing.xMm,
			yMm: tables.tracing.yMm,
			source: tables.tracing.source
		})
		.from(tables.tracing)
		.innerJoin(tables.visit, eq(tables.visit.id, tables.tracing.visitId))
		.where(and(eq(tables.visit.id, visitId), inArray(tables.visit.yardId, yardIds(scope))))
		.orderBy(tables.tracing.station, tables.tracing.repeat);
}
