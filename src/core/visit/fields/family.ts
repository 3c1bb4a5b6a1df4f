import type { EntryValue } from '../../entry/index.js';
import type { Step } from '../steps.js';
import type { ValueRule } from './rule.js';

/** What a field bears on, so that a write knows what must be judged again. */
export type BearsOn =
	/** Causes of a change of shape: the shape is judged again. */
	| 'shape'
	/** The day's verdict. */
	| 'verdict'
	/** What is under and in a saddle. */
	| 'set-up'
	/** Only how the visit was done or laid out. */
	| 'nothing';

/** Parts of a field's name after its first, as in `sign/soreness/pocket/near`. */
export type FieldParts = readonly string[];

/** How serious a value is: from this on it asks for a vet by itself, and only somebody who knew of it can answer it. */
export const FOR_THE_VET = 100;

/** All that is known of the fields that begin with one word. */
export interface FieldFamily {
	/** The rule for the value; undefined where a visit has no such field. */
	readonly rule: (parts: FieldParts) => ValueRule | undefined;
	/** The step of the walk at which it is asked. */
	readonly step: (parts: FieldParts) => Step | undefined;
	/** True where a value is something found, measured or decided on the horse. */
	readonly finding: (value: EntryValue) => boolean;
	readonly bearsOn: (parts: FieldParts) => BearsOn;
	/**
	 * How serious a value is beside others of the same field, 0 for the mildest: of two values that were set without
	 * seeing each other the more serious one counts until a person settles it. `null` is a deleted value.
	 */
	readonly severity: (value: EntryValue, parts: FieldParts) => number;
	/** One value out of several that disagree, where neither alone says all; absent: the most serious one. */
	readonly merge?: (values: readonly EntryValue[]) => EntryValue;
}

export const always = (): boolean => true;
export const never = (): boolean => false;
/** Neither of two values is worse than the other. */
export const equal = (): number => 0;
