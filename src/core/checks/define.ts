import type { HandRules } from './rules.js';

/** A bare tree and a fitting form are laid on a back like a saddle; what panels, flaps and skirts they lack is not asked. */
export const SADDLE_KINDS = ['general', 'jumping', 'dressage', 'western', 'stock', 'tree', 'form'] as const;
export type SaddleKind = (typeof SADDLE_KINDS)[number];

/** Saddle on, no pad; with its pad; girthed; rider up. */
export const STAGES = ['bare', 'pad', 'girthed', 'rider'] as const;
export type Stage = (typeof STAGES)[number];

export const CHECK_IDS = [
	'place',
	'sits',
	'clearance-top',
	'clearance-sides',
	'pencil',
	'front-angle',
	'shoulder-room',
	'contact',
	'rock',
	'level',
	'ball',
	'channel-front',
	'channel-middle',
	'channel-rear',
	'length',
	'skirts',
	'panel-spread',
	'straight',
	'side-grip',
	'girth-line',
	'pad-lies',
	'seat-room',
	'knee-room',
	'rider-feel'
] as const;
export type CheckId = (typeof CHECK_IDS)[number];

/** How an answer stands to the usual limit. */
export type CheckResult = 'fine' | 'doubtful' | 'beyond';

/** What an answer says of the saddle. Too wide or too narrow is no answer of one check: see `reading/width`. */
export type Points =
	| 'forward'
	| 'low'
	| 'tight'
	| 'bridges'
	| 'rocks'
	| 'front-low'
	| 'rear-low'
	| 'channel'
	| 'long'
	| 'spread'
	| 'crooked'
	| 'drags'
	| 'pad'
	| 'seat';

export interface CheckAnswer {
	readonly code: string;
	/** By stage and by what the person asks for, where these decide. */
	readonly result: CheckResult | ((stage: Stage, rules: HandRules) => CheckResult);
	readonly points?: Points;
}

interface CheckBase {
	readonly id: CheckId;
	/** Stages at which it is asked. */
	readonly stages: readonly Stage[];
	/** Kinds it is done on; all when absent. */
	readonly kinds?: readonly SaddleKind[];
	/** Asked for each side by itself where the sides differ. */
	readonly sided: boolean;
}

export interface ChoiceCheck extends CheckBase {
	readonly asks: 'choice';
	readonly answers: readonly CheckAnswer[];
}

/** The least that is asked for: stacked fingers of the person's own hand, or mm whatever the hand. More is no fault. */
export type Least = { readonly fingers: number } | { readonly mm: number };

export interface FingerCheck extends CheckBase {
	readonly asks: 'fingers';
	readonly least: (stage: Stage, rules: HandRules) => Least;
	readonly below: Points;
}

export type Check = ChoiceCheck | FingerCheck;
