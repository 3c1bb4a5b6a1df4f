import parse from 'joi-to-json';
import { RECORD_FORMAT, RECORD_VERSION, recordSchema } from '../../src/lib/server/wholeRecord/shape.js';

type Schema = Record<string, unknown>;

/** A tracing's coordinates: looked at in one loop at the door, which no translation can see into. */
const COORDINATES: Schema = {
	type: 'array',
	minItems: 5,
	maxItems: 20_000,
	items: { type: 'number', minimum: -2000, maximum: 2000 }
};
const NAME: Schema = { type: 'string', maxLength: 200 };

const at = (schema: Schema, ...path: string[]): Schema => path.reduce((s, key) => s[key] as Schema, schema);

/** The form of `record.json` as JSON Schema (2019-09), from the very rules at the door. */
export function recordJsonSchema(): Schema {
	const schema = parse(recordSchema, 'json-draft-2019-09') as Schema;
	const properties = at(schema, 'properties');
	properties['people'] = { type: 'object', maxProperties: 5000, additionalProperties: NAME };
	const tracing = at(schema, 'properties', 'tracings', 'items', 'properties');
	tracing['xMm'] = COORDINATES;
	tracing['yMm'] = COORDINATES;
	return {
		$schema: 'https://json-schema.org/draft/2019-09/schema',
		$id: `urn:${RECORD_FORMAT}:${RECORD_VERSION}`,
		title: 'The whole record of a horse',
		...schema
	};
}
