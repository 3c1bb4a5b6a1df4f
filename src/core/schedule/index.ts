import { addDays, type Day } from '../units/index.js';

export type Pace = 'steady' | 'watch' | 'refit' | 'stop';

/**
 * Days until the next tracing (common practice, no source): 4 weeks under six years of age or on
 * watch, 7 weeks for a grown, steady horse; after a refit call 2 weeks, to see that the remedy holds.
 */
export function daysToNextTracing(pace: Pace, ageYears: number | undefined): number {
	if (pace === 'refit' || pace === 'stop') return 14;
	if (pace === 'watch') return 28;
	return ageYears !== undefined && ageYears < 6 ? 28 : 49;
}

/** The day the next tracing is due; a forecast refit day that comes sooner brings it forward, never under a week. */
export function nextTracingDay(day: Day, pace: Pace, ageYears: number | undefined, earliestRefit: Day | null): Day {
	const usual = addDays(day, daysToNextTracing(pace, ageYears));
	if (pace !== 'watch' || earliestRefit === null || earliestRefit >= usual) return usual;
	const soonest = addDays(day, 7);
	return earliestRefit > soonest ? earliestRefit : soonest;
}
export * from './lookAgain.js';
