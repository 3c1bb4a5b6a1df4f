import {
	BACK_LIFTS,
	BEFORE_ANSWERS,
	BEFORE_RIDE,
	GAITS,
	GOING_SIGNS,
	RUNGS,
	STAND_POINTS,
	STEPS,
	WAYS,
	type Step
} from '../steps.js';
import type { EntryValue } from '../../entry/index.js';
import { checkOf, isCheck, SADDLE_KINDS, STAGES, USUAL_RULES, type Check, type Stage } from '../../checks/index.js';
import { CONDITION, CONDITION_REGIONS, GIRTH_CM, LENGTH_CM } from '../../load/index.js';
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
} from '../../setup/index.js';
import {
	AGES,
	COURSES,
	EXTENTS,
	FORMS,
	groupOf,
	isSqueezeReflex,
	meaningOf,
	parseSignField,
	PRESSES,
	SIGN_GROUPS,
	vetReason,
	type SignGroup,
	type SignValue
} from '../../zones/index.js';
import { ACTIONS, HOLDERS, PHOTO_VIEWS, REQUESTS, STAGE_PADS, TREATMENTS } from './codes.js';
import { always, equal, FOR_THE_VET, never, type BearsOn, type FieldFamily, type FieldParts } from './family.js';
import { ID, type ValueRule } from './rule.js';

const flag: ValueRule = { kind: 'flag' };
const id: ValueRule = { kind: 'id' };
const choice = (of: readonly string[]): ValueRule => ({ kind: 'choice', of });
const some = (of: readonly string[]): ValueRule => ({ kind: 'some', of });
const number = (least: number, most: number, step?: number): ValueRule => ({
	kind: 'number',
	least,
	most,
	...(step === undefined ? {} : { step })
});
const text = (most: number): ValueRule => ({ kind: 'text', most });

/** The rule where a name is the only part and one of a list. */
const oneOf =
	(names: readonly string[], rule: ValueRule) =>
	(parts: FieldParts): ValueRule | undefined =>
		parts.length === 1 && names.includes(parts[0] as string) ? rule : undefined;
const byName =
	(rules: Readonly<Record<string, ValueRule>>) =>
	([name, ...more]: FieldParts): ValueRule | undefined =>
		more.length === 0 && name !== undefined && Object.hasOwn(rules, name) ? rules[name] : undefined;
/** The rule of a field without parts. */
const alone =
	(rule: ValueRule) =>
	(parts: FieldParts): ValueRule | undefined =>
		parts.length === 0 ? rule : undefined;
const at = (step: Step | undefined) => () => step;
const on = (what: BearsOn) => () => what;

/** How a visit was begun or laid out: no finding, bears on nothing, and the last value stands. */
const layout = (rule: FieldFamily['rule'], step?: Step): FieldFamily => ({
	rule,
	step: at(step),
	finding: never,
	bearsOn: on('nothing'),
	severity: equal
});
/** Something measured or noted whose values have no order of harm. */
const finding = (rule: FieldFamily['rule'], step: Step | undefined, bearsOn: FieldFamily['bearsOn']): FieldFamily => ({
	rule,
	step: at(step),
	finding: always,
	bearsOn,
	severity: equal
});
/** "All the rest was quiet", "stood level": to say it of too much hides something, not to say it hides nothing. */
const assuring = (family: FieldFamily): FieldFamily => ({ ...family, severity: (v) => (v === true ? 0 : 1) });
const larger = (value: EntryValue): number => (typeof value === 'number' ? value : 0);
/** The later in a list, the more serious; nothing noted is milder than all. */
const ranked =
	(worstLast: readonly string[]) =>
	(value: EntryValue): number =>
		worstLast.indexOf(String(value)) + 1;

const GROUP_STEP: Readonly<Record<SignGroup, Step>> = { feel: 'feel', hair: 'hair', sweat: 'sweat' };

const signRule = (grades: number): ValueRule => ({
	kind: 'object',
	needs: { grade: number(0, grades - 1, 1) },
	may: {
		extent: choice(EXTENTS),
		form: choice(FORMS),
		age: choice(AGES),
		course: choice(COURSES),
		pressed: choice(PRESSES),
		note: text(1000),
		photo: id
	}
});
const signAt = (parts: FieldParts) => (parts.length === 3 ? parseSignField(`sign/${parts.join('/')}`) : undefined);

/** Below what a vet is asked for, grades count as they are; a deleted sign clears nothing and shows nothing. */
function signSeverity(value: EntryValue, parts: FieldParts): number {
	const where = signAt(parts);
	if (!where || value === null) return 0.5;
	const sign = { ...where, ...(value as unknown as SignValue) };
	if (vetReason(sign) && !isSqueezeReflex(sign)) return FOR_THE_VET + sign.grade;
	const old = sign.age === 'years' ? 0.2 : sign.age === 'months' ? 0.1 : 0;
	return sign.grade === 0 ? 0 : sign.grade + 1 - old;
}

