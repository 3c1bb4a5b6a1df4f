import { eq } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { asSystem, tables, type Database } from '../db/index.js';
import { findEvidence, judgeOn } from './evidence.js';
import { listFitMarks } from './fitMarks.js';
import { findOverlays } from './overlays.js';
import { listPairings } from './pairings.js';
import type { OpenReport } from './reportLinks.js';
import { standingDay } from './evidence.js';
import { listCalls } from './storedCalls.js';

/** All that a report says of one saddle on one horse; read past the wall, because whoever holds the link is nobody here. */
export async function readReport(db: Database, link: OpenReport, today: string) {
	return asSystem(async () => {
		const [horse] = await db.select().from(tables.horse).where(eq(tables.horse.id, link.horseId));
		const pairing = (await listPairings(db, link.horseId)).find((p) => p.id === link.pairingId);
		if (!horse || !pairing) throw new CoreError('report-over');
		const found = await findEvidence(db, horse.id);
		const calls = await listCalls(db, pairing.id);
		const mark = (await listFitMarks(db, [pairing.id])).at(-1);
		const day = standingDay(found);
		const call = calls.at(-1);
		const judged = day ? judgeOn(horse, { ...pairing, fittedOn: mark?.fittedOn }, found, call, day, today) : undefined;
		const cuts = found.tracedOn
			? await findOverlays(db, { id: horse.id, revision: horse.shapeRevision }, mark?.fittedOn, found.tracedOn)
			: [];
		return { horse, pairing, mark, call, judged, cuts, found, day };
	});
}
