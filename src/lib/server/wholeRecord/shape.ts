import Joi from 'joi';
import { LIMIT_LEADS } from '../../../core/call/index.js';
import { SADDLE_KINDS, LENGTHS_FROM, LEVELS_BY, PLACES, RIDER_ROOMS, ROOMS } from '../../../core/checks/index.js';
import { TRACING_SOURCES } from '../../../core/curve/index.js';
import { TASK_FOR } from '../../../core/diary/index.js';
import { FILLINGS, POINT_MM, SADDLE_KG, SEAT_MM, SERVICES } from '../../../core/setup/index.js';
import { PHOTO_KINDS } from '../db/schema/index.js';
import { measures } from '../door/saddleMeasures.js';
import { day as pastDay } from '../door/values.js';

/** The format's name and version as they stand in `record.json`. */
export const RECORD_FORMAT = 'zone-tally-record';
export const RECORD_VERSION = 1;

/** A row of a table as JSON: columns by name, moments as ISO 8601. */
export type Row = Readonly<Record<string, unknown>> & { readonly id: string };

/** A horse with all that belongs to it, without what is derived. Rows are those of the tables. */
export interface WholeRecord {
	readonly format: typeof RECORD_FORMAT;
	readonly version: number;
	readonly madeAt: string;
	readonly yardName: string;
	readonly horse: Row;
	readonly saddles: readonly Row[];
	/** What was done to its saddles. */
	readonly services: readonly Row[];
	readonly pairings: readonly Row[];
	readonly visits: readonly Row[];
	readonly tracings: readonly Row[];
	readonly entries: readonly Row[];
	readonly rides: readonly Row[];
	readonly fitMarks: readonly Row[];
	/** What people asked of each other. */
	readonly tasks: readonly Row[];
	readonly earlier: readonly Row[];
	/** Pictures without their bytes: those lie beside, each under its id. */
	readonly photos: readonly Row[];
	/** Names of those who wrote it, by id. */
	readonly people: Readonly<Record<string, string>>;
}

/** Parts in the order in which they can be put in. */
export const PARTS = [
	'saddles',
	'services',
	'visits',
	'pairings',
	'tracings',
	'entries',
	'rides',
	'fitMarks',
	'tasks',
	'earlier',
	'photos'
] as const;
export type Part = (typeof PARTS)[number];

export const MOST_ROWS: Readonly<Record<Part, number>> = {
	saddles: 500,
	services: 20_000,
	visits: 10_000,
	pairings: 500,
	tracings: 100_000,
	entries: 400_000,
	rides: 50_000,
	fitMarks: 5000,
	tasks: 20_000,
	earlier: 50_000,
	photos: 5000
};

const id = Joi.string().guid({ version: ['uuidv4', 'uuidv7'] }).required(); // prettier-ignore
const anyId = Joi.string().guid();
const moment = Joi.string().isoDate();
/** A real calendar day, not in the future: the same rule as at every other door. */
const day = Joi.string()
	.pattern(/^\d{4}-\d{2}-\d{2}$/)
	.custom((v: string, helpers) => (pastDay.validate(v).error ? helpers.error('any.invalid') : v))
	.required();
const words = (most: number) =>
	Joi.string()
		.max(most)
		.allow('')
		.pattern(/^[^\0]*$/)
		.required();
const orNull = (schema: Joi.Schema) => schema.allow(null).required();
const whole = Joi.number().integer();
const version = whole.min(1).max(1e9).required();
const oneOf = (values: readonly (string | number)[]) => Joi.valid(...values).required();
const numbers = Joi.any()
	.custom((v: unknown, helpers) =>
		Array.isArray(v) &&
		v.length >= 5 &&
		v.length <= 20_000 &&
		v.every((n) => typeof n === 'number' && Math.abs(n) <= 2000)
			? (v as unknown)
			: helpers.error('any.invalid')
	)
	.required();
const bodyOf = (mostBytes: number) =>
	Joi.any()
		.custom((v: unknown, helpers) =>
			Buffer.byteLength(JSON.stringify(v) ?? '') <= mostBytes ? (v as unknown) : helpers.error('any.invalid')
		)
		.required();

const horse = Joi.object({
	id,
	name: words(80).min(1),
	about: words(400),
	bornYear: orNull(whole.min(1950).max(2200)),
	version,
	archivedAt: orNull(moment),
	createdAt: moment.required()
});

