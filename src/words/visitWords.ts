import { buildOf, type Build, type Heights, type MarkDoubt } from '../core/load/index.js';
import { bodyLengthWords } from './measures.js';
import type { GaugeOn, GaugeReading, GaugeSays } from '../core/setup/index.js';
import type { BackLift, EaseSign, GoingSign, Rung, Step, Way } from '../core/visit/index.js';

export const STEP_WORDS: Readonly<Record<Step, string>> = {
	before: 'Before the ride',
	going: 'Going',
	stand: 'Stand',
	feel: 'Feel',
	hair: 'Hair and skin',
	marks: 'Marks and tape',
	tracings: 'Tracings',
	setup: 'Set-up',
	bare: 'Saddle on',
	girthed: 'Girthed',
	rider: 'Rider up',
	sweat: 'Sweat',
	photos: 'Photos',
	treatment: 'Treatment',
	decide: 'Decide'
};

export const STEP_SAYS: Readonly<Record<Step, string>> = {
	before: 'Back of the hand along the panel, both sides; room in front; girth once mounted, both sides in turn.',
	going: 'Watch the horse going, free on the lunge. What do you see first at which rung?',
	stand: 'Level ground, all four feet square, no resting leg. If the horse shifts, start the measurement again.',
	feel: 'Flat fingers, the same force on both sides. Tap where the horse answers.',
	hair: 'Part the hair where the saddle lies. Tap what you see.',
	marks: 'Find the marks, stick a dot on each, then the tape.',
	tracings: 'Two or three at each cut. They can wait until you are indoors.',
	setup: 'What is under and in the saddle today. It stays until you change it.',
	bare: 'No pad. Slide the saddle from the withers back into its place, then check by hand, both sides.',
	girthed: 'Do up the girth as for riding.',
	rider: 'Rider up, standing. Somebody holds the horse.',
	sweat: 'After the ride. Paint what the print shows; what you leave is wet and even.',
	photos: 'From the same four places each time.',
	treatment: 'What was done, and what the owner is asked to do.',
	decide: 'What now, and when to look again.'
};

/** The caution of a step, where the work can hurt somebody. */
export const STEP_CAUTION: Readonly<Partial<Record<Step, string>>> = {
	going: 'Lame, or a sign that is there already bare: stop here and call the vet. Stand clear of the hind feet.',
	feel: 'Hold or tie safely, stand clear of the hind feet, warn the horse before you press a sore place.',
	hair: 'Open skin or a gall: no saddle on it. Call the vet before any pad or shim.',
	setup: 'Pain, heat, swelling or open skin: a vet before any pad or shim.',
	bare: 'Not on open skin, heat or swelling. Stop if the horse strongly objects.',
	rider: 'Nobody alone under a saddle test with a rider up. Hat on, horse held.',
	sweat: 'A dry patch is either too much pressure or no contact at all. It does not say which.',
	decide: 'This keeps records; it does not diagnose. Vet, qualified fitter and local law come first.'
};

export const WAY_WORDS: Readonly<Record<Way, readonly [name: string, says: string]>> = {
	full: ['Full visit', 'the whole order of work'],
	quick: ['Quick look', 'hands and eyes only'],
	tracing: ['Tracing only', 'marks, tape and the cuts'],
	after: ['After the ride', 'sweat, then feel and look'],
	ten: ['Ten seconds', 'before a ride: panel, room, girth']
};

export const BEFORE_WORDS = {
	panel: 'Along the panel',
	room: 'Room in front',
	girth: 'Girth'
} as const;
export const BEFORE_ANSWER_WORDS = { 'as-always': 'as always', other: 'not as always' } as const;

export const RUNG_WORDS: Readonly<Record<Rung, string>> = {
	bare: 'Bare',
	saddled: 'Saddle on',
	girthed: 'Girthed',
	ridden: 'Ridden'
};

export const GOING_WORDS: Readonly<Record<GoingSign, string>> = {
	lame: 'lame',
	short: 'short steps',
	hollow: 'hollow back',
	'head-tossing': 'tosses head',
	'ears-back': 'ears back',
	'tail-swishing': 'swishes tail',
	bucking: 'bucks or rears',
	unwilling: 'will not go on'
};

