import { valueOf, type FieldStates } from '../entry/index.js';
import { fieldStep } from './fields/index.js';
import { BEFORE_RIDE, RUNGS, STAND_POINTS, type Step } from './steps.js';

const WANTED: Readonly<Record<Step, readonly string[]>> = {
	before: BEFORE_RIDE.map((p) => `before/${p}`),
	going: RUNGS.map((r) => `going/${r}`),
	stand: STAND_POINTS.map((p) => `stand/${p}`),
	feel: ['rest/feel'],
	hair: ['rest/hair'],
	marks: ['tape/girthCm', 'tape/bladeToRibMm', 'condition/score'],
	tracings: ['tracings/plan'],
	setup: ['checked/setup'],
	bare: ['checked/bare'],
	girthed: ['checked/girthed'],
	rider: ['checked/rider'],
	sweat: ['rest/sweat'],
	photos: ['photo/front45', 'photo/side', 'photo/rear45', 'photo/above'],
	treatment: ['treat/did'],
	decide: ['decide/action']
};

export type StepProgress = 'done' | 'begun' | 'skipped' | 'open';

/** How far a step is: `done` when all it wants is set; `skipped` only when the person said so. */
export function stepProgress(states: FieldStates, step: Step): StepProgress {
	const set = WANTED[step].filter((f) => valueOf(states, f) !== undefined);
	if (set.length === WANTED[step].length) return 'done';
	if (valueOf(states, `skip/${step}`) === true) return 'skipped';
	const begun = set.length > 0 || [...states].some(([f, s]) => s.value !== null && fieldStep(f) === step);
	return begun ? 'begun' : 'open';
}

/** Names of what a step still wants, for showing what is missing. */
export function stepMissing(states: FieldStates, step: Step): string[] {
	return WANTED[step].filter((f) => valueOf(states, f) === undefined);
}
