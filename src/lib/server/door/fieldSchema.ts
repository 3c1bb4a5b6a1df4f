import Joi from 'joi';
import { fieldRule, PLAIN_TEXT, type ValueRule } from '../../../core/visit/index.js';
import { anyDay, day, id } from './values.js';

/** The Joi schema of a field's rule. */
export function schemaOf(rule: ValueRule): Joi.Schema {
	switch (rule.kind) {
		case 'flag':
			return Joi.boolean().strict();
		case 'choice':
			return Joi.string().valid(...rule.of);
		case 'some':
			return Joi.array()
				.items(Joi.string().valid(...rule.of))
				.max(rule.of.length)
				.unique();
		case 'number': {
			const bounded = Joi.number().strict().min(rule.least).max(rule.most);
			return rule.step === undefined ? bounded : bounded.multiple(rule.step);
		}
		case 'text':
			return Joi.string().max(rule.most).pattern(PLAIN_TEXT, 'plain text');
		case 'day':
			return rule.when === 'ahead' ? anyDay : day;
		case 'id':
			return id;
		case 'object':
			return Joi.object({
				...Object.fromEntries(Object.entries(rule.needs).map(([key, r]) => [key, schemaOf(r).required()])),
				...Object.fromEntries(Object.entries(rule.may).map(([key, r]) => [key, schemaOf(r)]))
			});
	}
}

const MOST_KEPT = 2000;
const made = new Map<string, Joi.Schema>();

/** The schema of a field's value; undefined when a visit has no such field. */
export function fieldSchema(field: string): Joi.Schema | undefined {
	const known = made.get(field);
	if (known) return known;
	const rule = fieldRule(field);
	if (!rule) return undefined;
	const schema = schemaOf(rule);
	if (made.size >= MOST_KEPT) made.clear();
	made.set(field, schema);
	return schema;
}