export const STAND_WORDS: Readonly<Record<string, string>> = {
	level: 'level ground',
	square: 'square on four feet',
	head: 'head straight',
	bare: 'back bare'
};

export const HOLDER_WORDS: Readonly<Record<string, string>> = {
	held: 'held by somebody',
	tied: 'tied',
	alone: 'I hold the rope myself'
};

export const ACTION_WORDS: Readonly<Record<string, string>> = {
	'ride-on': 'Ride on',
	watch: 'Watch it',
	pad: 'Pad or shim for now',
	fitter: 'Call the fitter',
	vet: 'Stop, call the vet'
};

export const TREATED_WORDS: Readonly<Record<string, string>> = {
	massage: 'massage',
	stretch: 'stretches',
	mobilise: 'mobilising',
	warmth: 'warmth',
	looked: 'looked only'
};

export const ASKED_WORDS: Readonly<Record<string, string>> = {
	rest: 'rest, no saddle',
	'in-hand': 'work in hand',
	stretches: 'stretches daily',
	'other-saddle': 'another saddle',
	'call-fitter': 'call the fitter',
	'call-vet': 'call the vet',
	'trace-again': 'trace again'
};

export const PHOTO_WORDS: Readonly<Record<string, readonly [name: string, how: string]>> = {
	front45: ['45° in front', 'Stand at the shoulder, camera at wither height, both ears in the picture.'],
	side: ['Side', 'Four lengths away, camera at the height of the back, all four feet in the picture.'],
	rear45: ['45° behind', 'Well clear of the hind feet, camera at croup height.'],
	above: ['Above', 'From a block behind and to the side, somebody holding: the whole back, head up.'],
	'saddle-front45': ['Saddle, 45° in front', 'Saddle or form on, no pad: the points or bars against the shoulder.'],
	'saddle-side': ['Saddle, side', 'From its own height: the seat’s line, front edge and rear.'],
	'saddle-rear45': ['Saddle, 45° behind', 'Well clear of the hind feet: panel or bar on the back, and the channel.']
};

/** Pictures of a saddle by itself, on its rack. */
export const SADDLE_PHOTO_WORDS = {
	'saddle-underside': [
		'Underside',
		'Turned over, from straight above: the channel in the middle, the front at the top.'
	],
	'saddle-front': ['Front', 'From its own height, straight on: arch, points or bars.'],
	'saddle-side': ['Side', 'From its own height: the seat’s line, front edge and rear.'],
	'saddle-rear': ['Rear', 'From its own height, straight on: panels or bars, and the channel between.'],
	'saddle-detail': ['Detail', 'A lump, a seam, a buckle, the maker’s size: close, in good light.']
} as const satisfies Readonly<Record<string, readonly [name: string, how: string]>>;

/** What a ride log asks, in taps. */
export const BEHAVIOUR_WORDS: Readonly<Record<string, string>> = {
	'cold-back': 'cold-backed, grumpy to girth',
	unwilling: 'will not go forward',
	stops: 'stops at fences',
	tail: 'swishes tail',
	ears: 'ears back',
	head: 'tosses head',
	spooks: 'spooks',
	hollow: 'hollows',
	bucks: 'bucks',
	rears: 'rears',
	fidgets: 'fidgets after 20 minutes'
};

/** Signs of ease: kept beside the troubles, as they count as well (common practice, no source). */
export const EASE_WORDS: Readonly<Record<EaseSign, string>> = {
	'soft-ears': 'soft ears',
	licks: 'licks and chews',
	'tail-swings': 'tail swings',
	oversteps: 'oversteps'
};
/** Whatever a ride can have shown. */
export const SEEN_WORDS: Readonly<Record<string, string>> = { ...BEHAVIOUR_WORDS, ...EASE_WORDS };

export const GAIT_WORDS = { walk: 'walk', trot: 'trot', canter: 'canter' } as const;

/** Back lift to a light tickle under the belly, with what it means (common practice, no source). */
export const LIFT_WORDS: Readonly<Record<BackLift, readonly [name: string, means: string]>> = {
	none: ['stays down', 'A back that does not come up is weak, stiff or sore: press along it again, flat and light.'],
	little: ['a little', 'It comes up some: usual in a grown horse in work.'],
	well: ['comes up well', 'It needs its room: never a shim in the middle under a young back that lifts like this.']
};

