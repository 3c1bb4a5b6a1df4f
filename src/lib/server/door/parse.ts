import Joi from 'joi';
import { CoreError } from '../../../core/errors/index.js';
import { CHANGES, type LoggedChange } from '../../../core/schedule/index.js';
import { BEHAVIOUR_WORDS, PAD_WORDS, WHEN_WORDS } from '../../../words/index.js';
import { HAND_SCHOOLS, SADDLE_KINDS, type HandSchool, type SaddleKind } from '../../../core/checks/index.js';
import { TRACING_SOURCES } from '../db/schema.js';
import { day, id, line, text } from './values.js';
import type {
	FitMarkInput,
	HandInput,
	HorseInput,
	PairingInput,
	RideInput,
	SaddleInput,
	VisitInput
} from '../records/index.js';

const coordinates = Joi.array().items(Joi.number().strict().min(-2000).max(2000)).min(5).max(20_000);

const tracing = Joi.object({
	id: id.required(),
	station: Joi.string()
		.pattern(/^(T([1-9]|1[0-8])|W|s=-?\d{1,4}(\.\d+)?)$/)
		.required(),
	repeat: Joi.number().strict().integer().min(1).max(20).required(),
	xMm: coordinates.required(),
	yMm: coordinates.required(),
	source: Joi.string()
		.valid(...TRACING_SOURCES)
		.required(),
	operator: text(80),
	quality: Joi.number().strict().min(0).max(1).allow(null).default(null)
});

/** What may come in, one schema a thing; names are those of the records. */
export const schemas = {
	id: id.required(),
	visit: Joi.object<VisitInput>({
		id: id.required(),
		horseId: id.required(),
		visitedOn: day.required(),
		note: Joi.string().trim().max(4000).allow('').default(''),
		tracings: Joi.array()
			.items(tracing)
			.max(120)
			.unique((a, b) => a.station === b.station && a.repeat === b.repeat)
			.unique('id')
			.required(),
		version: Joi.number().integer().min(1)
	}),
	horse: Joi.object<HorseInput>({
		id: id.required(),
		yardId: id.required(),
		name: line(80).min(1).required(),
		about: text(400),
		bornYear: Joi.number().integer().min(1980).max(2100).empty('').allow(null).default(null),
		version: Joi.number().integer().min(1).empty('')
	}),
	saddle: Joi.object<SaddleInput>({
		id: id.required(),
		yardId: id.required(),
		name: line(80).min(1).required(),
		kind: Joi.string<SaddleKind>()
			.valid(...SADDLE_KINDS)
			.required(),
		about: text(400),
		bearingMm: Joi.number().integer().min(200).max(900).empty('').allow(null).default(null)
	}),
	pairing: Joi.object<PairingInput>({
		id: id.required(),
		horseId: id.required(),
		saddleId: id.required(),
		school: Joi.string<'close' | 'roomy'>().valid('close', 'roomy').default('close'),
		handSchool: Joi.string<HandSchool>()
			.valid(...HAND_SCHOOLS)
			.default('rest')
	}),
	ride: Joi.object<RideInput>({
		id: id.required(),
		horseId: id.required(),
		riddenOn: day.required(),
		saddleId: id.allow(null).default(null),
		pad: Joi.string()
			.valid(...Object.keys(PAD_WORDS))
			.default('none'),
		seen: Joi.array()
			.items(Joi.string().valid(...Object.keys(BEHAVIOUR_WORDS)))
			.unique()
			.required(),
		atTime: Joi.string()
			.valid(...Object.keys(WHEN_WORDS))
			.default('throughout'),
		changes: Joi.array()
			.items(Joi.string<LoggedChange>().valid(...CHANGES))
			.unique()
			.required(),
		note: text(1000)
	}),
	printedSheet: Joi.object<{ size: 'a3' | 'tabloid'; on?: 'a4' | 'letter'; visit?: string }>({
		size: Joi.string().valid('a3', 'tabloid').default('a3'),
		on: Joi.string().valid('a4', 'letter'),
		visit: id
	}),
	hand: Joi.object<HandInput>({
		twoMm: Joi.number().min(20).max(70).required(),
		threeMm: Joi.number().min(30).max(95).required(),
		fourMm: Joi.number().min(40).max(125).required(),
		breadthMm: Joi.number().min(50).max(130).required()
	}),
	fitMark: Joi.object<FitMarkInput>({
		id: id.required(),
		pairingId: id.required(),
		visitId: id.required(),
		fittedBy: text(80)
	}),
	board: Joi.object<{ yard?: string; q: string; page: number }>({
		yard: id.empty(''),
		q: text(80),
		page: Joi.number().integer().min(1).max(1000).default(1)
	}).unknown(true),
	signIn: Joi.object<{ email: string; password: string; to: string }>({
		email: Joi.string().trim().lowercase().max(200).required(),
		password: Joi.string().max(200).required(),
		to: Joi.string()
			.max(400)
			.pattern(/^\/(?![/\\])/)
			.default('/')
			.failover('/')
	})
} as const;

function check<T>(schema: Joi.Schema<T>, value: unknown, convert: boolean): T {
	const result = schema.validate(value, { abortEarly: false, convert });
	if (!result.error) return result.value as T;
	const detail = result.error.details
		.slice(0, 4)
		.map((d) => d.message.replaceAll('"', ''))
		.join('; ');
	throw new CoreError('bad-input', { detail: `Please check: ${detail}.` });
}

/** Checks a JSON body; numbers must be numbers. Throws `bad-input` naming each field. */
export async function parseJson<T>(request: Request, schema: Joi.Schema<T>): Promise<T> {
	let body: unknown;
	try {
		body = await request.json();
	} catch {
		throw new CoreError('bad-input', { detail: 'The request holds no JSON.' });
	}
	// Trimming is a conversion to Joi; numbers in JSON are strict by their own rule.
	return check(schema, body, true);
}

/** Checks a form or query, whose values are all text. Throws `bad-input` naming each field. */
export function parseFields<T>(fields: Iterable<readonly [string, unknown]>, schema: Joi.Schema<T>): T {
	return check(schema, Object.fromEntries(fields), true);
}

/** Checks an id from a path; an id of the wrong shape is simply `not-found`. */
export function parseId(value: string | undefined): string {
	if (id.required().validate(value).error) throw new CoreError('not-found');
	return (value as string).toLowerCase();
}
