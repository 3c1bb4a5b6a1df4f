import { parseDay } from '../../units/index.js';
import type { EntryValue } from '../../entry/index.js';

/** What a field may hold, as data: the server's Joi schemas and the check of stored values are both made from it. */
export type ValueRule =
	| { readonly kind: 'flag' }
	| { readonly kind: 'choice'; readonly of: readonly string[] }
	/** Several different ones of a list. */
	| { readonly kind: 'some'; readonly of: readonly string[] }
	| { readonly kind: 'number'; readonly least: number; readonly most: number; readonly step?: number }
	/** Not empty: no text is no value. */
	| { readonly kind: 'text'; readonly most: number }
	/** A real calendar day: `past` not after tomorrow, `ahead` up to two years from now. */
	| { readonly kind: 'day'; readonly when: 'past' | 'ahead' }
	| { readonly kind: 'id' }
	| {
			readonly kind: 'object';
			readonly needs: Readonly<Record<string, ValueRule>>;
			readonly may: Readonly<Record<string, ValueRule>>;
	  };

/** A UUID as clients make them (versions 4 and 7). */
export const ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[47][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
/** Text without control characters other than line feed and tab. */
export const PLAIN_TEXT = /^[^\p{Cc}]*(?:[\n\t][^\p{Cc}]*)*$/u;
const STEP_SLACK = 1e-9;

function isDay(value: string): boolean {
	try {
		return parseDay(value) === value;
	} catch {
		return false;
	}
}

/** Whether a stored value fits its rule. Days are checked for being real; how late they may be is the door's matter. */
export function fits(rule: ValueRule, value: EntryValue | undefined): boolean {
	switch (rule.kind) {
		case 'flag':
			return typeof value === 'boolean';
		case 'choice':
			return typeof value === 'string' && rule.of.includes(value);
		case 'some':
			return (
				Array.isArray(value) &&
				new Set(value).size === value.length &&
				value.every((v) => typeof v === 'string' && rule.of.includes(v))
			);
		case 'number':
			return (
				typeof value === 'number' &&
				value >= rule.least &&
				value <= rule.most &&
				(rule.step === undefined || Math.abs(value / rule.step - Math.round(value / rule.step)) < STEP_SLACK)
			);
		case 'text':
			return typeof value === 'string' && value.length >= 1 && value.length <= rule.most && PLAIN_TEXT.test(value);
		case 'day':
			return typeof value === 'string' && isDay(value);
		case 'id':
			return typeof value === 'string' && ID.test(value);
		case 'object':
			return fitsObject(rule, value);
	}
}

function fitsObject(rule: ValueRule & { kind: 'object' }, value: EntryValue | undefined): boolean {
	if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
	const held = value as Readonly<Record<string, EntryValue>>;
	const known = (key: string) => Object.hasOwn(rule.needs, key) || Object.hasOwn(rule.may, key);
	return (
		Object.keys(held).every(known) &&
		Object.entries(rule.needs).every(([key, r]) => fits(r, held[key])) &&
		Object.entries(rule.may).every(([key, r]) => held[key] === undefined || fits(r, held[key]))
	);
}
