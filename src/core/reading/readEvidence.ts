import { RULES } from './rules.js';
import { WEIGHTS, type Evidence, type Reading } from './types.js';

/** Written with every standing; raised whenever the same evidence could be read otherwise. */
export const RULES_VERSION = 5;

/** What the evidence of a day points to, the heaviest first; rules of equal weight in the order of the list. */
export function readEvidence(evidence: Evidence): Reading[] {
	return RULES.flatMap((rule) => rule(evidence)).sort((a, b) => WEIGHTS.indexOf(b.weight) - WEIGHTS.indexOf(a.weight));
}

/** With a matter for the vet open, no pad, shim or re-fit is spoken of. */
export const vetFirst = (readings: readonly Reading[]): boolean => readings[0]?.weight === 'vet';
