import {
	CHECKS,
	checkOf,
	LENGTHS_FROM,
	LEVELS_BY,
	PLACES,
	RIDER_ROOMS,
	ROOMS,
	SADDLE_KINDS,
	STAGES,
	USUAL_RULES,
	type CheckId,
	type CheckSide,
	type GivenAnswer,
	type SaddleKind,
	type Stage
} from '../core/checks/index.js';
import { CoreError } from '../core/errors/index.js';
import type { HandsCase, ShapeSeen } from '../core/reading/index.js';
import { checkFingers, DEFAULT_FINGERS, fingersToMm, type FingerCalibration } from '../core/units/index.js';
import {
	AGES,
	FORMS,
	meaningOf,
	PRESSES,
	SIGN_KINDS,
	ZONE_IDS,
	type Sign,
	type SignKind
} from '../core/zones/index.js';

const MOST_ANSWERS = 400;
const SIDES = ['near', 'off', 'both'] as const;
interface RawAnswer {
	readonly check: CheckId;
	readonly stage: Stage;
	readonly side: CheckSide;
	readonly value: string | number | { readonly fingers?: number; readonly mm?: number };
}

interface RawSign {
	readonly kind: SignKind;
	readonly zone: Sign['zone'];
	readonly side: CheckSide;
	readonly grade: number | string;
	readonly form?: Sign['form'];
	readonly age?: Sign['age'];
	readonly pressed?: Sign['pressed'];
}

interface RawCase {
	readonly kind: SaddleKind;
	readonly place: (typeof PLACES)[number];
	readonly room: (typeof ROOMS)[number];
	readonly rider_room: (typeof RIDER_ROOMS)[number];
	readonly length_from: (typeof LENGTHS_FROM)[number];
	readonly level_by: (typeof LEVELS_BY)[number];
	readonly fingers_mm: Readonly<Record<'2' | '3' | '4', number>>;
	readonly answers: readonly RawAnswer[];
	readonly signs: readonly RawSign[];
	readonly shape: Readonly<Record<string, { readonly near_mm?: number; readonly off_mm?: number }>>;
}

/** Made when it is wanted: the other commands start without Joi. */
async function caseSchema() {
	const { default: Joi } = await import('joi');
	const mm = Joi.number().min(-200).max(200);
	const fingerCount = Joi.number().min(0).max(8);
	const answer = Joi.object({
		check: Joi.string()
			.valid(...CHECKS.map((c) => c.id))
			.required(),
		stage: Joi.string()
			.valid(...STAGES)
			.default('bare'),
		side: Joi.string()
			.valid(...SIDES)
			.default('both'),
		value: Joi.alternatives(
			Joi.string().max(40),
			fingerCount,
			Joi.object({ fingers: fingerCount, mm: Joi.number().min(0).max(240) }).or('fingers', 'mm')
		).required()
	}).unknown(true);
	const sign = Joi.object({
		kind: Joi.string()
			.valid(...SIGN_KINDS)
			.required(),
		zone: Joi.string()
			.valid(...ZONE_IDS)
			.required(),
		side: Joi.string()
			.valid(...SIDES)
			.default('both'),
		grade: Joi.alternatives(Joi.number().integer().min(0).max(9), Joi.string().max(40)).default(1),
		form: Joi.string().valid(...FORMS),
		age: Joi.string().valid(...AGES),
		pressed: Joi.string().valid(...PRESSES)
	}).unknown(true);

	return Joi.object<RawCase>({
		kind: Joi.string()
			.valid(...SADDLE_KINDS)
			.required(),
		place: Joi.string()
			.valid(...PLACES)
			.default(USUAL_RULES.place),
		room: Joi.string()
			.valid(...ROOMS)
			.default(USUAL_RULES.room),
		rider_room: Joi.number()
			.valid(...RIDER_ROOMS)
			.default(USUAL_RULES.riderRoom),
		length_from: Joi.string()
			.valid(...LENGTHS_FROM)
			.default(USUAL_RULES.lengthFrom),
		level_by: Joi.string()
			.valid(...LEVELS_BY)
			.default(USUAL_RULES.levelBy),
		fingers_mm: Joi.object({
			2: Joi.number().required(),
			3: Joi.number().required(),
			4: Joi.number().required()
		})
			.unknown(true)
			.default({ 2: DEFAULT_FINGERS.twoMm, 3: DEFAULT_FINGERS.threeMm, 4: DEFAULT_FINGERS.fourMm }),
		answers: Joi.array().max(MOST_ANSWERS).items(answer).required(),
		signs: Joi.array().max(MOST_ANSWERS).items(sign).default([]),
		shape: Joi.object()
			.pattern(Joi.string().max(12), Joi.object({ near_mm: mm, off_mm: mm }).unknown(true))
			.default({})
	}).unknown(true);
}

