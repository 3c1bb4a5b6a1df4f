import type { Check, CheckId, SaddleKind, Stage } from './define.js';

const fine = (code: string) => ({ code, result: 'fine' }) as const;
const PANELS: readonly SaddleKind[] = ['general', 'jumping', 'dressage'];
const BARS: readonly SaddleKind[] = ['western', 'stock'];

/**
 * The hand checks and their usual limits, in the order of the hand (common practice, no source).
 * Answers that are `fine` come first.
 */
export const CHECKS: readonly Check[] = [
	{
		id: 'clearance-top',
		asks: 'fingers',
		stages: ['bare', 'pad', 'girthed', 'rider'],
		sided: false,
		limits: (stage, school) => {
			if (stage === 'rider') return { least: 2 };
			return school === 'rest' ? { least: 3 } : { least: 2, most: 4 };
		},
		below: 'wide',
		above: 'narrow'
	},
	{
		id: 'clearance-sides',
		asks: 'fingers',
		stages: ['bare', 'rider'],
		sided: true,
		limits: () => ({ least: 2 }),
		below: 'wide',
		above: 'narrow'
	},
	{
		id: 'pencil',
		asks: 'choice',
		stages: ['bare'],
		sided: false,
		answers: [fine('slides'), { code: 'sticks', result: 'beyond' }]
	},
	{
		id: 'front-angle',
		asks: 'choice',
		stages: ['bare', 'pad'],
		sided: true,
		answers: [
			fine('parallel'),
			{ code: 'first-at-bottom', result: 'beyond', points: 'wide' },
			{ code: 'first-at-top', result: 'beyond', points: 'narrow' }
		]
	},
	{
		id: 'shoulder-room',
		asks: 'choice',
		stages: ['bare', 'rider'],
		sided: true,
		answers: [
			fine('hand-passes'),
			{ code: 'hand-tight', result: 'doubtful', points: 'narrow' },
			{ code: 'hand-gripped', result: 'beyond', points: 'narrow' }
		]
	},
	{
		id: 'contact',
		asks: 'choice',
		stages: ['bare', 'pad', 'girthed', 'rider'],
		sided: true,
		answers: [
			fine('even'),
			fine('small-lift-rear'),
			{ code: 'gap-middle', result: 'beyond', points: 'bridges' },
			{ code: 'gap-front', result: 'beyond', points: 'front-low' },
			{ code: 'sharp-front', result: 'beyond', points: 'narrow' },
			{ code: 'sharp-rear', result: 'beyond', points: 'rear-low' }
		]
	},
	{
		id: 'rock',
		asks: 'choice',
		stages: ['bare'],
		sided: false,
		answers: [fine('still'), { code: 'see-saw', result: 'beyond', points: 'rocks' }]
	},
	{
		id: 'level',
		asks: 'choice',
		stages: ['bare', 'pad'],
		sided: false,
		answers: [
			fine('as-it-should'),
			{ code: 'pommel-low', result: 'beyond', points: 'front-low' },
			{ code: 'cantle-low', result: 'beyond', points: 'rear-low' }
		]
	},
	{
		id: 'ball',
		asks: 'choice',
		stages: ['bare'],
		sided: false,
		answers: [
			fine('mid-seat'),
			{ code: 'rolls-forward', result: 'doubtful', points: 'front-low' },
			{ code: 'rolls-back', result: 'doubtful', points: 'rear-low' }
		]
	},
	...(['front', 'middle', 'rear'] as const).map((place): Check => ({
		id: `channel-${place}`,
		asks: 'fingers',
		stages: ['bare'],
		sided: false,
		limits: () => ({ least: 3 }),
		below: 'narrow',
		above: 'wide'
	})),
	{
		id: 'length',
		asks: 'choice',
		stages: ['bare'],
		sided: false,
		answers: [
			fine('inside'),
			{ code: 'few-mm-over', result: 'doubtful', points: 'long' },
			{ code: 'finger-over', result: 'beyond', points: 'long' }
		]
	},
	{
		id: 'skirts',
		asks: 'choice',
		stages: ['bare'],
		kinds: BARS,
		sided: true,
		answers: [fine('clear'), { code: 'touch', result: 'beyond', points: 'long' }]
	},
	{
		id: 'panel-spread',
		asks: 'choice',
		stages: ['bare'],
		kinds: PANELS,
		sided: true,
		answers: [fine('on-muscle'), { code: 'past-muscle', result: 'beyond', points: 'wide' }]
	},
	{
		id: 'straight',
		asks: 'choice',
		stages: ['bare', 'girthed', 'rider'],
		sided: false,
		answers: [
			fine('centred'),
			{ code: 'to-near', result: 'beyond', points: 'crooked' },
			{ code: 'to-off', result: 'beyond', points: 'crooked' }
		]
	},
	{
		id: 'side-grip',
		asks: 'choice',
		stages: ['bare'],
		sided: true,
		answers: [fine('stays'), { code: 'rolls', result: 'beyond', points: 'wide' }]
	},
	{
		id: 'girth-line',
		asks: 'choice',
		stages: ['girthed'],
		sided: true,
		answers: [
			fine('straight-down'),
			{ code: 'pulls-forward', result: 'beyond', points: 'drags' },
			{ code: 'pulls-back', result: 'beyond', points: 'drags' }
		]
	},
	{
		id: 'seat-room',
		asks: 'choice',
		stages: ['rider'],
		sided: false,
		answers: [fine('hand-behind'), { code: 'less-behind', result: 'doubtful' }]
	},
	{
		id: 'knee-room',
		asks: 'choice',
		stages: ['rider'],
		kinds: PANELS,
		sided: true,
		answers: [fine('four-fingers'), { code: 'less-fingers', result: 'doubtful' }]
	}
];

const BY_ID = new Map(CHECKS.map((c) => [c.id, c]));
export const checkOf = (id: CheckId): Check => BY_ID.get(id) as Check;
export const isCheck = (id: string): id is CheckId => BY_ID.has(id as CheckId);

/** The checks of a stage for a kind of saddle, in order. */
export function checksFor(stage: Stage, kind: SaddleKind): readonly Check[] {
	return CHECKS.filter((c) => c.stages.includes(stage) && (!c.kinds || c.kinds.includes(kind)));
}
