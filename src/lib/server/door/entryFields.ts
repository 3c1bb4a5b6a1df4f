import Joi from 'joi';
import { checkOf, isCheck, SADDLE_KINDS, STAGES, type Check } from '../../../core/checks/index.js';
import { CONDITION, CONDITION_REGIONS, GIRTH_CM, LENGTH_CM } from '../../../core/load/index.js';
import {
	CHOICE_PARTS,
	GAUGE_ON,
	GAUGE_SAYS,
	GAUGE_SIZES,
	isChoicePart,
	isNumberPart,
	NUMBER_PARTS,
	SHIM_PARTS,
	TEXT_PARTS
} from '../../../core/setup/index.js';
import {
	BEFORE_ANSWERS,
	BEFORE_RIDE,
	BACK_LIFTS,
	GAITS,
	GOING_SIGNS,
	RUNGS,
	STAND_POINTS,
	STEPS,
	WAYS
} from '../../../core/visit/index.js';
import {
	AGES,
	COURSES,
	EXTENTS,
	FORMS,
	meaningOf,
	parseSignField,
	PRESSES,
	SIGN_GROUPS
} from '../../../core/zones/index.js';
import {
	ACTION_WORDS,
	ASKED_WORDS,
	HOLDER_WORDS,
	PAD_WORDS,
	PHOTO_WORDS,
	TREATED_WORDS
} from '../../../words/index.js';
import { day, id } from './values.js';

const yes = Joi.boolean().strict();
const oneOf = (values: readonly string[]) => Joi.string().valid(...values);
const someOf = (values: readonly string[]) => Joi.array().items(oneOf(values)).max(values.length).unique();
const between = (least: number, most: number) => Joi.number().strict().min(least).max(most);
const prose = (most: number) =>
	Joi.string()
		.max(most)
		.pattern(/^[^\p{Cc}]*(?:[\n\t][^\p{Cc}]*)*$/u, 'plain text');
const keys = (words: Readonly<Record<string, unknown>>) => Object.keys(words);

/** Bounds of the tape, by field; cm and mm as the name says. */
const TAPE: Readonly<Record<string, Joi.Schema>> = {
	girthCm: between(GIRTH_CM.least, GIRTH_CM.most),
	lengthCm: between(LENGTH_CM.least, LENGTH_CM.most),
	withersCm: between(60, 220),
	croupCm: between(60, 220),
	bladeToRibMm: between(150, 900),
	swingMm: between(0, 200),
	lowestMm: between(50, 800)
};

const LOAD: Readonly<Record<string, Joi.Schema>> = { riderKg: between(0, 200), tackKg: between(0, 100) };

const sign = (scaleLength: number) =>
	Joi.object({
		grade: Joi.number()
			.strict()
			.integer()
			.min(0)
			.max(scaleLength - 1)
			.required(),
		extent: oneOf(EXTENTS),
		form: oneOf(FORMS),
		age: oneOf(AGES),
		course: oneOf(COURSES),
		pressed: oneOf(PRESSES),
		note: prose(1000),
		photo: id
	});

const fingers = Joi.object({ fingers: between(0, 8).required(), mm: between(0, 240).required() });
const answerSchema = (check: Check): Joi.Schema =>
	check.asks === 'fingers' ? fingers : oneOf(check.answers.map((a) => a.code));

const FIXED: Readonly<Record<string, Joi.Schema>> = {
	way: oneOf(WAYS),
	day,
	note: prose(4000),
	saddle: id,
	'stand/holder': oneOf(keys(HOLDER_WORDS)),
	'mark/mane-end': yes,
	'mark/rib-by': oneOf(['felt', 'whorl']),
	'mark/blade-by': oneOf(['felt', 'mane']),
	'mark/bladeApartMm': between(-200, 200),
	'mark/ribApartMm': between(-200, 200),
	'lift/back': oneOf(BACK_LIFTS),
	'condition/score': between(CONDITION.least, CONDITION.most).multiple(0.5),
	'tracings/plan': oneOf(['now', 'later']),
	'treat/did': someOf(keys(TREATED_WORDS)),
	'treat/asked': someOf(keys(ASKED_WORDS)),
	'treat/note': prose(2000),
	'decide/action': oneOf(keys(ACTION_WORDS)),
	'decide/nextOn': Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/, 'day'),
	done: yes
};

