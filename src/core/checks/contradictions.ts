import type { CheckId } from './define.js';
import type { JudgedAnswer } from './judge.js';

/** Two answers that cannot both be right of one saddle on one back. */
export interface Contradiction {
	readonly code: string;
	readonly checks: readonly [CheckId, CheckId];
}

type Answers = (check: CheckId, stage?: string) => JudgedAnswer | undefined;

const fingers = (a: JudgedAnswer | undefined): number | undefined =>
	a && typeof a.value !== 'string' ? a.value.fingers : undefined;

const is = (a: JudgedAnswer | undefined, code: string): boolean => a?.value === code;

const RULES: readonly (readonly [
	code: string,
	checks: readonly [CheckId, CheckId],
	found: (at: Answers) => boolean
])[] = [
	[
		'wide-but-high',
		['front-angle', 'clearance-top'],
		(at) => is(at('front-angle'), 'first-at-top') && (fingers(at('clearance-top', 'bare')) ?? 0) >= 4
	],
	[
		'narrow-but-low',
		['front-angle', 'clearance-top'],
		(at) => is(at('front-angle'), 'first-at-bottom') && (fingers(at('clearance-top', 'bare')) ?? 9) < 2
	],
	['even-but-rocks', ['contact', 'rock'], (at) => is(at('contact'), 'even') && is(at('rock'), 'see-saw')],
	['bridges-and-rocks', ['contact', 'rock'], (at) => is(at('contact'), 'gap-middle') && is(at('rock'), 'see-saw')],
	['low-front-ball-back', ['level', 'ball'], (at) => is(at('level'), 'pommel-low') && is(at('ball'), 'rolls-back')],
	[
		'low-rear-ball-forward',
		['level', 'ball'],
		(at) => is(at('level'), 'cantle-low') && is(at('ball'), 'rolls-forward')
	],
	[
		'pencil-but-fingers',
		['pencil', 'clearance-top'],
		(at) => is(at('pencil'), 'sticks') && (fingers(at('clearance-top', 'bare')) ?? 0) >= 3
	],
	[
		'more-with-rider',
		['clearance-top', 'clearance-top'],
		(at) => {
			const [bare, rider] = [fingers(at('clearance-top', 'bare')), fingers(at('clearance-top', 'rider'))];
			return bare !== undefined && rider !== undefined && rider > bare;
		}
	],
	[
		'narrow-but-tips-forward',
		['front-angle', 'level'],
		(at) => is(at('front-angle'), 'first-at-bottom') && is(at('level'), 'pommel-low')
	],
	[
		'rider-forward-rear-low',
		['rider-feel', 'level'],
		(at) => is(at('rider-feel'), 'tipped-forward') && (is(at('level'), 'cantle-low') || is(at('ball'), 'rolls-back'))
	],
	[
		'rider-back-front-low',
		['rider-feel', 'level'],
		(at) => is(at('rider-feel'), 'tipped-back') && (is(at('level'), 'pommel-low') || is(at('ball'), 'rolls-forward'))
	],
	[
		'wide-but-tips-back',
		['front-angle', 'level'],
		(at) => is(at('front-angle'), 'first-at-top') && is(at('level'), 'cantle-low')
	]
];

/** Answers of one saddle at one visit that contradict each other; do both again before believing either. */
export function contradictions(answers: readonly JudgedAnswer[]): Contradiction[] {
	const sides = ['near', 'off'] as const;
	const found = new Map<string, Contradiction>();
	for (const side of sides) {
		const here = answers.filter((a) => a.side === side || a.side === 'both');
		const at: Answers = (check, stage) => here.findLast((a) => a.check === check && (!stage || a.stage === stage));
		for (const [code, checks, holds] of RULES) if (holds(at)) found.set(code, { code, checks });
	}
	return [...found.values()];
}
