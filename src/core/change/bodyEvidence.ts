import { daysBetween, type Day } from '../units/index.js';
import type { Cause } from './causes.js';

/** What tape, scale and eye said of the whole body on a day; what was not taken is absent. */
export interface BodyMeasure {
	readonly on: Day;
	readonly weightKg?: number;
	/** Body condition score, 1..9. */
	readonly conditionScore?: number;
	readonly withersCm?: number;
}

/** The same as a change since the fitted day; only what was taken near both days. */
export interface BodyChange {
	/** Share of the weight then, +0.05 for a twentieth more. */
	readonly weightShare?: number;
	readonly conditionScore?: number;
	readonly withersCm?: number;
}

type Taken = 'weightKg' | 'conditionScore' | 'withersCm';

/** A measure speaks of a day within this reach: condition takes weeks to move. */
const REACH_DAYS = 45;

function nearest(measures: readonly BodyMeasure[], field: Taken, day: Day): BodyMeasure | undefined {
	const near = measures.filter((m) => m[field] !== undefined && Math.abs(daysBetween(m.on, day)) <= REACH_DAYS);
	return near.sort((a, b) => Math.abs(daysBetween(a.on, day)) - Math.abs(daysBetween(b.on, day)))[0];
}

/** How the whole body has changed from the fitted day to another, from what was taken near both, nothing later than the day. */
export function bodyChange(measures: readonly BodyMeasure[], fitDay: Day, day: Day): BodyChange {
	const known = measures.filter((m) => m.on <= day);
	const pair = (field: Taken): readonly [number, number] | undefined => {
		const now = nearest(known, field, day);
		const then = nearest(known, field, fitDay);
		// One measure near both days says nothing of what lies between.
		return now && then && then.on < now.on ? [then[field] as number, now[field] as number] : undefined;
	};
	const [weight, score, withers] = [pair('weightKg'), pair('conditionScore'), pair('withersCm')];
	return {
		...(weight ? { weightShare: weight[1] / weight[0] - 1 } : {}),
		...(score ? { conditionScore: score[1] - score[0] } : {}),
		...(withers ? { withersCm: withers[1] - withers[0] } : {})
	};
}

type Expected = readonly [mean: number, sd: number];
type Measured = keyof BodyChange;

/**
 * What each kind of cause does to the body where the back has visibly changed; a spread holds the taker's own error:
 * the tape within some 3%, a score within half a point, the stick within 8 mm (common practice, no source).
 */
const EXPECTED: Readonly<Record<'muscle' | 'fatter' | 'thinner' | 'growth', Readonly<Record<Measured, Expected>>>> = {
	muscle: { weightShare: [0, 0.035], conditionScore: [0, 0.5], withersCm: [0, 0.8] },
	fatter: { weightShare: [0.07, 0.045], conditionScore: [1.2, 0.7], withersCm: [0, 0.8] },
	thinner: { weightShare: [-0.07, 0.045], conditionScore: [-1.2, 0.7], withersCm: [0, 0.8] },
	growth: { weightShare: [0.06, 0.05], conditionScore: [0, 0.6], withersCm: [2, 1.5] }
};
const AS: Readonly<Record<Exclude<Cause, 'none'>, keyof typeof EXPECTED>> = {
	'local-loss': 'muscle',
	'local-gain': 'muscle',
	'one-sided': 'muscle',
	'condition-gain': 'fatter',
	'condition-loss': 'thinner',
	growth: 'growth'
};

/** One figure in twenty is mistaken, and may then be anything within these. */
const MISTAKEN = 0.05;
const WIDTH: Readonly<Record<Measured, number>> = { weightShare: 0.4, conditionScore: 6, withersCm: 10 };

/** Logarithm of how likely the body's change is where the back changed for this cause; 0 where nothing was taken. */
export function bodyEvidence(body: BodyChange, cause: Cause): number {
	if (cause === 'none') return 0;
	const expected = EXPECTED[AS[cause]];
	let log = 0;
	for (const measured of Object.keys(WIDTH) as Measured[]) {
		const value = body[measured];
		if (value === undefined) continue;
		const [mean, sd] = expected[measured];
		const density = Math.exp(-0.5 * ((value - mean) / sd) ** 2) / (sd * Math.sqrt(2 * Math.PI));
		log += Math.log((1 - MISTAKEN) * density + MISTAKEN / WIDTH[measured]);
	}
	return log;
}
