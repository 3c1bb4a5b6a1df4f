import type { SideChange } from '../change/index.js';
import type { CheckId, CheckSide, Contradiction, JudgedAnswer, Stage } from '../checks/index.js';
import type { LookAgain } from '../schedule/index.js';
import type { Day } from '../units/index.js';
import type { GoingSign, Rung } from '../visit/index.js';
import type { Sign } from '../zones/index.js';

/** What a reading asks for: nothing yet, another look, the fitter, or the vet before anything else. */
export type Weight = 'note' | 'watch' | 'fitter' | 'vet';
export const WEIGHTS: readonly Weight[] = ['note', 'watch', 'fitter', 'vet'];

/** What a pattern of evidence points to. Rule, words and doubt belong to the code and are told at the screen. */
export interface Reading {
	readonly code: ReadingCode;
	readonly weight: Weight;
	readonly data: Readonly<Record<string, string | number>>;
	/** Day of the evidence. */
	readonly seenOn: Day;
}

export const READING_CODES = [
	'open-skin',
	'heat-or-swelling',
	'strong-answer',
	'lame',
	'bare-rung',
	'rung',
	'sore-answer',
	'blade-top-white',
	'dry-over-gap',
	'dry-over-pressure',
	'dry-untold',
	'one-side',
	'wasting',
	'white-old',
	'white-new',
	'sore-over-change',
	'along-spine',
	'loin-long',
	'girth-rub',
	'bridge-ends',
	'squeeze-reflex',
	'room-moved',
	'width-narrow',
	'width-wide',
	'width-unclear',
	'checks-other',
	'checks-contradict',
	'too-heavy',
	'behaviour-new',
	'look-again',
	'decided'
] as const;
export type ReadingCode = (typeof READING_CODES)[number];

/** What a reading wants to know of a change of shape. */
export type ShapeSeen = Pick<SideChange, 'station' | 'side' | 'mm' | 'real'>;

/** Room under the arch that a hand found to have moved: from the first count since the fit mark to the last. */
export interface RoomMoved {
	readonly check: CheckId;
	readonly stage: Stage;
	readonly side: CheckSide;
	readonly fromFingers: number;
	readonly toFingers: number;
	readonly mm: number;
	readonly seenOn: Day;
}

/** What a person decided at a visit. */
export interface Decided {
	readonly seenOn: Day;
	/** Code of the decision; absent where only a date or a wish was left. */
	readonly action?: string;
	readonly nextOn?: Day;
	/** What was asked of the owner, by code, answered or not. */
	readonly asked: readonly string[];
}

/** What was seen going, by rung. */
export interface GoingSeen {
	readonly seenOn: Day;
	readonly rungs: Readonly<Partial<Record<Rung, readonly GoingSign[]>>>;
}

/** Something for the vet that was seen going, and that no later look knew of. */
export interface GoingOpen {
	readonly seenOn: Day;
	readonly rung: Rung;
	readonly sign: GoingSign;
}

/** All that is known on a day, gathered; nothing later. */
export interface Evidence {
	readonly day: Day;
	/** Signs that stand. */
	readonly signs: readonly Sign[];
	readonly going: GoingSeen | undefined;
	/** What of earlier visits still asks for the vet, since the last look did not know of it. */
	readonly goingOpen: readonly GoingOpen[];
	/** Hand checks of the saddle in question, all stages, of the last visit that did any. */
	readonly answers: readonly JudgedAnswer[];
	readonly contradictions: readonly Contradiction[];
	readonly checkedOn: Day | undefined;
	/** Changes of shape since the fit mark. */
	readonly changes: readonly ShapeSeen[];
	/** Room counted by hand since the fit mark, where it moved beyond what counting can show. */
	readonly roomMoved: readonly RoomMoved[];
	readonly carriedShare: number | undefined;
	/** Signs (`kind zone side`) that answered as strongly at more than one visit. */
	readonly repeated: ReadonlySet<string>;
	/** Why the horse wants a look before its date. */
	readonly lookAgain: readonly LookAgain[];
	/** The last decision of a person that still stands. */
	readonly decided: Decided | undefined;
	/** New behaviour in the ride log within four weeks. */
	readonly behaviour: readonly { readonly seenOn: Day; readonly code: string }[];
}