const PAIRING = 'case';

function answerOf(raw: RawAnswer, hand: FingerCalibration): GivenAnswer {
	const check = checkOf(raw.check);
	const at = { pairingId: PAIRING, stage: raw.stage, check: raw.check, side: raw.side };
	const wrong = (wanted: string) =>
		new CoreError('bad-answer', { check: raw.check, value: JSON.stringify(raw.value).slice(0, 60), wanted });
	if (check.asks === 'choice') {
		const codes = check.answers.map((a) => a.code);
		if (typeof raw.value !== 'string' || !codes.includes(raw.value)) throw wrong(codes.join(', '));
		return { ...at, value: raw.value };
	}
	if (typeof raw.value === 'string') throw wrong('a number of fingers, or {"mm": …}');
	if (typeof raw.value === 'number') return { ...at, value: { fingers: raw.value, mm: fingersToMm(raw.value, hand) } };
	const { fingers, mm: given } = raw.value;
	const measured = given ?? fingersToMm(fingers ?? 0, hand);
	return { ...at, value: { fingers: fingers ?? fingersIn(measured, hand), mm: measured } };
}

const HALF = 2;
/** Fingers that stack in a gap of this size, to the half below. */
function fingersIn(gapMm: number, hand: FingerCalibration): number {
	let n = 0;
	while (fingersToMm((n + 1) / HALF, hand) <= gapMm + 1e-9 && n < 16) n++;
	return n / HALF;
}

function signsOf(raw: RawSign): Sign[] {
	const { grades } = meaningOf(raw.kind);
	const grade = typeof raw.grade === 'number' ? raw.grade : grades.indexOf(raw.grade);
	if (grade < 0 || grade >= grades.length)
		throw new CoreError('bad-answer', { check: raw.kind, value: String(raw.grade), wanted: grades.join(', ') });
	const sides = raw.side === 'both' ? (['near', 'off'] as const) : ([raw.side] as const);
	return sides.map((side) => ({
		visitedOn: '2000-01-01',
		kind: raw.kind,
		zone: raw.zone,
		side,
		grade,
		...(raw.form ? { form: raw.form } : {}),
		...(raw.age ? { age: raw.age } : {}),
		...(raw.pressed ? { pressed: raw.pressed } : {})
	}));
}

const shapeOf = (shape: RawCase['shape']): ShapeSeen[] =>
	Object.entries(shape).flatMap(([station, c]) => [
		...(c.near_mm === undefined ? [] : [{ station, side: 'near' as const, mm: c.near_mm, real: true }]),
		...(c.off_mm === undefined ? [] : [{ station, side: 'off' as const, mm: c.off_mm, real: true }])
	]);

/** Reads a case of hand checks. Throws `bad-case` or `bad-answer` naming what is wrong. */
export async function parseHandsCase(text: string): Promise<HandsCase> {
	let body: unknown;
	try {
		body = JSON.parse(text);
	} catch {
		throw new CoreError('bad-case', { why: 'it holds no JSON' });
	}
	const { value, error } = (await caseSchema()).validate(body, { convert: false });
	if (error) throw new CoreError('bad-case', { why: error.message.replaceAll('"', '') });
	const hand = checkFingers({ twoMm: value.fingers_mm[2], threeMm: value.fingers_mm[3], fourMm: value.fingers_mm[4] });
	return {
		kind: value.kind,
		rules: {
			place: value.place,
			room: value.room,
			riderRoom: value.rider_room,
			lengthFrom: value.length_from,
			levelBy: value.level_by
		},
		answers: value.answers.map((a) => answerOf(a, hand)),
		signs: value.signs.flatMap(signsOf),
		shape: shapeOf(value.shape)
	};
}