function goingSeverity(value: EntryValue, [rung]: FieldParts): number {
	const seen = Array.isArray(value) ? (value as readonly string[]) : [];
	if (seen.includes('lame') || (rung === 'bare' && seen.length > 0)) return FOR_THE_VET + seen.length;
	// Nothing noted at a rung says less for the horse than "nothing seen".
	return value === null ? 0.5 : seen.length;
}

/** What each of two people saw was seen. */
const union = (values: readonly EntryValue[]): EntryValue => {
	const lists = values.filter((v): v is readonly string[] => Array.isArray(v));
	return lists.length === 0 ? null : [...new Set(lists.flat())];
};

const fingers: ValueRule = { kind: 'object', needs: { fingers: number(0, 8), mm: number(0, 240) }, may: {} };
const answerRule = (check: Check): ValueRule =>
	check.asks === 'fingers' ? fingers : choice(check.answers.map((a) => a.code));

function checkRule([pairing, stage, check, side, ...more]: FieldParts): ValueRule | undefined {
	if (more.length > 0 || !check || !isCheck(check) || !ID.test(pairing ?? '')) return undefined;
	if (!STAGES.some((s) => s === stage) || !['near', 'off', 'both'].includes(side ?? '')) return undefined;
	if (side !== 'both' && !checkOf(check).sided) return undefined;
	return answerRule(checkOf(check));
}

const RESULT_RANK = { fine: 1, doubtful: 2, beyond: 3 } as const;
/** Fewer fingers and answers further beyond the usual limit are the more serious ones. */
function checkSeverity(value: EntryValue, [, stage, id]: FieldParts): number {
	if (value === null || !id || !isCheck(id)) return 0;
	const check = checkOf(id);
	if (check.asks === 'fingers') return 10 - larger((value as { readonly fingers?: number }).fingers ?? 0);
	const result = check.answers.find((a) => a.code === value)?.result ?? 'doubtful';
	return RESULT_RANK[typeof result === 'function' ? result(stage as Stage, USUAL_RULES) : result];
}

/** A part of the set-up of a saddle: `setup/<pairing>/<part>`. */
function setupRule([pairing, part, ...more]: FieldParts): ValueRule | undefined {
	if (more.length > 0 || !part || !ID.test(pairing ?? '')) return undefined;
	if (part === 'same') return flag;
	if (isChoicePart(part)) return choice(CHOICE_PARTS[part]);
	if (isNumberPart(part)) {
		const { least, most } = NUMBER_PARTS[part] as { least: number; most: number };
		return number(least, most);
	}
	return (TEXT_PARTS as readonly string[]).includes(part) ? text(60) : undefined;
}

const MOST_GAP_MM = 60;
/** A gap felt under a saddle: `gap/<pairing>/<zone>-<side>`, mm; and what else the shim advisor asks. */
function gapRule([pairing, part, ...more]: FieldParts): ValueRule | undefined {
	if (more.length > 0 || !part || !ID.test(pairing ?? '')) return undefined;
	if (part === 'nose' || part === 'lifts' || part === 'twisted') return flag;
	return (SHIM_PARTS as readonly string[]).includes(part) ? number(0, MOST_GAP_MM) : undefined;
}

/** The front gauge at one of its sizes: `gauge/<bare or pad>/<size>`. */
function gaugeRule([where, size, ...more]: FieldParts): ValueRule | undefined {
	const step = Number(size);
	if (more.length > 0 || !/^\d{1,2}$/.test(size ?? '') || step < GAUGE_SIZES.least || step > GAUGE_SIZES.most)
		return undefined;
	return (GAUGE_ON as readonly string[]).includes(where ?? '') ? choice(GAUGE_SAYS) : undefined;
}

/** A saddle or form tried at a visit without being paired. */
const trial: ValueRule = {
	kind: 'object',
	needs: { name: text(60), kind: choice(SADDLE_KINDS) },
	may: {}
};

/** Bounds of the tape, by field; cm and mm as the name says. */
const TAPE: Readonly<Record<string, ValueRule>> = {
	girthCm: number(GIRTH_CM.least, GIRTH_CM.most),
	lengthCm: number(LENGTH_CM.least, LENGTH_CM.most),
	withersCm: number(60, 220),
	croupCm: number(60, 220),
	bladeToRibMm: number(150, 900),
	swingMm: number(0, 200),
	lowestMm: number(50, 800)
};
/** Measures of the whole body bear on why a back has changed. */
const BODY_TAPE = ['girthCm', 'lengthCm', 'withersCm'];
const condition = number(CONDITION.least, CONDITION.most, 0.5);
const stageStep = (stage: string | undefined): Step | undefined => (stage === 'pad' ? 'bare' : (stage as Step));

