import type { Day } from '../units/index.js';
import type { Side, ZoneId } from './map.js';

/**
 * Scales of what hands and eyes find, by kind; the index is the grade and 0 is nothing found
 * (order of severity: common practice, no source).
 */
export const SIGN_SCALES = {
	soreness: ['none', 'twitch', 'flinch', 'dips', 'threatens'],
	heat: ['none', 'warm', 'hot'],
	swelling: ['none', 'slight', 'clear'],
	knot: ['none', 'small', 'hard'],
	hair: ['none', 'ruffled', 'swirled', 'broken', 'bleached', 'white', 'bald'],
	skin: ['none', 'wrinkle', 'rubbed', 'gall', 'open'],
	sweat: ['wet', 'dry', 'rubbed']
} as const;
export type SignKind = keyof typeof SIGN_SCALES;
export const SIGN_KINDS = Object.keys(SIGN_SCALES) as SignKind[];

/** What is looked for together; one answer, `rest/<group>`, says that all other zones were quiet. */
export const SIGN_GROUPS = {
	feel: ['soreness', 'heat', 'swelling', 'knot'],
	hair: ['hair', 'skin'],
	sweat: ['sweat']
} as const satisfies Readonly<Record<string, readonly SignKind[]>>;
export type SignGroup = keyof typeof SIGN_GROUPS;
export const groupOf = (kind: SignKind): SignGroup =>
	(Object.keys(SIGN_GROUPS) as SignGroup[]).find((g) => (SIGN_GROUPS[g] as readonly SignKind[]).includes(kind)) ??
	'feel';

export const EXTENTS = ['spot', 'palm', 'whole'] as const;
export const FORMS = ['round', 'line', 'patch'] as const;
export const AGES = ['new', 'months', 'years'] as const;
export const COURSES = ['static', 'spreading', 'shrinking'] as const;

/** What one field `sign/<kind>/<zone>/<side>` holds. */
export interface SignValue {
	/** Index into the kind's scale. */
	readonly grade: number;
	readonly extent?: (typeof EXTENTS)[number];
	readonly form?: (typeof FORMS)[number];
	readonly age?: (typeof AGES)[number];
	readonly course?: (typeof COURSES)[number];
	readonly note?: string;
	readonly photo?: string;
}

/** A sign as found at a visit. */
export interface Sign extends SignValue {
	readonly visitedOn: Day;
	readonly kind: SignKind;
	readonly zone: ZoneId;
	readonly side: Side;
}

export const gradeCode = (kind: SignKind, grade: number): string => SIGN_SCALES[kind][grade] ?? 'none';

/** True for what counts as evidence; an even, wet print and a quiet answer do not. */
export const isEvidence = (s: Pick<Sign, 'grade'>): boolean => s.grade > 0;
