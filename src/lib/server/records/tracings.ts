import { and, desc, eq, inArray, isNull, max, ne, sql } from 'drizzle-orm';
import type { Tracing } from '../../../core/curve/index.js';
import { tables, type Asker } from '../db/index.js';
import { seenBy, type Scope } from './scope.js';
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
			visitedOn: tables.visit.visitedOn,
			checked: tables.visit.checked
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
		...(t.quality === null ? {} : { quality: t.quality }),
		...(t.checked ? { checked: true } : {})
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
	readonly checked: boolean;
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
		.where(and(eq(tables.visit.id, visitId), eq(tables.visit.horseId, horseId), seenBy(scope, tables.visit)));
	if (!visit) return null;
	const rows = await db
		.select()
		.from(tables.tracing)
		.where(eq(tables.tracing.visitId, visitId))
		.orderBy(tables.tracing.station, tables.tracing.repeat);
	const { id, visitedOn, note, version, checked } = visit;
	return { id, visitedOn, note, version, checked, tracings: rows.map(({ visitId: _, ...t }) => t) };
}

/** How many other horses a visit is compared with. */
const MOST_NEIGHBOURS = 40;

/** The backs of a horse's neighbours as last traced, one tracing a station: those of its yard that were traced last; none for a guest of the one horse. The caller has bounded the horse. */
export async function listNeighbours(
	db: Asker,
	scope: Scope,
	horse: { readonly id: string; readonly yardId: string }
): Promise<{ id: string; name: string; tracings: VisitTracing[] }[]> {
	if (!scope.memberships.some((m) => m.yardId === horse.yardId)) return [];
	const { tracing, visit } = tables;
	const last = await db
		.select({ id: tables.horse.id, name: tables.horse.name, day: max(visit.visitedOn) })
		.from(visit)
		.innerJoin(tables.horse, eq(tables.horse.id, visit.horseId))
		.innerJoin(tracing, eq(tracing.visitId, visit.id))
		.where(
			and(
				eq(tables.horse.yardId, horse.yardId),
				ne(tables.horse.id, horse.id),
				isNull(tables.horse.archivedAt),
				isNull(visit.undoneAt)
			)
		)
		.groupBy(tables.horse.id, tables.horse.name)
		.orderBy(desc(max(visit.visitedOn)))
		.limit(MOST_NEIGHBOURS);
	if (last.length === 0) return [];
	const rows = await db
		.selectDistinctOn([visit.horseId, tracing.station], {
			horseId: visit.horseId,
			id: tracing.id,
			visitId: tracing.visitId,
			station: tracing.station,
			repeat: tracing.repeat,
			xMm: tracing.xMm,
			yMm: tracing.yMm,
			visitedOn: visit.visitedOn
		})
		.from(tracing)
		.innerJoin(visit, eq(visit.id, tracing.visitId))
		.where(
			and(
				isNull(visit.undoneAt),
				inArray(
					visit.horseId,
					last.map((h) => h.id)
				)
			)
		)
		.orderBy(visit.horseId, tracing.station, desc(visit.visitedOn), tracing.repeat);
	return last.map(({ id, name }) => ({
		id,
		name,
		tracings: rows
			.filter((r) => r.horseId === id)
			.map(({ horseId: _, xMm, yMm, ...t }) => ({
				...t,
				curve: { xMm: Float64Array.from(xMm), yMm: Float64Array.from(yMm) }
			}))
	}));
}
