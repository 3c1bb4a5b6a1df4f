import type Joi from 'joi';
import { CoreError } from '../core/errors/index.js';
import {
	checkedCase,
	PAD_SIDES,
	USUAL_LIMITS,
	ZONES,
	type Pad,
	type PadSides,
	type Point,
	type SeatCase,
	type Zone
} from '../core/seat/index.js';

const MOST_SECTIONS = 2000;
const MOST_POINTS = 20_000;
const MOST_COORDINATE = 1e5;
const MOST_NEWTONS = 1e7;

interface RawPad {
	readonly type: Pad['type'];
	readonly t_mm: number;
	readonly s_mm?: readonly [number, number];
	readonly zone?: Zone;
	readonly feather_mm: number;
	readonly t_at_s: readonly (readonly [number, number])[];
	readonly sides: PadSides;
	readonly u: readonly [number, number];
}

interface RawCase {
	readonly back: {
		readonly sections: readonly { readonly s_mm: number; readonly topline_y_mm: number; readonly points: Point[] }[];
		readonly last_rib_s_mm?: number;
		readonly spine_half_width_mm: number;
	};
	readonly saddle: {
		readonly sections: readonly { readonly s_mm: number; readonly near: Point[]; readonly off: Point[] }[];
		readonly s_offset_mm: number;
		readonly arch?: Point[];
	};
	readonly k_kPa_per_mm: number;
	readonly loads: readonly { readonly W_N: number; readonly s_mm: number; readonly x_mm: number }[];
	readonly pads: readonly RawPad[];
	readonly grid_mm: number;
	readonly s_ref_mm?: number;
	readonly limits: {
		readonly clearance_front_min_mm: number;
		readonly pitch_max_deg: number;
		readonly roll_max_deg: number;
	};
}

/** Made when it is wanted: the other commands start without Joi. */
async function caseSchema() {
	const { default: joi } = await import('joi');
	const coordinate = joi.number().min(-MOST_COORDINATE).max(MOST_COORDINATE);
	const pair = joi.array().ordered(coordinate.required(), coordinate.required());
	const line = joi.array().min(2).max(MOST_POINTS).items(pair).required();
	const sections = (parts: Joi.SchemaMap) =>
		joi
			.array()
			.min(2)
			.max(MOST_SECTIONS)
			.items(joi.object({ s_mm: coordinate.required(), ...parts }).unknown(true))
			.required();
	const thickness = joi.number().min(0).max(100);
	const pad = joi
		.object({
			type: joi.string().valid('sheet', 'shim', 'profile').required(),
			t_mm: joi.when('type', { is: 'profile', then: joi.any(), otherwise: thickness.required() }),
			s_mm: joi.array().ordered(coordinate.required(), coordinate.required()),
			zone: joi.string().valid(...ZONES),
			feather_mm: joi.number().min(0).max(1000).default(0),
			t_at_s: joi.when('type', {
				is: 'profile',
				then: joi
					.array()
					.min(1)
					.max(MOST_SECTIONS)
					.items(joi.array().ordered(coordinate.required(), thickness.required()))
					.required(),
				otherwise: joi.any()
			}),
			sides: joi
				.string()
				.valid(...PAD_SIDES)
				.default('both'),
			u: joi
				.array()
				.ordered(joi.number().min(0).max(1).required(), joi.number().min(0).max(1).required())
				.default([0, 1])
		})
		.unknown(true);
	return joi
		.object<RawCase>({
			back: joi
				.object({
					sections: sections({ topline_y_mm: coordinate.required(), points: line }),
					last_rib_s_mm: coordinate.empty(null),
					spine_half_width_mm: joi.number().min(0).max(1000).empty(null).default(25)
				})
				.unknown(true)
				.required(),
			saddle: joi
				.object({
					sections: sections({ near: line, off: line }),
					s_offset_mm: coordinate.empty(null).default(0),
					arch: joi.array().min(2).max(MOST_POINTS).items(pair).empty(null)
				})
				.unknown(true)
				.required(),
			k_kPa_per_mm: joi.number().min(1e-4).max(1e4).required(),
			loads: joi
				.array()
				.min(1)
				.max(1000)
				.items(
					joi
						.object({
							W_N: joi.number().min(0).max(MOST_NEWTONS).required(),
							s_mm: coordinate.required(),
							x_mm: coordinate.default(0)
						})
						.unknown(true)
				)
				.required(),
			pads: joi.array().max(200).items(pad).empty(null).default([]),
			grid_mm: joi.number().min(0.25).max(50).empty(null).default(4),
			s_ref_mm: coordinate.empty(null),
			limits: joi
				.object({
					clearance_front_min_mm: joi.number().min(-1000).max(1000).default(USUAL_LIMITS.clearanceFrontMinMm),
					pitch_max_deg: joi.number().min(0).max(90).default(USUAL_LIMITS.pitchMaxDeg),
					roll_max_deg: joi.number().min(0).max(90).default(USUAL_LIMITS.rollMaxDeg)
				})
				.unknown(true)
				.empty(null)
				.default()
		})
		.unknown(true);
}

