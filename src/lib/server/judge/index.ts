import { availableParallelism } from 'node:os';
import type { Tracing } from '../../../core/curve/index.js';
import { threadsOf } from '../threads/index.js';
import type { FitDayView, MeasuredSeat, OwnLimit, SeatMeasuredQuestion } from '../../../core/seat/index.js';
import { JUDGEMENTS, type HorseToJudge, type Judgement, type PairingToJudge, type SeatToJudge } from './judgeWorker.js';

export type { HorseToJudge, Judgement, PairingToJudge } from './judgeWorker.js';

const threads = threadsOf('judgeWorker.mjs', JUDGEMENTS, {
	most: Math.max(1, Math.floor(availableParallelism() / (Number(process.env['ZT_PROCESSES']) || 1))),
	longestMs: 30_000,
	tooSlow: 'judging-too-slow'
});

/** Judges each pairing of a horse from all its tracings and the day of its latest fit mark. Throws `busy` or `judging-too-slow`. */
export async function judgePairings(
	tracings: readonly Tracing[],
	pairings: readonly PairingToJudge[],
	horse: HorseToJudge
): Promise<readonly Judgement[]> {
	// Without a mark there is nothing to send anywhere.
	if (pairings.every((p) => p.fittedOn === undefined)) return JUDGEMENTS.pairings([], pairings, horse);
	return threads('pairings', tracings, pairings, horse);
}

/** Seats the saddle that fitted on a later day's back. Throws what a seat throws, `busy` or `judging-too-slow`. */
export const seatOnBack = (tracings: readonly Tracing[], seat: SeatToJudge): Promise<FitDayView> =>
	threads('fitDaySeat', tracings, seat);

/** What the saddle that fitted bears of each way of changing. Throws what a seat throws, `busy` or `judging-too-slow`. */
export const limitsOfFitted = (tracings: readonly Tracing[], fittedOn: string): Promise<OwnLimit[]> =>
	threads('ownLimits', tracings, fittedOn);

/** Seats a saddle's own shape on the back of a day. Throws what a seat throws, `busy` or `judging-too-slow`. */
export const seatOfShape = (question: SeatMeasuredQuestion): Promise<MeasuredSeat> => threads('measuredSeat', question);
