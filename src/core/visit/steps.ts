import { valueOf } from './foldEntries.js';
import type { FieldStates } from './entry.js';

/** The order of work beside the horse (common practice, no source). */
export const STEPS = [
	'before',
	'going',
	'stand',
	'feel',
	'hair',
	'marks',
	'tracings',
	'setup',
	'bare',
	'girthed',
	'rider',
	'sweat',
	'photos',
	'treatment',
	'decide'
] as const;
export type Step = (typeof STEPS)[number];

export const WAYS = ['full', 'quick', 'tracing', 'after', 'ten'] as const;
/** How much of the work a visit means to do. */
export type Way = (typeof WAYS)[number];

const STEPS_OF: Readonly<Record<Way, readonly Step[]>> = {
	full: STEPS.filter((s) => s !== 'before'),
	quick: ['feel', 'hair', 'photos', 'decide'],
	tracing: ['stand', 'marks', 'tracings', 'decide'],
	after: ['sweat', 'feel', 'hair', 'decide'],
	ten: ['before']
};

/** The steps of a way in; treatment belongs to the bodyworker's visit. */
export function stepsOf(way: Way, treats: boolean): readonly Step[] {
	return STEPS_OF[way].filter((s) => s !== 'treatment' || treats);
}

export const RUNGS = ['bare', 'saddled', 'girthed', 'ridden'] as const;
/** The ladder: each rung adds one thing that could make the horse go differently. */
export type Rung = (typeof RUNGS)[number];

export const GOING_SIGNS = [
	'lame',
	'short',
	'hollow',
	'head-tossing',
	'ears-back',
	'tail-swishing',
	'bucking',
	'unwilling'
] as const;
export type GoingSign = (typeof GOING_SIGNS)[number];

/** Gaits in which it was seen at a rung. */
export const GAITS = ['walk', 'trot', 'canter'] as const;

/** How far the back comes up to a light tickle under the belly. */
export const BACK_LIFTS = ['none', 'little', 'well'] as const;
export type BackLift = (typeof BACK_LIFTS)[number];

/** Signs of ease count as well: what a ride that is well with the horse looks like. */
export const EASE_SIGNS = ['soft-ears', 'licks', 'tail-swings', 'oversteps'] as const;
export type EaseSign = (typeof EASE_SIGNS)[number];
export const isEase = (code: string): boolean => (EASE_SIGNS as readonly string[]).includes(code);

/** Ten seconds before a ride: the back of the hand along the panel, room in front, the girth once mounted. */
export const BEFORE_RIDE = ['panel', 'room', 'girth'] as const;
export const BEFORE_ANSWERS = ['as-always', 'other'] as const;

export const STAND_POINTS = ['level', 'square', 'head', 'bare'] as const;

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

const PREFIXES: Readonly<Partial<Record<Step, RegExp>>> = {
	feel: /^(sign\/(soreness|heat|swelling|knot|hollow)|lift)\//,
	hair: /^sign\/(hair|skin)\//,
	sweat: /^sign\/sweat\//,
	marks: /^(tape|mark|condition|load)\//,
	setup: /^(setup|gap|gauge)\//,
	bare: /^check\/[^/]+\/(bare|pad)\//,
	girthed: /^check\/[^/]+\/girthed\//,
	rider: /^check\/[^/]+\/rider\//,
	treatment: /^treat\//
};

/** How far a step is: `done` when all it wants is set; `skipped` only when the person said so. */
export function stepProgress(states: FieldStates, step: Step): StepProgress {
	const set = WANTED[step].filter((f) => valueOf(states, f) !== undefined);
	if (set.length === WANTED[step].length) return 'done';
	if (valueOf(states, `skip/${step}`) === true) return 'skipped';
	const more = PREFIXES[step];
	const begun = set.length > 0 || (more && [...states].some(([f, s]) => more.test(f) && s.value !== null));
	return begun ? 'begun' : 'open';
}

/** Names of what a step still wants, for showing what is missing. */
export function stepMissing(states: FieldStates, step: Step): string[] {
	return WANTED[step].filter((f) => valueOf(states, f) === undefined);
}