const DECIDE: Readonly<Record<string, ValueRule>> = {
	action: choice(ACTIONS),
	nextOn: { kind: 'day', when: 'ahead' }
};
const EARLIEST_FIRST = 3_000_000;
/** The stricter action and the earlier date. */
function decideSeverity(value: EntryValue, [name]: FieldParts): number {
	if (value === null) return 0;
	if (name === 'nextOn') return EARLIEST_FIRST - Date.parse(`${String(value)}T00:00Z`) / 86_400_000;
	return value === 'vet' ? FOR_THE_VET : ranked(ACTIONS)(value);
}

/** Every field of a visit, by the first word of its name. One row is all there is to a new one. */
export const FIELD_FAMILIES: Readonly<Record<string, FieldFamily>> = {
	way: layout(alone(choice(WAYS))),
	day: layout(alone({ kind: 'day', when: 'past' })),
	saddle: layout(alone(id)),
	done: assuring(layout(alone(flag))),
	skip: layout(oneOf(STEPS, flag)),
	checked: assuring(layout(oneOf([...STAGES, 'setup'], flag))),
	pad: layout(oneOf(STAGES, choice(STAGE_PADS))),
	tracings: layout(byName({ plan: choice(['now', 'later']) }), 'tracings'),
	stand: {
		...layout(byName({ ...Object.fromEntries(STAND_POINTS.map((p) => [p, flag])), holder: choice(HOLDERS) }), 'stand'),
		severity: (value, [name]) => (name !== 'holder' && value !== true ? 1 : 0)
	},
	/** Ten seconds that found nothing are no look at the horse; what they did find is. */
	before: {
		rule: oneOf(BEFORE_RIDE, choice(BEFORE_ANSWERS)),
		step: at('before'),
		finding: (value) => value === 'other',
		bearsOn: on('verdict'),
		severity: ranked(BEFORE_ANSWERS)
	},
	note: finding(alone(text(4000)), undefined, on('nothing')),
	going: {
		rule: oneOf(RUNGS, some(GOING_SIGNS)),
		step: at('going'),
		finding: always,
		bearsOn: on('verdict'),
		severity: goingSeverity,
		merge: union
	},
	gaits: { ...finding(oneOf(RUNGS, some(GAITS)), 'going', on('nothing')), merge: union },
	sign: {
		rule: (parts) => {
			const where = signAt(parts);
			return where ? signRule(meaningOf(where.kind).grades.length) : undefined;
		},
		step: (parts) => {
			const where = signAt(parts);
			return where ? GROUP_STEP[groupOf(where.kind)] : undefined;
		},
		finding: always,
		bearsOn: on('verdict'),
		severity: signSeverity
	},
	rest: {
		...assuring(finding(oneOf(SIGN_GROUPS, flag), undefined, on('verdict'))),
		step: ([group]) => GROUP_STEP[group as SignGroup]
	},
	lift: {
		...finding(byName({ back: choice(BACK_LIFTS) }), 'feel', on('verdict')),
		severity: ranked([...BACK_LIFTS].reverse())
	},
	mark: finding(
		byName({
			'mane-end': flag,
			'rib-by': choice(['felt', 'whorl']),
			'blade-by': choice(['felt', 'mane']),
			bladeApartMm: number(-200, 200),
			ribApartMm: number(-200, 200)
		}),
		'marks',
		on('nothing')
	),
	tape: finding(byName(TAPE), 'marks', ([name]) => (BODY_TAPE.includes(name ?? '') ? 'shape' : 'nothing')),
	condition: finding(
		byName({ score: condition, ...Object.fromEntries(CONDITION_REGIONS.map((r) => [r, condition])) }),
		'marks',
		([name]) => (name === 'score' ? 'shape' : 'nothing')
	),
	load: {
		...finding(byName({ riderKg: number(0, 200), tackKg: number(0, 100) }), 'marks', on('verdict')),
		severity: larger
	},
	setup: { ...layout(setupRule, 'setup'), bearsOn: on('set-up') },
	gap: { ...layout(gapRule, 'setup'), bearsOn: on('set-up') },
	gauge: finding(gaugeRule, 'setup', on('nothing')),
	trial: layout((parts) => (parts.length === 1 && ID.test(parts[0] as string) ? trial : undefined)),
	check: {
		rule: checkRule,
		step: ([, stage]) => stageStep(stage),
		finding: always,
		bearsOn: on('verdict'),
		severity: checkSeverity
	},
	photo: finding(oneOf(PHOTO_VIEWS, id), 'photos', on('nothing')),
	treat: {
		...finding(byName({ did: some(TREATMENTS), asked: some(REQUESTS), note: text(2000) }), 'treatment', on('nothing')),
		merge: (values) => (values.some(Array.isArray) ? union(values) : (values.at(-1) ?? null))
	},
	answered: finding(oneOf(REQUESTS, { kind: 'day', when: 'past' }), undefined, on('nothing')),
	decide: {
		rule: byName(DECIDE),
		step: at('decide'),
		finding: always,
		bearsOn: on('verdict'),
		severity: decideSeverity
	}
};
