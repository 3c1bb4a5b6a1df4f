import type { Day } from '../units/index.js';
import type { Side, ZoneId } from './map.js';

/** What is looked for together; one answer, `rest/<group>`, says that all other zones were quiet. */
export type SignGroup = 'feel' | 'hair' | 'sweat';

/** Why a sign of a kind goes to the vet first. */
export type VetReason = 'open-skin' | 'heat-or-swelling' | 'strong-answer';

/** All that a kind of sign means, so that no rule asks for a kind by its name. */
export interface SignMeaning {
	readonly group: SignGroup;
	/** Scale from nothing up; the index is the grade and 0 is nothing found. */
	readonly grades: readonly string[];
	/** A mark left on the horse, which speaks for pressure where it is; a print of the day is none. */
	readonly mark: boolean;
	/** From which grade a vet comes first, and why; absent where none does. */
	readonly vet?: { readonly from: number; readonly why: VetReason };
	/** On one side only it goes to the vet too. */
	readonly vetOneSided?: boolean;
	/** Drawn as a stroke of the tally. */
	readonly stroke: boolean;
}

/** The kinds of sign, one row each (order of severity: common practice, no source). */
export const SIGN_MEANING = {
	soreness: {
		group: 'feel',
		grades: ['none', 'twitch', 'flinch', 'dips', 'threatens'],
		mark: true,
		vet: { from: 3, why: 'strong-answer' },
		stroke: true
	},
	heat: {
		group: 'feel',
		grades: ['none', 'warm', 'hot'],
		mark: true,
		vet: { from: 1, why: 'heat-or-swelling' },
		stroke: true
	},
	swelling: {
		group: 'feel',
		grades: ['none', 'slight', 'clear'],
		mark: true,
		vet: { from: 1, why: 'heat-or-swelling' },
		stroke: true
	},
	knot: { group: 'feel', grades: ['none', 'small', 'hard'], mark: true, stroke: true },
	/** Wasted by eye and hand: a dent, a drop-off behind the shoulder, two hands that lie in two planes. No mark of pressure. */
	hollow: {
		group: 'feel',
		grades: ['none', 'dent', 'drop', 'two-planes'],
		mark: false,
		vetOneSided: true,
		stroke: true
	},
	hair: {
		group: 'hair',
		grades: ['none', 'ruffled', 'swirled', 'broken', 'bleached', 'white', 'bald'],
		mark: true,
		stroke: true
	},
	skin: {
		group: 'hair',
		grades: ['none', 'wrinkle', 'rubbed', 'gall', 'open'],
		mark: true,
		vet: { from: 3, why: 'open-skin' },
		stroke: true
	},
	sweat: { group: 'sweat', grades: ['wet', 'dry', 'rubbed'], mark: false, stroke: true }
} as const satisfies Readonly<Record<string, SignMeaning>>;
export type SignKind = keyof typeof SIGN_MEANING;
export const SIGN_KINDS = Object.keys(SIGN_MEANING) as SignKind[];
export const meaningOf = (kind: SignKind): SignMeaning => SIGN_MEANING[kind];

export const SIGN_GROUPS: readonly SignGroup[] = ['feel', 'hair', 'sweat'];
export const groupOf = (kind: SignKind): SignGroup => meaningOf(kind).group;
export const kindsOf = (group: SignGroup): SignKind[] => SIGN_KINDS.filter((k) => groupOf(k) === group);

export const EXTENTS = ['spot', 'palm', 'whole'] as const;
export const FORMS = ['round', 'line', 'patch'] as const;
export const AGES = ['new', 'months', 'years'] as const;
export const COURSES = ['static', 'spreading', 'shrinking'] as const;
/** How it was pressed: a squeeze below the withers raises any horse's head. */
export const PRESSES = ['flat', 'squeeze'] as const;

/** What one field `sign/<kind>/<zone>/<side>` holds. */
export interface SignValue {
	/** Index into the kind's scale. */
	readonly grade: number;
	readonly extent?: (typeof EXTENTS)[number];
	readonly form?: (typeof FORMS)[number];
	readonly age?: (typeof AGES)[number];
	readonly course?: (typeof COURSES)[number];
	readonly pressed?: (typeof PRESSES)[number];
	readonly note?: string;
	readonly photo?: string;
}

/** A sign as found at a visit. */
export interface Sign extends SignValue {
	readonly visitedOn: Day;
	readonly kind: SignKind;
	readonly zone: ZoneId;
	readonly side: Side;
	/** Entries that stand for it and that nobody has answered; a later look must name them to close the sign. */
	readonly entryIds?: readonly string[];
	/** Day of a later look that was made without knowing of it: it has not been checked again. */
	readonly passedOn?: Day;
}

export const gradeCode = (kind: SignKind, grade: number): string => meaningOf(kind).grades[grade] ?? 'none';

type Graded = Pick<Sign, 'kind' | 'grade'>;

/** True for what the tally strokes; an even, wet print and a quiet answer do not count. */
export const isEvidence = (s: Graded): boolean => s.grade > 0 && meaningOf(s.kind).stroke;

/** True for a mark of pressure on the horse. */
export const isMark = (s: Graded): boolean => s.grade > 0 && meaningOf(s.kind).mark;

/** Why this sign goes to the vet first; undefined where it does not. */
export function vetReason(s: Graded): VetReason | undefined {
	const { vet } = meaningOf(s.kind);
	return vet && s.grade >= vet.from ? vet.why : undefined;
}

/** True for a sign that only a look which knew of it can close: one that is, or may be, a matter for the vet. */
export const needsAnswer = (s: Graded): boolean =>
	s.grade > 0 && (vetReason(s) !== undefined || meaningOf(s.kind).vetOneSided === true);