const within = (name: string | undefined, names: readonly string[], schema: Joi.Schema): Joi.Schema | undefined =>
	name !== undefined && names.includes(name) ? schema : undefined;

function checkSchema([pairing, stage, check, side, ...more]: readonly string[]): Joi.Schema | undefined {
	if (more.length > 0 || !check || !isCheck(check) || id.required().validate(pairing).error) return undefined;
	if (!STAGES.some((s) => s === stage) || !['near', 'off', 'both'].includes(side ?? '')) return undefined;
	if (side !== 'both' && !checkOf(check).sided) return undefined;
	return answerSchema(checkOf(check));
}

/** A part of the set-up of a saddle: `setup/<pairing>/<part>`. */
function setupSchema([pairing, part, ...more]: readonly string[]): Joi.Schema | undefined {
	if (more.length > 0 || !part || id.required().validate(pairing).error) return undefined;
	if (part === 'same') return yes;
	if (isChoicePart(part)) return oneOf(CHOICE_PARTS[part]);
	if (isNumberPart(part)) {
		const bounds = NUMBER_PARTS[part] as { least: number; most: number };
		return between(bounds.least, bounds.most);
	}
	return within(part, TEXT_PARTS, prose(60));
}

const MOST_GAP_MM = 60;
/** A gap felt under a saddle: `gap/<pairing>/<zone>-<side>`, mm; what else the advisor asks, `gap/<pairing>/nose`, in words. */
function gapSchema([pairing, part, ...more]: readonly string[]): Joi.Schema | undefined {
	if (more.length > 0 || !part || id.required().validate(pairing).error) return undefined;
	if (part === 'nose' || part === 'lifts' || part === 'twisted') return yes;
	return within(part, SHIM_PARTS, between(0, MOST_GAP_MM));
}

/** The front gauge at one of its sizes: `gauge/<bare or pad>/<size>`. */
function gaugeSchema([on, size, ...more]: readonly string[]): Joi.Schema | undefined {
	const step = Number(size);
	if (more.length > 0 || !/^\d{1,2}$/.test(size ?? '') || step < GAUGE_SIZES.least || step > GAUGE_SIZES.most)
		return undefined;
	return within(on, GAUGE_ON, oneOf(GAUGE_SAYS));
}

/** A saddle or form tried at a visit without being paired. */
const trial = Joi.object({ name: prose(60).min(1).required(), kind: oneOf(SADDLE_KINDS).required() });

/** The rule for a field's value; undefined when a visit has no such field. */
export function fieldSchema(field: string): Joi.Schema | undefined {
	const fixed = Object.hasOwn(FIXED, field) ? FIXED[field] : undefined;
	if (fixed) return fixed;
	const [head, ...rest] = field.split('/');
	const at = parseSignField(field);
	if (at) return rest.length === 3 ? sign(meaningOf(at.kind).grades.length) : undefined;
	if (head === 'check') return checkSchema(rest);
	if (head === 'setup') return setupSchema(rest);
	if (head === 'gap') return gapSchema(rest);
	if (head === 'gauge') return gaugeSchema(rest);
	if (head === 'trial') return rest.length === 1 && !id.required().validate(rest[0]).error ? trial : undefined;
	if (rest.length !== 1) return undefined;
	const [name] = rest;
	switch (head) {
		case 'before':
			return within(name, BEFORE_RIDE, oneOf(BEFORE_ANSWERS));
		case 'going':
			return within(name, RUNGS, someOf(GOING_SIGNS));
		case 'gaits':
			return within(name, RUNGS, someOf(GAITS));
		case 'answered':
			return within(name, keys(ASKED_WORDS), Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/, 'day'));
		case 'stand':
			return within(name, STAND_POINTS, yes);
		case 'rest':
			return within(name, SIGN_GROUPS, yes);
		case 'skip':
			return within(name, STEPS, yes);
		case 'checked':
			return within(name, [...STAGES, 'setup'], yes);
		case 'pad':
			return within(name, STAGES, oneOf(keys(PAD_WORDS)));
		case 'tape':
			return within(name, keys(TAPE), TAPE[name as string] as Joi.Schema);
		case 'load':
			return within(name, keys(LOAD), LOAD[name as string] as Joi.Schema);
		case 'condition':
			return within(name, CONDITION_REGIONS, between(CONDITION.least, CONDITION.most).multiple(0.5));
		case 'photo':
			return within(name, keys(PHOTO_WORDS), id);
		default:
			return undefined;
	}
}
