import type { Baseline, Cause, Direction, Doubt, Forecast, SideChange } from '../change/index.js';
import type { Day } from '../units/index.js';
import type { Guard } from './guards.js';
import type { CallLimits } from './leadLimits.js';
import type { MeasureNext } from './measureNext.js';

/** Written into every stored call; raised whenever the same tracings could be judged otherwise. */
export const ENGINE_VERSION = '13';

export type Verdict = 'steady' | 'watch' | 'refit' | 'stop';
export const VERDICTS: readonly Verdict[] = ['steady', 'watch', 'refit', 'stop'];

/** One reason: a code with its figures; the sentence is made at the screen. */
export interface Reason {
	readonly code: string;
	readonly data: Readonly<Record<string, string | number>>;
	/** True for what speaks against the verdict. */
	readonly against?: boolean;
}

export type NextStep = 'ride-on' | 'look-now' | 'trace-again' | 'trace-third' | 'call-fitter' | 'call-vet';

/** The judgement of one visit for one pairing, from data up to that visit. */
export interface Call {
	readonly visitedOn: Day;
	readonly verdict: Verdict;
	/** Probability, 0..1, that the change lies beyond the limit the verdict speaks of (for steady: within watch). */
	readonly sureness: number;
	readonly direction: Direction;
	readonly cause: Cause;
	readonly changes: readonly SideChange[];
	readonly forecast: Forecast;
	readonly reasons: readonly Reason[];
	readonly nextStep: NextStep;
	readonly nextOn: Day;
	readonly detectableChangeMm: number;
	readonly withinVisitSdMm: number;
	/** What is not believed of this visit as it stands; absent in calls of earlier engines. */
	readonly doubts?: readonly Doubt[];
	/** The front's width as drawn since the fitted day, mean of the sides; no model. */
	readonly plain?: { readonly mm: number; readonly sdMm: number };
	/** What kept the verdict from being surer than what was measured; absent where nothing did. */
	readonly guard?: Guard;
	/** What the fitted day's back is in itself; with the fitted day's call. */
	readonly baseline?: Baseline;
	/** What would make the call surer; absent where nothing much would, and in calls of earlier engines. */
	readonly measureNext?: MeasureNext;
	/** By which it was judged, where its saddle's own led; absent where the usual ones of its school did. */
	readonly limits?: CallLimits;
}
