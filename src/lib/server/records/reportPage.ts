import { eq } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { asSystem, tables, type Database } from '../db/index.js';
import { findEvidence, judgeOn } from './evidence.js';
import { bringUpToDate } from './calls.js';
import { findFitDaySeat, findOwnLimits, seatOrNone } from './fitDaySeats.js';
import { listFitMarks } from './fitMarks.js';
import { findOverlays } from './overlays.js';
import { listPairings } from './pairings.js';
import type { OpenReport } from './reportLinks.js';
import { standingDay } from './evidence.js';
import { lastOfEachView, photosOf } from './signHistory.js';
import { listCalls } from './storedCalls.js';

/** All that a report says of one saddle on one horse; read past the wall, because whoever holds the link is nobody here. */
export async function readReport(db: Database, link: OpenReport, today: string) {
	return asSystem(async () => {
		await bringUpToDate(db, link.horseId);
		const [horse] = await db.select().from(tables.horse).where(eq(tables.horse.id, link.horseId));
		const pairing = (await listPairings(db, link.horseId)).find((p) => p.id === link.pairingId);
		if (!horse || !pairing) throw new CoreError('report-over');
		const found = await findEvidence(db, horse.id);
		const calls = await listCalls(db, pairing.id);
		const marks = await listFitMarks(db, [pairing.id]);
		const mark = marks.at(-1);
		const day = standingDay(found);
		const call = calls.at(-1);
		const judged = day ? judgeOn(horse, { ...pairing, fittedOn: mark?.fittedOn }, found, call, day, today) : undefined;
		const back = { id: horse.id, revision: horse.shapeRevision };
		const cuts = found.tracedOn ? await findOverlays(db, back, mark?.fittedOn, found.tracedOn) : [];
		const [seat, bears] =
			mark && call && call.visitedOn > mark.fittedOn
				? await Promise.all([
						seatOrNone(findFitDaySeat(db, back, mark.fittedOn, call.visitedOn)),
						seatOrNone(findOwnLimits(db, back, mark.fittedOn))
					])
				: [];
		return { horse, pairing, marks, calls, call, judged, cuts, seat, bears, found, day };
	});
}

/** One of the photos that a report shows. Throws `not-found` for any other of the place. */
export async function findReportPhoto(db: Database, link: OpenReport, photoId: string): Promise<Uint8Array> {
	return asSystem(async () => {
		const shown = lastOfEachView(photosOf(await findEvidence(db, link.horseId)));
		if (!shown.some((p) => p.id === photoId)) throw new CoreError('not-found');
		const [photo] = await db
			.select({ bytes: tables.photo.bytes })
			.from(tables.photo)
			.where(eq(tables.photo.id, photoId));
		if (!photo) throw new CoreError('not-found');
		return photo.bytes;
	});
}
