import Joi from 'joi';
import { TRACING_SOURCES } from '../../../core/curve/index.js';
import { LIMIT_LEADS, type LimitLead } from '../../../core/call/index.js';
import { CoreError } from '../../../core/errors/index.js';
import { CHANGES, type LoggedChange } from '../../../core/schedule/index.js';
import {
	FILLINGS,
	MOST_MOVED_MM,
	POINT_MM,
	SADDLE_KG,
	SEAT_MM,
	SERVICES,
	SETUP_SIDES,
	type SaddleFacts,
	type Service
} from '../../../core/setup/index.js';
import { ASKED_WORDS, PAD_WORDS, SEEN_WORDS, WHEN_WORDS } from '../../../words/index.js';
import {
	LENGTHS_FROM,
	LEVELS_BY,
	PLACES,
	RIDER_ROOMS,
	ROOMS,
	SADDLE_KINDS,
	type SaddleKind
} from '../../../core/checks/index.js';
import { measuredSeat, saddleShape } from './saddleMeasures.js';
import { day, id, line, newId, text } from './values.js';
import { readJson, type Bounds } from './body.js';
import {
	BOARD_CALLS,
	BOARD_DUE,
	BOARD_WAITS,
	type BoardCall,
	type BoardDue,
	type BoardWaits
} from '../records/index.js';
import type {
	FitMarkInput,
	HandInput,
	HorseInput,
	PairingInput,
	RideInput,
	SaddleInput,
	Scope,
	ServiceInput,
	VisitInput
} from '../records/index.js';

interface AskedBoard {
	yard?: string;
	q: string;
	page: number;
	archived: boolean;
	call?: BoardCall;
	due?: BoardDue;
	waits?: BoardWaits;
	changed: boolean;
}

const FARTHEST_MM = 2000;
const MOST_POINTS = 20_000;
/** Many numbers, looked at in one loop: a rule a number would take as long as the rest of the request. */
const coordinates = Joi.any().custom((value: unknown, helpers) => {
	const fine =
		Array.isArray(value) &&
		value.length >= 5 &&
		value.length <= MOST_POINTS &&
		value.every((v) => typeof v === 'number' && v >= -FARTHEST_MM && v <= FARTHEST_MM);
	return fine
		? (value as unknown)
		: helpers.message({ custom: `{{#label}} must hold 5 to ${MOST_POINTS} numbers within ${FARTHEST_MM} mm` });
});