const BUILD_WORDS: Readonly<Record<Build, string>> = {
	uphill: 'built uphill',
	level: 'level',
	downhill: 'built downhill'
};
/** Withers against croup on a day. */
export const heightsLine = (h: Heights): string => {
	const apart = h.withersCm - h.croupCm;
	return `withers ${bodyLengthWords(h.withersCm)}, croup ${bodyLengthWords(h.croupCm)}: ${apart === 0 ? 'alike' : `${bodyLengthWords(Math.abs(apart))} ${apart < 0 ? 'lower' : 'higher'} in front`}, ${BUILD_WORDS[buildOf(h)]}`;
};
export const gainedWords = (gainedCm: number, real: boolean): string =>
	real
		? `The withers ${gainedCm > 0 ? 'gained' : 'lost'} ${bodyLengthWords(Math.abs(gainedCm))} on the croup: level and balance of the saddle go with it.`
		: 'No change that a tape could tell.';

export const MARK_DOUBT_WORDS: Readonly<Record<MarkDoubt, string>> = {
	'blade-ways':
		'The blade’s edge lies more than two fingers apart in the two ways: one of them is wrong. Find it again.',
	'rib-ways': 'The last rib lies more than two fingers apart in the two ways: one of them is wrong. Find it again.',
	'length-moved':
		'Blade to rib is more than two fingers off last time: one of the marks is wrong. Find both again before tracing.',
	'lowest-moved': 'The lowest point lies more than two fingers off last time: is the horse square, head straight?'
};

export const GAUGE_ON_WORDS: Readonly<Record<GaugeOn, string>> = { bare: 'on the bare back', pad: 'over the half pad' };
export const GAUGE_WORDS: Readonly<Record<GaugeSays, string>> = {
	flush: 'flush',
	'gap-above': 'gap above: too narrow',
	rocks: 'rocks: too wide'
};
/** What the gauge says, in one sentence. */
export function gaugeSentence(g: GaugeReading): string {
	const where = GAUGE_ON_WORDS[g.on];
	if (g.contradicts) return `A wider size cannot be too narrow where a smaller one rocks: lay them again ${where}.`;
	if (g.size !== undefined)
		return `Size ${g.size} lies flush ${where}: take that one${g.on === 'bare' ? '; again over the half pad that will be used' : ''}.`;
	if (g.above !== undefined && g.below !== undefined)
		return g.below - g.above > 1
			? `Wider than ${g.above}, narrower than ${g.below} ${where}: try between.`
			: `Between ${g.above} and ${g.below} ${where}: no size of this gauge is its own.`;
	return g.above !== undefined
		? `Wider than ${g.above} ${where}: try the next.`
		: `Narrower than ${g.below} ${where}: try the one before.`;
}

export const WHEN_WORDS: Readonly<Record<string, string>> = {
	girthing: 'at girthing',
	start: 'at the start',
	middle: 'after 20 minutes',
	end: 'towards the end',
	throughout: 'all the way'
};

export const CHANGE_WORDS: Readonly<Record<string, string>> = {
	work: 'other work',
	rider: 'other rider',
	pad: 'other pad',
	saddle: 'new saddle or flocking',
	'lay-off': 'lay-off over 3 weeks'
};

export const PAD_WORDS: Readonly<Record<string, string>> = {
	none: 'no pad',
	thin: 'thin pad',
	thick: 'thick pad',
	shims: 'pad with shims'
};

const LOOK_AGAIN: Readonly<Record<string, string>> = {
	'weight-changed': 'weight has changed by 5% or more',
	'lay-off': 'more than three weeks off',
	'work-changed': 'the work has changed',
	'rider-changed': 'another rider',
	'pad-changed': 'another pad',
	'saddle-changed': 'new saddle or flocking',
	'new-sign': 'a new sign',
	'new-behaviour': 'new behaviour under the saddle'
};
export const lookAgainWords = (code: string): string => LOOK_AGAIN[code] ?? code;
