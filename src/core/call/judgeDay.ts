import {
	readWidth,
	gatherEvidence,
	readEvidence,
	type Evidence,
	type LoggedRide,
	type Reading,
	type WidthReading
} from '../reading/index.js';
import { USUAL_RULES, type HandRules } from '../checks/index.js';
import type { School } from '../change/index.js';
import { hasFindings } from '../visit/index.js';
import type { Day } from '../units/index.js';
import type { VisitFields } from '../zones/index.js';
import { joinSigns, type JoinedCall } from './joinSigns.js';
import type { Call } from './types.js';
import { FRONT_STATION } from './watchHorse.js';
import { weighEvidence, type Weighing } from './weigh.js';

/** All that bears on a saddle on a horse on a day. */
export interface DayInput {
	readonly day: Day;
	/** Today, for what only time brings; the day itself where absent. */
	readonly today?: Day | undefined;
	readonly pairing:
		| {
				readonly id: string;
				readonly rules: HandRules;
				readonly school?: School | undefined;
				readonly fittedOn?: Day | undefined;
		  }
		| undefined;
	/** Those of one day in the order made, the last one last; those after the day are left aside. */
	readonly visits: readonly VisitFields[];
	readonly rides: readonly LoggedRide[];
	/** The latest call of the shape up to the day. */
	readonly shape: Call | undefined;
	readonly tracedOn: Day | undefined;
	readonly ageYears: number | undefined;
}

export interface DayJudgement {
	readonly joined: JoinedCall | undefined;
	readonly readings: readonly Reading[];
	readonly width: WidthReading | undefined;
	readonly evidence: Evidence;
	/** All strokes for and against, weighed; undefined without a saddle. */
	readonly weighing: Weighing | undefined;
}

/** Last day of the evidence: a visit with findings, a tracing, or a ride; undefined where there is none. */
export function evidenceDay(
	visits: readonly VisitFields[],
	rides: readonly { readonly riddenOn: Day }[],
	tracedOn: Day | undefined
): Day | undefined {
	const looked = visits.filter((v) => hasFindings(v.states)).map((v) => v.visitedOn);
	const seen = [...looked, ...(tracedOn ? [tracedOn] : [])];
	// A ride alone is no record to judge from.
	return seen.length === 0 ? undefined : [...seen, ...rides.map((r) => r.riddenOn)].sort().at(-1);
}

/** The one judgement of a day: page, walk, board, report and command ask this. */
export function judgeDay(input: DayInput): DayJudgement {
	const { day, pairing, shape } = input;
	const evidence = gatherEvidence(input.visits, {
		day,
		today: input.today,
		rules: pairing?.rules ?? USUAL_RULES,
		pairingId: pairing?.id,
		fittedOn: pairing?.fittedOn,
		tracedOn: input.tracedOn,
		changes: shape?.changes ?? [],
		rides: input.rides
	});
	const readings = readEvidence(evidence);
	const { decided } = evidence;
	const lookedSince = input.visits.some(
		(v) => decided && v.visitedOn > decided.seenOn && v.visitedOn <= day && hasFindings(v.states)
	);
	const traced = decided && input.tracedOn !== undefined && input.tracedOn > decided.seenOn;
	const weighing = pairing
		? weighEvidence({ day, shape, front: FRONT_STATION, school: pairing.school ?? 'close', readings, evidence })
		: undefined;
	const joined = joinSigns(shape, readings, day, {
		weighing,
		ageYears: input.ageYears,
		lookNowOn: evidence.lookAgain.map((l) => l.since).sort()[0],
		chosenOn: lookedSince || traced ? undefined : decided?.nextOn
	});
	return {
		joined,
		readings,
		weighing,
		width: readWidth(evidence.answers, evidence.signs, evidence.changes),
		evidence
	};
}

/** What a person may choose at the end of a visit, given how the horse stands. */
export function openActions(judged: Pick<DayJudgement, 'joined' | 'width'>): readonly string[] {
	const { joined, width } = judged;
	if (joined?.vetFirst || joined?.verdict === 'stop') return ['fitter', 'vet'];
	// No shim rescues a saddle that is too narrow.
	const pad = width?.likeliest === 'narrow' && width.says !== 'unclear' ? [] : ['pad'];
	const gained = joined?.shape && joined.shape.direction === 'gain' && joined.shape.verdict === 'refit';
	if (joined?.verdict === 'refit') return [...(gained ? [] : pad), 'fitter', 'vet'];
	return ['ride-on', 'watch', ...pad, 'fitter', 'vet'];
}