const tracing = Joi.object({
	id: id.required(),
	station: Joi.string()
		.pattern(/^(T([1-9]|1[0-8])|W|L100(near|off)|s=-?\d{1,4}(\.\d+)?)$/)
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
		checked: Joi.boolean().strict().default(false),
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
		id: newId,
		yardId: id.required(),
		name: line(80).min(1).required(),
		kind: Joi.string<SaddleKind>()
			.valid(...SADDLE_KINDS)
			.required(),
		about: text(400),
		bearingMm: Joi.number().integer().min(200).max(900).empty('').allow(null).default(null),
		version: Joi.number().integer().min(1).empty('')
	}),
	saddleShape,
	measuredSeat,
	pairing: Joi.object<PairingInput>({
		id: newId,
		horseId: id.required(),
		saddleId: id.required(),
		school: Joi.string<'close' | 'roomy'>().valid('close', 'roomy').default('close'),
		place: Joi.string()
			.valid(...PLACES)
			.default('rest'),
		room: Joi.string()
			.valid(...ROOMS)
			.default('three-two'),
		riderRoom: Joi.number()
			.valid(...RIDER_ROOMS)
			.default(2),
		lengthFrom: Joi.string()
			.valid(...LENGTHS_FROM)
			.default('fingers'),
		levelBy: Joi.string()
			.valid(...LEVELS_BY)
			.default('pommel')
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
			.items(Joi.string().valid(...Object.keys(SEEN_WORDS)))
			.max(Object.keys(SEEN_WORDS).length)
			.unique()
			.required(),
		atTime: Joi.string()
			.valid(...Object.keys(WHEN_WORDS))
			.default('throughout'),
		changes: Joi.array()
			.items(Joi.string<LoggedChange>().valid(...CHANGES))
			.max(CHANGES.length)
			.unique()
			.required(),
		note: text(1000),
		movedMm: Joi.number().strict().integer().min(-MOST_MOVED_MM).max(MOST_MOVED_MM).allow(null).default(null),
		shifted: Joi.string()
			.valid(...SETUP_SIDES)
			.allow(null)
			.default(null)
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
		id: newId,
		pairingId: id.required(),
		visitId: id.required(),
		fittedBy: line(80).min(1).required(),
		confirmed: Joi.boolean().truthy('yes').default(false)
	}),
	inUse: Joi.object<{ horseId: string; pairingId: string; inUse: boolean }>({
		horseId: id.required(),
		pairingId: id.required(),
		inUse: Joi.boolean().truthy('yes').falsy('no').required()
	}),
	limitsLead: Joi.object<{ pairingId: string; lead: LimitLead }>({
		pairingId: id.required(),
		lead: Joi.string()
			.valid(...LIMIT_LEADS)
			.required()
	}),
	saddleFacts: Joi.object<SaddleFacts & { version: number }>({
		version: Joi.number().integer().min(1).required(),
		filling: Joi.string()
			.valid(...FILLINGS)
			.empty('')
			.default(null),
		seatMm: Joi.number().integer().min(SEAT_MM.least).max(SEAT_MM.most).empty('').default(null),
		pointMm: Joi.number().integer().min(POINT_MM.least).max(POINT_MM.most).empty('').default(null),
		weightKg: Joi.number().min(SADDLE_KG.least).max(SADDLE_KG.most).empty('').default(null),
		rigging: text(120),
		widths: text(200)
	}),
	service: Joi.object<ServiceInput>({
		id: newId,
		doneOn: day.required(),
		what: Joi.string<Service>()
			.valid(...SERVICES)
			.required(),
		doneBy: text(80),
		note: text(1000)
	}),
	formSet: Joi.object<{ yardId: string }>({ yardId: id.required() }),
	outOfUse: Joi.object<{ id: string; out: boolean }>({
		id: id.required(),
		out: Joi.boolean().truthy('yes').falsy('no').required()
	}),
	leaving: Joi.object<{ id: string; out: boolean; goneOn?: string }>({
		id: id.required(),
		out: Joi.boolean().truthy('yes').falsy('no').required(),
		goneOn: day.empty('')
	}),
	earlier: Joi.object<{ version: number; from: number }>({
		version: Joi.number().strict().integer().min(1).required(),
		from: Joi.number().strict().integer().min(1).required()
	}),
	removedEntry: Joi.object<{ visit: string; entry: string }>({ visit: id.required(), entry: id.required() }),
	answered: Joi.object<{ visit: string; what: string; done: boolean }>({
		visit: id.required(),
		what: Joi.string()
			.valid(...Object.keys(ASKED_WORDS))
			.required(),
		done: Joi.boolean().truthy('yes').falsy('no').required()
	}),
	move: Joi.object<{ horseId: string }>({ horseId: id.required() }),
	board: Joi.object<AskedBoard>({
		call: Joi.string()
			.valid(...BOARD_CALLS)
			.empty(''),
		due: Joi.string()
			.valid(...BOARD_DUE)
			.empty(''),
		changed: Joi.boolean().truthy('yes').falsy('').default(false),
		waits: Joi.string()
			.valid(...BOARD_WAITS)
			.empty(''),
		yard: id.empty('').allow('shared'),
		q: text(80),
		page: Joi.number().integer().min(1).max(1000).default(1),
		archived: Joi.boolean().truthy('yes').default(false)
	}).unknown(true),
	signIn: Joi.object<{ email: string; password: string; to: string }>({
		email: Joi.string().trim().lowercase().max(200).required(),
		password: Joi.string().max(200).required(),
		to: Joi.string()
			.max(400)
			// A browser drops tabs and newlines: `/<tab>/elsewhere` would lead away.
			.pattern(/^\/(?![/\\])[^\p{Cc}\\]*$/u)
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

/** Checks a JSON body within bounds, of somebody who may write; numbers must be numbers. Throws `bad-input` naming each field. */
export async function parseJson<T>(request: Request, scope: Scope, bounds: Bounds, schema: Joi.Schema<T>): Promise<T> {
	// Trimming is a conversion to Joi; numbers in JSON are strict by their own rule.
	return check(schema, await readJson(request, scope, bounds), true);
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
