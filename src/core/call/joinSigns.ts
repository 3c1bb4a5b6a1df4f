import { vetFirst, type Reading, type Weight } from '../reading/index.js';
import { nextTracingDay } from '../schedule/index.js';
import type { Day } from '../units/index.js';
import { WEIGHED_REFIT, type Weighing } from './weigh.js';
import { VERDICTS, type Call, type NextStep, type Reason, type Verdict } from './types.js';

/** A call from all evidence: the shape's own call with what hands, eyes and the horse said. */
export interface JoinedCall {
	readonly verdict: Verdict;
	readonly from: 'shape' | 'signs' | 'both';
	/** The call of the shape alone; undefined without tracings to compare. */
	readonly shape: Call | undefined;
	readonly reasons: readonly Reason[];
	readonly nextStep: NextStep;
	readonly nextOn: Day;
	readonly vetFirst: boolean;
}

/**
 * A matter for the vet stops the saddle. What speaks of the saddle alone asks for a look: by hand
 * and eye a fault is seen, not measured, so it raises to watch, and to refit where the shape moves too.
 */
function verdictOf(weight: Weight | undefined, shape: Verdict | undefined): Verdict {
	if (weight === 'vet') return 'stop';
	if (weight === 'fitter') return shape === 'watch' || shape === 'refit' ? 'refit' : 'watch';
	return weight === 'watch' ? 'watch' : 'steady';
}

/** Much small evidence of several sources together is a refit too; the weighing never makes a call milder. */
const verdictByWeight = (w: Weighing | undefined): Verdict =>
	w && w.chance >= WEIGHED_REFIT.chance && w.sourcesFor.length >= WEIGHED_REFIT.sources ? 'refit' : 'steady';

const heavier = (a: Verdict, b: Verdict): Verdict => (VERDICTS.indexOf(a) >= VERDICTS.indexOf(b) ? a : b);

function stepOf(verdict: Verdict, readings: readonly Reading[], shape: Call | undefined): NextStep {
	if (verdict === 'stop') return 'call-vet';
	if (shape && VERDICTS.indexOf(shape.verdict) >= VERDICTS.indexOf(verdict)) return shape.nextStep;
	if (readings.every((r) => r.code === 'look-again' || r.code === 'behaviour-new')) return 'look-now';
	return readings.some((r) => r.weight === 'fitter') ? 'call-fitter' : 'trace-again';
}

const reasonOf = (r: Reading): Reason => ({ code: `reading-${r.code}`, data: { ...r.data, seenOn: r.seenOn } });

/** What the diary knows besides: the day looks again are due from, and what a person decided. */
export interface JoinDates {
	readonly ageYears: number | undefined;
	/** First day from which something asks for a look at once. */
	readonly lookNowOn?: Day | undefined;
	/** The day a person chose at the last visit, where no look has come since. */
	readonly chosenOn?: Day | undefined;
	/** All strokes weighed together. */
	readonly weighing?: Weighing | undefined;
}

/** A person's own date stands, but never puts off what a refit or a stop asks for. */
function nextOnOf(usual: Day, verdict: Verdict, { lookNowOn, chosenOn }: JoinDates): Day {
	const urgent = verdict === 'refit' || verdict === 'stop';
	const planned = chosenOn === undefined || (urgent && chosenOn > usual) ? usual : chosenOn;
	return lookNowOn !== undefined && lookNowOn < planned ? lookNowOn : planned;
}

/** Joins the latest shape call with the day's readings, heaviest first; undefined when there is neither. */
export function joinSigns(
	shape: Call | undefined,
	readings: readonly Reading[],
	day: Day,
	dates: JoinDates
): JoinedCall | undefined {
	const telling = readings.filter((r) => r.weight !== 'note');
	if (!shape && telling.length === 0) return undefined;
	const fromSigns = heavier(verdictOf(telling[0]?.weight, shape?.verdict), verdictByWeight(dates.weighing));
	const verdict = shape ? heavier(shape.verdict, fromSigns) : fromSigns;
	const raised = !shape || verdict !== shape.verdict;
	const signReasons = telling.map(reasonOf);
	const shapeReasons = shape?.reasons ?? [];
	// A quiet shape gives no reason for a call that the signs made.
	const kept = raised && shape?.verdict === 'steady' ? [] : shapeReasons;
	const usual = shape && !raised ? shape.nextOn : nextTracingDay(day, verdict, dates.ageYears, null);
	return {
		verdict,
		from: telling.length === 0 ? 'shape' : !shape || shape.verdict === 'steady' ? 'signs' : 'both',
		shape,
		reasons: raised ? [...signReasons, ...kept] : [...kept, ...signReasons],
		nextStep: stepOf(verdict, telling, shape),
		nextOn: nextOnOf(usual, verdict, dates),
		vetFirst: vetFirst(telling)
	};
}
