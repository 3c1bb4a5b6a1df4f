import { LRUCache } from 'lru-cache';
import workerpool from 'workerpool';
import { chooseFitDay, watchHorse, type Call, type LimitLead } from '../../../core/call/index.js';
import type { BodyMeasure, Course } from '../../../core/change/index.js';
import type { Tracing } from '../../../core/curve/index.js';
import { CoreError } from '../../../core/errors/index.js';
import {
	fitDayView,
	fittedLimits,
	seatFitDay,
	seatMeasured,
	type FitDayView,
	type MeasuredSeat,
	type OwnLimit,
	type SeatMeasuredQuestion
} from '../../../core/seat/index.js';
import { ageYearsOn } from '../../../core/units/index.js';

/** What came of judging one pairing: calls by visit, or the code of what is missing. */
export type Judgement =
	| { readonly status: 'judged'; readonly calls: readonly Call[] }
	| { readonly status: 'missing'; readonly code: string; readonly data: CoreError['data'] };

export interface PairingToJudge {
	readonly school: 'close' | 'roomy';
	/** Whose limits lead. */
	readonly lead?: LimitLead;
	/** Day of its latest fit mark. */
	readonly fittedOn: string | undefined;
}

/** The fit-day saddle of a pairing to be seated on the back of a day. */
export interface SeatToJudge {
	readonly fittedOn: string;
	readonly on: string;
}

/** What is known of the horse besides its tracings. */
export interface HorseToJudge {
	readonly bornYear: number | null;
	readonly bodies: readonly BodyMeasure[];
}

/** Horses that this thread has followed: a course is half a megabyte, and two are kept of each. */
const MOST_COURSES = 32;
const kept = new LRUCache<string, Course>({ max: MOST_COURSES });

function judgeOne(
	tracings: readonly Tracing[],
	pairing: PairingToJudge,
	{ bornYear, bodies }: HorseToJudge
): Judgement {
	if (!pairing.fittedOn) return { status: 'missing', code: 'no-fit-mark', data: {} };
	try {
		const watch = watchHorse(tracings, {
			school: pairing.school,
			lead: pairing.lead,
			fittedOn: pairing.fittedOn,
			ageYearsOn: (day) => ageYearsOn(bornYear, day),
			bodies,
			kept
		});
		return { status: 'judged', calls: watch.calls };
	} catch (error) {
		if (!(error instanceof CoreError)) throw error;
		return { status: 'missing', code: error.code, data: error.data };
	}
}

/** Judgements off the thread that answers requests. */
export const JUDGEMENTS = {
	/** Judges pairings of one horse from all its tracings, in the order given. */
	pairings: (tracings: readonly Tracing[], pairings: readonly PairingToJudge[], horse: HorseToJudge): Judgement[] =>
		pairings.map((p) => judgeOne(tracings, p, horse)),
	/** Seats the saddle that fitted on a later day's back. Throws as `seatFitDay` does. */
	fitDaySeat: (tracings: readonly Tracing[], { fittedOn, on }: SeatToJudge): FitDayView =>
		fitDayView(seatFitDay(tracings, { fitDay: chooseFitDay(tracings, fittedOn), on, kept })),
	/** What the saddle that fitted bears of each way of changing. Throws as a seat does. */
	ownLimits: (tracings: readonly Tracing[], fittedOn: string): OwnLimit[] =>
		fittedLimits(tracings, chooseFitDay(tracings, fittedOn)),
	/** Seats a saddle of which the underside was traced. Throws as `seatMeasured` does. */
	measuredSeat: (question: SeatMeasuredQuestion): MeasuredSeat => seatMeasured(question)
};

// Loaded as a worker it serves; loaded by the server it is only the list of what can be judged.
if (!workerpool.isMainThread)
	workerpool.worker(JUDGEMENTS as unknown as Record<string, (...args: unknown[]) => unknown>);
