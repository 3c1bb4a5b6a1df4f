import type { FieldStates } from '../visit/index.js';
import type { CheckId, CheckResult, FingerCheck, HandSchool, Points, Stage } from './define.js';
import { STAGES } from './define.js';
import { SWING_CLEARANCE_MM, statesMm } from './limitInMm.js';
import { checkOf, isCheck } from './list.js';

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

/** Hands do not read finer than this. */
const SLACK_MM = 2;

function judgeFingers(check: FingerCheck, stage: Stage, { fingers, mm }: FingerValue, school: HandSchool) {
	const { least, most } = check.limits(stage, school);
	const inMm = statesMm(check, stage, school);
	const under = inMm ? mm < SWING_CLEARANCE_MM.least - SLACK_MM : fingers < least;
	const over = inMm ? mm > SWING_CLEARANCE_MM.most + SLACK_MM : most !== undefined && fingers > most;
	if (under) return { result: 'beyond', points: check.below, mm } as const;
	if (over) return { result: 'doubtful', points: check.above, mm } as const;
	return { result: 'fine', points: undefined, mm } as const;
}

/** An answer against its usual limit. */
export function judgeAnswer(answer: GivenAnswer, school: HandSchool): JudgedAnswer {
	const check = checkOf(answer.check);
	if (check.asks === 'fingers')
		return { ...answer, ...judgeFingers(check, answer.stage, answer.value as FingerValue, school) };
	const found = check.answers.find((a) => a.code === answer.value);
	return { ...answer, result: found?.result ?? 'doubtful', points: found?.points, mm: undefined };
}

/** The latest stage at which each check was answered speaks for it, near and off kept apart. */
export function latestByStage(answers: readonly JudgedAnswer[]): JudgedAnswer[] {
	const last = new Map<string, JudgedAnswer>();
	for (const a of [...answers].sort((x, y) => STAGES.indexOf(x.stage) - STAGES.indexOf(y.stage)))
		last.set(`${a.check} ${a.side}`, a);
	return [...last.values()];
}
