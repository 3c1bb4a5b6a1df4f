import { CoreError } from '../../../core/errors/index.js';
import { fitDaySentences, PHOTO_WORDS } from '../../../words/index.js';
import type { Database } from '../db/index.js';
import { makeExport } from '../print/index.js';
import { REPORT_PAPERS, type ReportPaper } from '../print/reportBlocks.js';
import { smallJpeg } from '../pictures/smallJpeg.js';
import {
	findEvidence,
	findFitDaySeat,
	findHand,
	findHorsePage,
	findOverlays,
	findPhoto,
	judgeOn,
	listCalls,
	photosOf,
	seatOrNone,
	signsOf,
	lastOfEachView,
	standingDay,
	type MadeFile,
	type Scope,
	type StandardPhoto
} from '../records/index.js';
import { composeReport, REPORT_FOR, type ReportFor } from './compose.js';

const STEPS = 4;

/** What is asked for; whom and paper have been checked at the door. */
export interface AskedReport {
	readonly horseId: string;
	readonly pairingId: string;
	readonly whom: string;
	readonly paper: string;
	readonly today: string;
}

export const isReportFor = (s: string): s is ReportFor => (REPORT_FOR as readonly string[]).includes(s);
const isPaper = (s: string): s is ReportPaper => Object.hasOwn(REPORT_PAPERS, s);

/** The last standard photo of each view, bare and with the saddle on, small enough to print. */
const lastPhotos = (db: Database, scope: Scope, all: readonly StandardPhoto[]) =>
	Promise.all(
		lastOfEachView(all).map(async (p) => ({
			caption: `${PHOTO_WORDS[p.view]?.[0] ?? p.view}, ${p.day}`,
			jpeg: await smallJpeg((await findPhoto(db, scope, p.id)).bytes)
		}))
	);

/** What the saddle of the fitted day does on the back of a later one; nothing where the cuts do not allow it. */
async function seatSentences(
	db: Database,
	scope: Scope,
	horse: { readonly id: string; readonly revision: number },
	fittedOn: string,
	on: string
): Promise<readonly string[]> {
	const seat = await seatOrNone(findFitDaySeat(db, horse, fittedOn, on));
	return seat ? fitDaySentences(seat, await findHand(db, scope)) : [];
}

/** Makes the report of one saddle on one horse as a PDF, by the same judgement as its page. Throws `not-found`. */
export async function makeReport(
	db: Database,
	scope: Scope,
	asked: AskedReport,
	tell: (done: number, total: number) => Promise<void>
): Promise<MadeFile> {
	const { horse, pairings, marks } = await findHorsePage(db, scope, asked.horseId);
	const pairing = pairings.find((p) => p.id === asked.pairingId);
	if (!pairing || !isReportFor(asked.whom) || !isPaper(asked.paper)) throw new CoreError('not-found');
	const found = await findEvidence(db, horse.id);
	const calls = await listCalls(db, pairing.id);
	const mine = marks.filter((m) => m.pairingId === pairing.id);
	const [mark, call] = [mine.at(-1), calls.at(-1)];
	await tell(1, STEPS);
	const day = standingDay(found);
	const judged = day
		? judgeOn(horse, { ...pairing, fittedOn: mark?.fittedOn }, found, call, day, asked.today)
		: undefined;
	const cuts = found.tracedOn ? await findOverlays(db, horse, mark?.fittedOn, found.tracedOn) : [];
	const seat =
		mark && call && call.visitedOn > mark.fittedOn
			? await seatSentences(db, scope, horse, mark.fittedOn, call.visitedOn)
			: [];
	await tell(2, STEPS);
	const photos = asked.whom === 'owner' ? [] : await lastPhotos(db, scope, photosOf(found));
	await tell(3, STEPS);
	const report = composeReport(
		{
			on: day ?? asked.today,
			yardName: scope.memberships.find((m) => m.yardId === horse.yardId)?.yardName ?? '',
			horse,
			pairing,
			school: pairing.school,
			marks: mine,
			joined: judged?.joined,
			weighing: judged?.weighing,
			readings: judged?.readings ?? [],
			calls,
			cuts,
			found,
			seat,
			signs: signsOf(found),
			photos
		},
		asked.whom,
		asked.paper
	);
	const bytes = await makeExport('report', report);
	return {
		name: `${horse.name}-${pairing.saddleName}-${asked.whom}.pdf`,
		mediaType: 'application/pdf',
		bytes
	};
}