const FAR_TOO_LARGE = new Set(['sections', 'arch']);

/** The code of the format for what Joi found (seat-format, section 7). */
function codeOf({ type, path }: Joi.ValidationErrorItem): string {
	const [part] = path;
	if (part === undefined) return 'bad-json';
	const last = path[path.length - 1];
	const inLine = path.some((p) => FAR_TOO_LARGE.has(String(p)));
	if (/^number\.(base|infinity|unsafe)$/.test(type)) return 'bad-number';
	if (/^number\.(min|max)$/.test(type)) {
		if (part === 'loads') return last === 'W_N' && type === 'number.min' ? 'bad-load' : 'bad-number';
		return inLine ? 'bad-number' : 'bad-param';
	}
	if (inLine) return type === 'any.required' && /_mm$/.test(String(last)) ? 'bad-number' : 'bad-section';
	if (part === 'loads') return type === 'any.required' && path.length > 2 ? 'bad-number' : 'bad-load';
	if (type === 'any.required' && last !== 'type') return 'bad-number';
	return 'bad-param';
}

const wrongPad = (at: number, why: string): CoreError => new CoreError('bad-param', { field: `pads[${at}]`, why });

function padOf(raw: RawPad, at: number): Pad {
	const place = { sides: raw.sides, u: raw.u };
	if (raw.u[0] > raw.u[1]) throw wrongPad(at, 'u must run from the smaller share to the larger');
	if (raw.type === 'sheet') return { ...place, type: 'sheet', tMm: raw.t_mm };
	if (raw.type === 'profile') {
		const tAtS = raw.t_at_s;
		if (tAtS.some((p, i) => i > 0 && p[0] <= (tAtS[i - 1] as readonly [number, number])[0]))
			throw wrongPad(at, 's must grow along t_at_s');
		return { ...place, type: 'profile', tAtS };
	}
	const where = raw.zone ?? raw.s_mm;
	if (!where) throw wrongPad(at, 'a shim needs s_mm or zone');
	if (typeof where !== 'string' && where[0] > where[1]) throw wrongPad(at, 's_mm must run from front to rear');
	return { ...place, type: 'shim', tMm: raw.t_mm, place: where, featherMm: raw.feather_mm };
}

function caseOf(raw: RawCase): SeatCase {
	return checkedCase({
		back: {
			sections: raw.back.sections.map((c) => ({ sMm: c.s_mm, toplineYMm: c.topline_y_mm, points: c.points })),
			...(raw.back.last_rib_s_mm === undefined ? {} : { lastRibSMm: raw.back.last_rib_s_mm }),
			spineHalfWidthMm: raw.back.spine_half_width_mm
		},
		saddle: {
			sections: raw.saddle.sections.map((c) => ({ sMm: c.s_mm, near: c.near, off: c.off })),
			offsetMm: raw.saddle.s_offset_mm,
			...(raw.saddle.arch ? { arch: raw.saddle.arch } : {})
		},
		kKpaPerMm: raw.k_kPa_per_mm,
		loads: raw.loads.map((l) => ({ weightN: l.W_N, sMm: l.s_mm, xMm: l.x_mm })),
		pads: raw.pads.map(padOf),
		gridMm: raw.grid_mm,
		...(raw.s_ref_mm === undefined ? {} : { sRefMm: raw.s_ref_mm }),
		limits: {
			clearanceFrontMinMm: raw.limits.clearance_front_min_mm,
			pitchMaxDeg: raw.limits.pitch_max_deg,
			rollMaxDeg: raw.limits.roll_max_deg
		}
	});
}

/** Reads a seat case. Throws the format's codes, naming the field. */
export async function parseSeatCase(text: string): Promise<SeatCase> {
	let body: unknown;
	try {
		body = JSON.parse(text);
	} catch {
		throw new CoreError('bad-json', { why: 'it holds no JSON' });
	}
	if (typeof body === 'object' && body !== null && !Array.isArray(body))
		for (const field of ['back', 'saddle'] as const) {
			const part: unknown = (body as Record<string, unknown>)[field];
			if (typeof part !== 'object' || part === null || Array.isArray(part)) throw new CoreError('missing', { field });
		}
	const { value, error } = (await caseSchema()).validate(body, { convert: false, errors: { wrap: { label: false } } });
	if (error) {
		const [first] = error.details as [Joi.ValidationErrorItem];
		throw new CoreError(codeOf(first), { field: first.path.join('.'), why: first.message });
	}
	return caseOf(value);
}
