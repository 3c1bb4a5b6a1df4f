import type { FieldStates } from '../entry/index.js';
import type { CheckId, CheckResult, FingerCheck, Points, Stage } from './define.js';
import { STAGES } from './define.js';
import { SLACK_MM } from './limitInMm.js';
import { checkOf, isCheck } from './list.js';
import type { HandRules } from './rules.js';

export type CheckSide = 'near' | 'off' | 'both';

/** Fingers counted, and what they are in mm on the hand that counted. */
export interface FingerValue {
	readonly fingers: number;
	readonly mm: number;
}

/** One answer as recorded in `check/<pairing>/<stage>/<check>/<side>`: a code, or fingers. */
export interface GivenAnswer {
	readonly pairingId: string;
	readonly stage: Stage;
	readonly check: CheckId;
	readonly side: CheckSide;
	readonly value: string | FingerValue;
}

export interface JudgedAnswer extends GivenAnswer {
	readonly result: CheckResult;
	readonly points: Points | undefined;
	/** For finger checks. */
	readonly mm: number | undefined;
}

export const checkField = (pairingId: string, stage: Stage, check: CheckId, side: CheckSide): string =>
	`check/${pairingId}/${stage}/${check}/${side}`;

/** All hand checks answered at a visit. */
export function readAnswers(states: FieldStates): GivenAnswer[] {
	return [...states.values()].flatMap((s) => {
		const [head, pairingId, stage, check, side] = s.field.split('/');
		if (head !== 'check' || !pairingId || !check || !isCheck(check)) return [];
		if (s.value === null || (checkOf(check).asks === 'fingers') === (typeof s.value === 'string')) return [];
		const value = s.value as unknown as string | FingerValue;
		return [{ pairingId, stage: stage as Stage, check, side: side as CheckSide, value }];
	});
}

function judgeFingers(check: FingerCheck, stage: Stage, { fingers, mm }: FingerValue, rules: HandRules) {
	const least = check.least(stage, rules);
	const under = 'fingers' in least ? fingers < least.fingers : mm < least.mm - SLACK_MM;
	return under
		? ({ result: 'beyond', points: check.below, mm } as const)
		: ({ result: 'fine', points: undefined, mm } as const);
}

/** An answer against the usual limit of its stage. */
export function judgeAnswer(answer: GivenAnswer, rules: HandRules): JudgedAnswer {
	const check = checkOf(answer.check);
	if (check.asks === 'fingers')
		return { ...answer, ...judgeFingers(check, answer.stage, answer.value as FingerValue, rules) };
	const found = check.answers.find((a) => a.code === answer.value);
	const { result = 'doubtful', points } = found ?? {};
	const judged = typeof result === 'function' ? result(answer.stage, rules) : result;
	return { ...answer, result: judged, points: judged === 'fine' ? undefined : points, mm: undefined };
}

/** The latest stage at which each check was answered speaks for it, near and off kept apart. */
export function latestByStage(answers: readonly JudgedAnswer[]): JudgedAnswer[] {
	const last = new Map<string, JudgedAnswer>();
	for (const a of [...answers].sort((x, y) => STAGES.indexOf(x.stage) - STAGES.indexOf(y.stage)))
		last.set(`${a.check} ${a.side}`, a);
	return [...last.values()];
}

/** How room above the withers fell from one stage to a later one of the same visit. */
export interface RoomFall {
	readonly from: Stage;
	readonly to: Stage;
	readonly fingersBefore: number;
	readonly fingersNow: number;
	/** Less room now, mm; negative where there is more. */
	readonly fellMm: number;
}

/** Falls of the room above the withers from stage to stage, in order. */
export function roomFalls(answers: readonly GivenAnswer[]): RoomFall[] {
	const tops = STAGES.flatMap((stage) => {
		const found = answers.findLast((a) => a.check === 'clearance-top' && a.stage === stage);
		return found && typeof found.value !== 'string' ? [{ stage, ...found.value }] : [];
	});
	return tops.slice(1).map((now, i) => {
		const before = tops[i] as (typeof tops)[number];
		return {
			from: before.stage,
			to: now.stage,
			fingersBefore: before.fingers,
			fingersNow: now.fingers,
			fellMm: before.mm - now.mm
		};
	});
}
