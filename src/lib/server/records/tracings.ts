import { and, eq, inArray, isNull, max, sql } from 'drizzle-orm';
import type { Tracing } from '../../../core/curve/index.js';
import { tables, type Asker } from '../db/index.js';
import { yardIds, type Scope } from './scope.js';
import type { TracingInput } from './visits.js';

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
			quality: tracing.quality,
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
		...(t.operator ? { operator: t.operator } : {}),
		...(t.quality === null ? {} : { quality: t.quality })
	}));
}

/** Last day on which a station was traced, any station if none is named, of visits that stand; null for never. The caller has bounded the horse. */
export async function lastTracedDay(db: Asker, horseId: string, station?: string): Promise<string | null> {
	const [row] = await db
		.select({ day: max(tables.visit.visitedOn) })
		.from(tables.tracing)
		.innerJoin(tables.visit, eq(tables.visit.id, tables.tracing.visitId))
		.where(
			and(
				eq(tables.visit.horseId, horseId),
				isNull(tables.visit.undoneAt),
				station === undefined ? undefined : eq(tables.tracing.station, station)
			)
		);
	return row?.day ?? null;
}

/** A visit with its tracings as stored, to go on from. */
export interface TracedVisit {
	readonly id: string;
	readonly visitedOn: string;
	readonly note: string;
	readonly version: number;
	readonly tracings: readonly TracingInput[];
}

/** One visit of a horse with its tracings, in the person's yards; null for one that is not here yet. */
export async function findTracedVisit(
	db: Asker,
	scope: Scope,
	horseId: string,
	visitId: string
): Promise<TracedVisit | null> {
	const [visit] = await db
		.select()
		.from(tables.visit)
		.where(
			and(eq(tables.visit.id, visitId), eq(tables.visit.horseId, horseId), inArray(tables.visit.yardId, yardIds(scope)))
		);
	if (!visit) return null;
	const rows = await db
		.select()
		.from(tables.tracing)
		.where(eq(tables.tracing.visitId, visitId))
		.orderBy(tables.tracing.station, tables.tracing.repeat);
	const { id, visitedOn, note, version } = visit;
	return { id, visitedOn, note, version, tracings: rows.map(({ visitId: _, ...t }) => t) };
}
