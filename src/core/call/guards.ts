import type { PlainReading, SideChange } from '../change/index.js';
import { normalCdf } from '../math/index.js';
import { limitFor, type CallLimits } from './leadLimits.js';
import type { Verdict } from './types.js';

/** What keeps a verdict from being surer than what was measured. */
export type Guard =
	/** The width as drawn moved too far for a steady that the model would say. */
	| 'plain-beyond'
	/** The change that would be a refit may be nothing (its interval holds zero), or is under the watch limit. */
	| 'refit-unsure';

export interface Guarded {
	readonly verdict: Verdict;
	readonly guard: Guard | undefined;
}

/** What a verdict is held against. */
export interface Measured {
	readonly worst: SideChange;
	readonly plain: PlainReading | undefined;
	/** The smallest change that today's tracings can show, mm. */
	readonly detectableMm: number;
	readonly limits: CallLimits;
	/** Visits judged before this one, the fitted day counted. */
	readonly visits: number;
	/** What was called at the last visit, and what held it back. */
	readonly last: { readonly verdict: Verdict; readonly guard: Guard | undefined; readonly mm: number } | undefined;
}

/** So many visits after the fitted day know too little of a back to be sure that a width past its limit is chance. */
const FEW = 2;

/** The width as drawn is past what these tracings need to show a change; on the first visits, past the watch limit. */
function beyond({ plain, limits, detectableMm, visits }: Measured): boolean {
	if (!plain) return false;
	const least = visits <= FEW ? Math.min(detectableMm, limitFor('watch', plain.mm, limits)) : detectableMm;
	return Math.abs(plain.mm) >= least;
}

/** A change that may be nothing, or that does not even reach the watch limit, begins no refit. */
function unsure(measured: Measured): boolean {
	const { worst, limits, last } = measured;
	if (last?.verdict === 'refit') return false;
	const small = Math.abs(worst.mm) < limitFor('watch', worst.mm, limits);
	return small || (!worst.real && !agrees(measured));
}

const agrees = ({ last, worst }: Measured): boolean => last?.guard === 'refit-unsure' && last.mm * worst.mm > 0;

/**
 * Holds a verdict against what was measured: no refit begins on an estimate that may be nothing, unless the visit
 * before says the same, nor on one under the watch limit; nothing is steady while the width as drawn moved beyond what
 * the tracings can show.
 */
export function guarded(verdict: Verdict, measured: Measured): Guarded {
	if (verdict === 'refit' && unsure(measured)) return { verdict: 'watch', guard: 'refit-unsure' };
	if (verdict === 'steady' && beyond(measured)) return { verdict: 'watch', guard: 'plain-beyond' };
	return { verdict, guard: undefined };
}

/** Chance that the width alone gives of lying within the watch limits: nobody is surer of steady than that. */
export function steadyByWidth(plain: PlainReading | undefined, limits: CallLimits): number {
	if (!plain) return 1;
	const sd = Math.sqrt(plain.variance);
	return normalCdf((limits.watchGainMm - plain.mm) / sd) - normalCdf((-limits.watchLossMm - plain.mm) / sd);
}