const ROWS: Readonly<Record<Part, Joi.ObjectSchema>> = {
	saddles: Joi.object({
		id,
		name: words(80).min(1),
		kind: oneOf(SADDLE_KINDS),
		about: words(400),
		bearingMm: orNull(whole.min(200).max(900)),
		measures: orNull(measures).default(null),
		facts: Joi.object({
			filling: orNull(Joi.valid(...FILLINGS)),
			seatMm: orNull(whole.min(SEAT_MM.least).max(SEAT_MM.most)),
			pointMm: orNull(whole.min(POINT_MM.least).max(POINT_MM.most)),
			weightKg: orNull(Joi.number().min(SADDLE_KG.least).max(SADDLE_KG.most)),
			rigging: words(120),
			widths: words(200)
		})
			.allow(null)
			.default(null),
		version,
		retiredAt: orNull(moment),
		createdAt: moment.required()
	}),
	services: Joi.object({
		id,
		saddleId: id,
		doneOn: day,
		what: oneOf(SERVICES),
		doneBy: words(80),
		note: words(1000),
		madeBy: orNull(anyId),
		undoneAt: orNull(moment),
		createdAt: moment.required()
	}),
	visits: Joi.object({
		id,
		horseId: id,
		visitedOn: day,
		note: words(4000),
		version,
		contentHash: words(200),
		checked: Joi.boolean().required(),
		undoneAt: orNull(moment),
		createdAt: moment.required(),
		madeBy: orNull(anyId)
	}),
	pairings: Joi.object({
		id,
		horseId: id,
		saddleId: id,
		school: oneOf(['close', 'roomy']),
		place: oneOf(PLACES),
		room: oneOf(ROOMS),
		riderRoom: oneOf(RIDER_ROOMS),
		lengthFrom: oneOf(LENGTHS_FROM),
		levelBy: oneOf(LEVELS_BY),
		limitsLead: Joi.valid(...LIMIT_LEADS).default('usual'),
		inUse: Joi.boolean().required(),
		createdAt: moment.required()
	}),
	tracings: Joi.object({
		id,
		visitId: id,
		station: Joi.string()
			.pattern(/^(?:T(?:[1-9]|1[0-8])|W|L100(?:near|off)|s=-?\d{1,4}(?:\.\d+)?)$/)
			.required(),
		repeat: whole.min(1).max(20).required(),
		xMm: numbers,
		yMm: numbers,
		source: oneOf(TRACING_SOURCES),
		operator: words(80),
		quality: orNull(Joi.number().min(0).max(1))
	}),
	entries: Joi.object({
		id,
		visitId: id,
		field: words(160).min(1),
		value: bodyOf(8192),
		replaces: Joi.array().items(anyId).max(64).required(),
		answers: Joi.array().items(anyId).max(256).allow(null).default(null),
		device: anyId.required(),
		madeAt: moment.required(),
		madeBy: orNull(anyId),
		receivedAt: moment.required()
	}),
	rides: Joi.object({
		id,
		horseId: id,
		riddenOn: day,
		saddleId: orNull(anyId),
		pad: words(40),
		seen: Joi.array().items(words(40).optional()).max(60).required(),
		atTime: words(40),
		changes: Joi.array().items(words(40).optional()).max(60).required(),
		note: words(1000),
		movedMm: orNull(whole.min(-150).max(150)),
		shifted: orNull(Joi.valid('near', 'off')),
		madeBy: orNull(anyId),
		undoneAt: orNull(moment),
		createdAt: moment.required()
	}),
	fitMarks: Joi.object({
		id,
		pairingId: id,
		horseId: id,
		visitId: id,
		fittedBy: words(200),
		madeBy: orNull(anyId),
		undoneAt: orNull(moment),
		createdAt: moment.required()
	}),
	tasks: Joi.object({
		id,
		horseId: id,
		askedOf: oneOf(TASK_FOR),
		what: words(300).min(1),
		byOn: Joi.string()
			.pattern(/^\d{4}-\d{2}-\d{2}$/)
			.allow(null)
			.required(),
		madeBy: orNull(anyId),
		madeAt: moment.required(),
		doneAt: orNull(moment),
		doneBy: orNull(anyId),
		doneWith: words(300),
		undoneAt: orNull(moment)
	}),
	earlier: Joi.object({
		id: Joi.string().max(80).required(),
		kind: oneOf(['horse', 'saddle', 'visit']),
		rowId: id,
		version,
		body: bodyOf(12 * 1024 * 1024),
		replacedBy: orNull(anyId),
		replacedAt: moment.required()
	}),
	photos: Joi.object({
		id,
		visitId: orNull(anyId),
		saddleId: anyId.allow(null).default(null),
		kind: oneOf(PHOTO_KINDS),
		mediaType: oneOf(['image/jpeg', 'image/png', 'image/webp']),
		sha256: Joi.string().hex().length(64).required(),
		originalSha256: orNull(Joi.string().hex().length(64)),
		madeBy: orNull(anyId),
		undoneAt: moment.allow(null).default(null),
		createdAt: moment.required()
	})
};

/** Parts that records made before there were any have not. */
const LATER_PARTS: ReadonlySet<Part> = new Set(['tasks', 'services']);

/** What `record.json` must be; rows are looked at one by one, so that the first that is wrong is named. */
export const recordSchema = Joi.object<WholeRecord>({
	format: Joi.valid(RECORD_FORMAT).required(),
	version: whole.min(1).required(),
	madeAt: moment.required(),
	yardName: words(200),
	horse: horse.required(),
	people: Joi.object().pattern(anyId, words(200)).max(5000).required(),
	...Object.fromEntries(
		PARTS.map((part) => {
			const rows = Joi.array().max(MOST_ROWS[part]).items(ROWS[part]);
			return [part, LATER_PARTS.has(part) ? rows.default([]) : rows.required()];
		})
	)
});
