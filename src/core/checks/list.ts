import { STAGES, type Check, type CheckId, type CheckResult, type SaddleKind, type Stage } from './define.js';
import type { HandRules } from './rules.js';

const fine = (code: string) => ({ code, result: 'fine' }) as const;
const PANELS: readonly SaddleKind[] = ['general', 'jumping', 'dressage'];
const BARS: readonly SaddleKind[] = ['western', 'stock'];

/** Room of the school that asks the same all round, bare, mm: the least of 50 to 75 (common practice, no source). */
export const ALL_ROUND_MM = 50;

const bySchool =
	(rest: CheckResult, swing: CheckResult) =>
	(_: Stage, { place }: HandRules): CheckResult =>
		place === 'rest' ? rest : swing;
/** Without a rider a hand is not gripped at all; under one it may be held firmly (common practice, no source). */
const firm = (stage: Stage): CheckResult => (stage === 'rider' ? 'fine' : 'doubtful');

/**
 * The hand checks and their usual limits, in the order of the hand (common practice, no source).
 * Answers that are `fine` come first.
 */
export const CHECKS: readonly Check[] = [
	{
		id: 'place',
		asks: 'choice',
		stages: ['bare'],
		sided: false,
		answers: [
			fine('behind-swing'),
			{ code: 'two-fingers-behind', result: bySchool('fine', 'doubtful'), points: 'forward' },
			{ code: 'at-edge', result: bySchool('doubtful', 'beyond'), points: 'forward' },
			{ code: 'on-blade', result: 'beyond', points: 'forward' }
		]
	},
	{
		id: 'sits',
		asks: 'choice',
		stages: ['bare'],
		sided: false,
		answers: [fine('settles'), { code: 'perches', result: 'beyond' }, { code: 'sinks', result: 'beyond' }]
	},
	{
		id: 'clearance-top',
		asks: 'fingers',
		stages: STAGES,
		sided: false,
		// It falls when girthed and again under the rider: only what must be left then is asked of those stages.
		least: (stage, { room, riderRoom }) => {
			if (stage !== 'bare') return { fingers: riderRoom };
			return room === 'all-round' ? { mm: ALL_ROUND_MM } : { fingers: 3 };
		},
		below: 'low'
	},
	{
		id: 'clearance-sides',
		asks: 'fingers',
		stages: ['bare'],
		sided: true,
		least: (stage, { room }) => {
			if (stage !== 'bare') return { fingers: 1 };
			return room === 'all-round' ? { mm: ALL_ROUND_MM } : { fingers: 2 };
		},
		below: 'tight'
	},
	{
		id: 'pencil',
		asks: 'choice',
		stages: ['bare'],
		sided: false,
		answers: [fine('slides'), { code: 'sticks', result: 'beyond', points: 'low' }]
	},
	{
		id: 'front-angle',
		asks: 'choice',
		stages: ['bare', 'pad'],
		sided: true,
		answers: [
			fine('parallel'),
			{ code: 'first-at-bottom', result: 'beyond' },
			{ code: 'first-at-top', result: 'beyond' }
		]
	},
	{
		id: 'shoulder-room',
		asks: 'choice',
		stages: ['bare', 'rider'],
		sided: true,
		answers: [
			fine('hand-passes'),
			{ code: 'hand-tight', result: firm, points: 'tight' },
			{ code: 'hand-gripped', result: 'beyond', points: 'tight' }
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
			{ code: 'gap-front', result: 'beyond' },
			{ code: 'sharp-front', result: 'beyond' },
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
		least: () => ({ fingers: 3 }),
		below: 'channel'
	})),
	{
		id: 'length',
		asks: 'choice',
		stages: ['bare'],
		sided: false,
		answers: [fine('inside'), fine('few-mm-over'), { code: 'finger-over', result: 'beyond', points: 'long' }]
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
		answers: [fine('on-muscle'), { code: 'past-muscle', result: 'beyond', points: 'spread' }]
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
		answers: [fine('stays'), { code: 'rolls', result: 'beyond' }]
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
		id: 'pad-lies',
		asks: 'choice',
		stages: ['girthed'],
		sided: false,
		answers: [
			fine('pad-even'),
			{ code: 'pad-on-spine', result: 'beyond', points: 'pad' },
			{ code: 'pad-short', result: 'beyond', points: 'pad' },
			{ code: 'pad-slid', result: 'doubtful', points: 'pad' }
		]
	},
	{
		id: 'seat-room',
		asks: 'choice',
		stages: ['rider'],
		sided: false,
		answers: [
			fine('hand-behind'),
			{ code: 'less-behind', result: 'doubtful', points: 'seat' },
			{ code: 'much-behind', result: 'doubtful', points: 'seat' }
		]
	},
	{
		id: 'knee-room',
		asks: 'choice',
		stages: ['rider'],
		kinds: PANELS,
		sided: true,
		answers: [
			fine('four-fingers'),
			{ code: 'less-fingers', result: 'doubtful', points: 'seat' },
			{ code: 'more-fingers', result: 'doubtful', points: 'seat' }
		]
	},
	{
		id: 'rider-feel',
		asks: 'choice',
		stages: ['rider'],
		sided: false,
		answers: [
			fine('balanced'),
			{ code: 'tipped-forward', result: 'doubtful', points: 'front-low' },
			{ code: 'tipped-back', result: 'doubtful', points: 'rear-low' }
		]
	}
];

const BY_ID = new Map(CHECKS.map((c) => [c.id, c]));
export const checkOf = (id: CheckId): Check => BY_ID.get(id) as Check;
export const isCheck = (id: string): id is CheckId => BY_ID.has(id as CheckId);

/** The checks of a stage for a kind of saddle, in order. */
export function checksFor(stage: Stage, kind: SaddleKind): readonly Check[] {
	return CHECKS.filter((c) => c.stages.includes(stage) && (!c.kinds || c.kinds.includes(kind)));
}
