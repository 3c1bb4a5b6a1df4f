import { fingersToMm, type FingerCalibration } from '../units/index.js';
import type { FingerCheck, Stage } from './define.js';
import type { HandRules } from './rules.js';

/** Hands do not read finer than this. */
export const SLACK_MM = 2;

export interface FingerLimit {
	readonly leastFingers: number;
	readonly leastMm: number;
}

const COUNTS = [1, 2, 3, 4, 5];

/**
 * The least a finger check asks for, in this person's fingers and in mm. Where the rule is in mm the
 * fingers follow from the hand: two or three broad ones, three or four slim.
 */
export function fingerLimit(check: FingerCheck, stage: Stage, rules: HandRules, hand: FingerCalibration): FingerLimit {
	const least = check.least(stage, rules);
	if ('fingers' in least) return { leastFingers: least.fingers, leastMm: fingersToMm(least.fingers, hand) };
	const enough = COUNTS.find((n) => fingersToMm(n, hand) >= least.mm - SLACK_MM);
	return { leastFingers: enough ?? COUNTS.length, leastMm: least.mm };
}
