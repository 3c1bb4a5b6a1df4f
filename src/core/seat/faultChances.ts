import { normalCdf } from '../math/index.js';
import { CONDITIONS, type Fault } from './conditions.js';

/** Strengths of faults, or what is unsure of them, one for each. */
export type ByFault = Readonly<Record<Fault, number>>;

/** A strength is no surer than this. */
export const STRENGTH_SD = 0.08;
/** A fault is told as possible from this chance on. */
const POSSIBLE = 0.25;

/** How probable each fault is, where it is more than a trifle: the chance that its strength is 1 or more. */
export const chancesOf = (
	strengths: ByFault,
	variances: ByFault,
	unread: readonly Fault[] = []
): Readonly<Partial<Record<Fault, number>>> =>
	Object.fromEntries(
		CONDITIONS.map((c) => [c, normalCdf((strengths[c] - 1) / Math.sqrt(variances[c]))] as const).filter(
			([c, p]) => p >= POSSIBLE && !unread.includes(c)
		)
	);

/** The same for every fault. */
export const forEachFault = (of: (fault: Fault) => number): Record<Fault, number> =>
	Object.fromEntries(CONDITIONS.map((c) => [c, of(c)])) as Record<Fault, number>;
