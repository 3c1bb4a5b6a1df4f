export const SADDLE_KINDS = ['general', 'jumping', 'dressage', 'western', 'stock'] as const;
export type SaddleKind = (typeof SADDLE_KINDS)[number];

/** Where the saddle is set and how much room is wanted above: behind the resting blade, or behind its back-swing. */
export const HAND_SCHOOLS = ['rest', 'swing'] as const;
export type HandSchool = (typeof HAND_SCHOOLS)[number];

/** Saddle on, no pad; with its pad; girthed; rider up. */
export const STAGES = ['bare', 'pad', 'girthed', 'rider'] as const;
export type Stage = (typeof STAGES)[number];

export const CHECK_IDS = [
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
	'seat-room',
	'knee-room'
] as const;
export type CheckId = (typeof CHECK_IDS)[number];

/** How an answer stands to the usual limit. */
export type CheckResult = 'fine' | 'doubtful' | 'beyond';

/** What an answer says of the saddle, where it says anything. */
export type Points = 'wide' | 'narrow' | 'bridges' | 'rocks' | 'front-low' | 'rear-low' | 'long' | 'crooked' | 'drags';

export interface CheckAnswer {
	readonly code: string;
	readonly result: CheckResult;
	readonly points?: Points;
}

interface CheckBase {
	readonly id: CheckId;
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

/** Answered in stacked fingers of the person's own hand; limits in fingers, the upper one optional. */
export interface FingerCheck extends CheckBase {
	readonly asks: 'fingers';
	readonly limits: (stage: Stage, school: HandSchool) => { readonly least: number; readonly most?: number };
	readonly below: Points;
	readonly above: Points;
}

export type Check = ChoiceCheck | FingerCheck;
