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
