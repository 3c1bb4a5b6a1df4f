import { and, eq, inArray, isNull } from 'drizzle-orm';
import { tables, type Asker } from '../db/index.js';

export interface HorseFitMark {
	readonly id: string;
	readonly pairingId: string;
	readonly visitId: string;
	readonly fittedOn: string;
	readonly fittedBy: string;
}

/** Fit marks of several pairings, oldest first; marks on undone visits are passed over. */
export async function listFitMarks(db: Asker, pairingIds: readonly string[]): Promise<HorseFitMark[]> {
	if (pairingIds.length === 0) return [];
	return db
		.select({
			id: tables.fitMark.id,
			pairingId: tables.fitMark.pairingId,
			visitId: tables.visit.id,
			fittedOn: tables.visit.visitedOn,
			fittedBy: tables.fitMark.fittedBy
		})
		.from(tables.fitMark)
		.innerJoin(tables.visit, eq(tables.visit.id, tables.fitMark.visitId))
		.where(and(inArray(tables.fitMark.pairingId, [...pairingIds]), isNull(tables.visit.undoneAt)))
		.orderBy(tables.visit.visitedOn);
}
