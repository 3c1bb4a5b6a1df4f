import { checksFor, type CheckId, type SaddleKind, type Stage } from '$core/checks/index.js';
import { TELLING_CHECKS } from '$core/reading/index.js';
import type { Step } from '$core/visit/index.js';

/** One screen of the walk: a step, or one part of a step that has several. */
export type Screen =
	| { readonly step: Exclude<Step, 'marks' | 'bare' | 'girthed' | 'rider'>; readonly key: string }
	| { readonly step: 'marks'; readonly key: string; readonly part: MarksPart }
	| {
			readonly step: 'bare' | 'girthed' | 'rider';
			readonly key: string;
			readonly stage: Stage;
			/** Undefined for the question which pad is used. */
			readonly check: CheckId | undefined;
	  };

export type MarksPart = 'places' | 'tape' | 'condition' | 'load';
export const MARKS_PARTS: readonly MarksPart[] = ['places', 'tape', 'condition', 'load'];

function checkScreens(step: 'bare' | 'girthed' | 'rider', kind: SaddleKind, padded: boolean): Screen[] {
	const of = (stage: Stage): Screen[] =>
		checksFor(stage, kind).map((c) => ({ step, stage, check: c.id, key: `${stage}/${c.id}` }));
	if (step !== 'bare') return of(step);
	const pad: Screen = { step, stage: 'pad', check: undefined, key: 'pad' };
	return [...of('bare'), pad, ...(padded ? of('pad') : [])];
}

/** Screens of a second saddle: only what tells it from the others, then the decision. */
export const trialScreens = (kind: SaddleKind): Screen[] => [
	...checksFor('bare', kind)
		.filter((c) => TELLING_CHECKS.includes(c.id))
		.map((c): Screen => ({ step: 'bare', stage: 'bare', check: c.id, key: `bare/${c.id}` })),
	{ step: 'decide', key: 'decide' }
];

/** All screens of a visit in order. `padded` when the saddle is ridden with a pad. */
export function screensOf(steps: readonly Step[], kind: SaddleKind | undefined, padded: boolean): Screen[] {
	return steps.flatMap((step): Screen[] => {
		if (step === 'marks') return MARKS_PARTS.map((part) => ({ step, part, key: `marks/${part}` }));
		if (step === 'setup') return kind ? [{ step, key: step }] : [];
		if (step === 'bare' || step === 'girthed' || step === 'rider') return kind ? checkScreens(step, kind, padded) : [];
		return [{ step, key: step }];
	});
}
