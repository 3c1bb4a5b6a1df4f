import { and, desc, eq } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import type { Scope } from './scope.js';
import { findVisit, putVisit, type TracingInput, type Written } from './visits.js';

/** A visit as it stood before an edit. */
export interface EarlierVisit {
	readonly version: number;
	readonly visitedOn: string;
	readonly note: string;
	/** Stations with the number of their tracings. */
	readonly tracings: Readonly<Record<string, number>>;
	readonly replacedBy: string | null;
	readonly replacedAt: Date;
}

/** The whole row as `keepEarlier` wrote it; a move keeps it without its tracings, which went along. */
interface Kept {
	readonly visitedOn: string;
	readonly note: string;
	readonly checked?: boolean;
	readonly tracings?: readonly TracingInput[];
}

const ofVisit = (id: string) => and(eq(tables.earlierVersion.kind, 'visit'), eq(tables.earlierVersion.rowId, id));

/** Earlier versions of a visit in the person's yards, newest first. */
export async function listEarlier(db: Asker, scope: Scope, visitId: string): Promise<EarlierVisit[]> {
	const visit = await findVisit(db, scope, visitId);
	const { earlierVersion, person } = tables;
	const rows = await db
		.select({
			version: earlierVersion.version,
			body: earlierVersion.body,
			replacedBy: person.name,
			replacedAt: earlierVersion.replacedAt
		})
		.from(earlierVersion)
		.leftJoin(person, eq(person.id, earlierVersion.replacedBy))
		.where(ofVisit(visit.id))
		.orderBy(desc(earlierVersion.version))
		.limit(100);
	return rows.flatMap(({ body, ...row }) => {
		const kept = body as Kept;
		if (!kept.tracings) return [];
		const tracings: Record<string, number> = {};
		for (const t of kept.tracings) tracings[t.station] = (tracings[t.station] ?? 0) + 1;
		return [{ ...row, visitedOn: kept.visitedOn, note: kept.note, tracings }];
	});
}

/**
 * Puts an earlier version of a visit in the place of the present one, which is kept as any edit keeps it. `from` is the
 * version the person was looking at: throws `changed-meanwhile` where somebody edited it since.
 */
export async function restoreEarlier(
	db: Database,
	scope: Scope,
	visitId: string,
	{ version, from }: { readonly version: number; readonly from: number }
): Promise<Written> {
	const visit = await findVisit(db, scope, visitId);
	const [found] = await db
		.select({ body: tables.earlierVersion.body })
		.from(tables.earlierVersion)
		.where(and(ofVisit(visit.id), eq(tables.earlierVersion.version, version)));
	const kept = found?.body as Kept | undefined;
	if (!kept?.tracings) throw new CoreError('not-found');
	return putVisit(db, scope, {
		id: visit.id,
		horseId: visit.horseId,
		visitedOn: kept.visitedOn,
		note: kept.note,
		checked: kept.checked ?? false,
		version: from,
		tracings: kept.tracings.map(({ id, station, repeat, xMm, yMm, source, operator, quality }) => {
			return { id, station, repeat, xMm, yMm, source, operator, quality };
		})
	});
}
