import type { EntryValue } from '../../entry/index.js';
import type { Step } from '../steps.js';
import { FOR_THE_VET, type BearsOn, type FieldFamily } from './family.js';
import { FIELD_FAMILIES } from './families.js';
import { fits, type ValueRule } from './rule.js';

export * from './codes.js';
export { ID, PLAIN_TEXT, type ValueRule } from './rule.js';
export { FOR_THE_VET, type BearsOn } from './family.js';
export const FIELD_HEADS: readonly string[] = Object.keys(FIELD_FAMILIES);

interface Known {
	readonly family: FieldFamily;
	readonly parts: readonly string[];
}

function familyOf(field: string): Known | undefined {
	const [head, ...parts] = field.split('/');
	return head !== undefined && Object.hasOwn(FIELD_FAMILIES, head)
		? { family: FIELD_FAMILIES[head] as FieldFamily, parts }
		: undefined;
}

/** The rule for a field's value; undefined when a visit has no such field. */
export function fieldRule(field: string): ValueRule | undefined {
	const known = familyOf(field);
	return known?.family.rule(known.parts);
}

/** Whether a stored entry can be read: its field is one of ours and its value fits. `null` deletes any field. */
export function isReadable(field: string, value: EntryValue): boolean {
	const rule = fieldRule(field);
	return rule !== undefined && (value === null || fits(rule, value));
}

export function fieldStep(field: string): Step | undefined {
	const known = familyOf(field);
	return known?.family.step(known.parts);
}

/** True for a value that was found, measured or decided on the horse. */
export const isFinding = (field: string, value: EntryValue): boolean =>
	value !== null && familyOf(field)?.family.finding(value) === true;

export function fieldBearsOn(field: string): BearsOn {
	const known = familyOf(field);
	return known?.family.bearsOn(known.parts) ?? 'nothing';
}

export function severityOf(field: string, value: EntryValue): number {
	const known = familyOf(field);
	return known?.family.severity(value, known.parts) ?? 0;
}

/** True for a value that asks for a vet by itself. */
export const isForTheVet = (field: string, value: EntryValue): boolean => severityOf(field, value) >= FOR_THE_VET;

/** One value out of several set without seeing each other, in the order of their entries. */
export function mergeValues(field: string, values: readonly EntryValue[]): EntryValue {
	const known = familyOf(field);
	if (known?.family.merge) return known.family.merge(values);
	// Of equally serious ones the last.
	return values.reduce((worst, v) => (severityOf(field, v) >= severityOf(field, worst) ? v : worst), values[0] ?? null);
}
