import { CoreError } from '../errors/index.js';

/** Where cover is felt for the score. */
export const CONDITION_REGIONS = ['neck', 'withers', 'shoulder', 'ribs', 'loin', 'tailhead'] as const;
export type ConditionRegion = (typeof CONDITION_REGIONS)[number];

/** Body condition runs from 1 to 9: Henneke et al., Equine Veterinary Journal 1983 (from memory). */
export const CONDITION = { least: 1, most: 9, moderate: 5 } as const;

/** Checks a score, halves allowed. Throws `bad-condition`. */
export function checkCondition(score: number): number {
	if (!(score >= CONDITION.least && score <= CONDITION.most && Number.isInteger(score * 2)))
		throw new CoreError('bad-condition', { score });
	return score;
}

/** The score of the whole horse from its regions: their mean, to the half; undefined without any. */
export function conditionFromRegions(scores: readonly number[]): number | undefined {
	if (scores.length === 0) return undefined;
	const mean = scores.map(checkCondition).reduce((a, b) => a + b, 0) / scores.length;
	return Math.round(mean * 2) / 2;
}
