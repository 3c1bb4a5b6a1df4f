import type { Beyond } from './beyond.js';
import type { Guard } from './guards.js';
import type { Verdict } from './types.js';

/**
 * Enter a verdict at the upper probability, leave it under the lower: a horse near a limit does not flap.
 * Refit is entered early, because a saddle called too late hurts (docs/decisions/0009); how sure it is, is said.
 */
export const REFIT = { enter: 0.4, leave: 0.2 };
const WATCH = { enter: 0.6, leave: 0.35 };

function holds(probability: number, held: boolean, bounds: { enter: number; leave: number }): boolean {
	return probability >= (held ? bounds.leave : bounds.enter);
}

/** A visit that may be a mistake keeps a refit that was called, and begins none: the next one tells. */
export const refitHolds = (chance: number, held: boolean, doubted: boolean, enter = REFIT.enter): boolean =>
	(held || !doubted) && holds(chance, held, { ...REFIT, enter });

/**
 * Today's verdict from shape alone, given the last one and whether today's visit is `doubted` as a whole. `stop` needs
 * signs of pain, which shape cannot show.
 */
export function verdictFromShape(beyond: Beyond, last: Verdict | undefined, doubted: boolean): Verdict {
	const chance = Math.max(beyond.refit, beyond.apart);
	if (refitHolds(chance, last === 'refit', doubted)) return 'refit';
	// What would be a refit but for the doubt is no steady either.
	if (refitHolds(chance, false, false)) return 'watch';
	return holds(beyond.watch, last === 'watch' || last === 'refit', WATCH) ? 'watch' : 'steady';
}

/**
 * How sure that verdict is, 0..1. A steady one is never surer than what was drawn gives by itself (`byWidth`), and a
 * watch that the width as drawn calls is as sure as that.
 */
export function surenessOf(verdict: Verdict, beyond: Beyond, byWidth: number, guard?: Guard): number {
	if (verdict === 'refit') return Math.max(beyond.refit, beyond.apart);
	if (guard === 'plain-beyond') return Math.max(beyond.watch, 1 - byWidth);
	return verdict === 'watch' ? beyond.watch : Math.min(1 - beyond.watch, byWidth);
}
