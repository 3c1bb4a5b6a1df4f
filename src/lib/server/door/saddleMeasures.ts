import Joi from 'joi';
import {
	CHANNEL_WIDTH_MM,
	LEAST_BEARS_MM,
	MOST_BEARS_MM,
	MOST_MUSCLE_MM,
	MOST_SECTION_POINTS,
	ROCK_MM,
	SADDLE_PLACES,
	undersideOfMeasures,
	type SaddleMeasures
} from '../../../core/seat/index.js';
import { cleanCurve } from '../../../core/curve/index.js';
import { day, id } from './values.js';

const FARTHEST_MM = 400;
const coordinates = Joi.array()
	.items(Joi.number().strict().min(-FARTHEST_MM).max(FARTHEST_MM))
	.min(5)
	.max(MOST_SECTION_POINTS);

const section = Joi.object({
	xMm: coordinates.required(),
	yMm: coordinates.required(),
	channelMm: Joi.number().strict().min(CHANNEL_WIDTH_MM.least).max(CHANNEL_WIDTH_MM.most).required()
}).custom((s: { xMm: number[]; yMm: number[] }, helpers) =>
	s.xMm.length === s.yMm.length ? s : helpers.message({ custom: '{{#label}}: as many x as y are needed' })
);

/** A saddle's own shape; one that gives no bars, or is no arch, is refused with the place named. */
export const measures = Joi.object<SaddleMeasures>({
	sections: Joi.object(Object.fromEntries(SADDLE_PLACES.map((p) => [p, section.required()]))).required(),
	rockMm: Joi.number().strict().min(ROCK_MM.least).max(ROCK_MM.most).required()
});

/** Throws what a curve or a bar throws. */
export function mustGiveBars(shape: SaddleMeasures): SaddleMeasures {
	for (const place of SADDLE_PLACES) {
		const { xMm, yMm } = shape.sections[place];
		cleanCurve(xMm.map((x, i) => [x, yMm[i] as number] as const));
	}
	undersideOfMeasures(shape, LEAST_BEARS_MM);
	return shape;
}

const mm = (most: number) => Joi.number().min(0).max(most).default(0);
const SHIM_MOST_MM = 12;
export const PAD_MOST_MM = 30;

/** What is asked of a seat: which saddle, on which day, over what. */
export const measuredSeat = Joi.object<{
	saddle: string;
	padMm: number;
	front: number;
	middle: number;
	rear: number;
	muscleMm: number;
	asSetUp: boolean;
	planned: boolean;
	on?: string;
}>({
	saddle: id.required(),
	padMm: mm(PAD_MOST_MM),
	front: mm(SHIM_MOST_MM),
	middle: mm(SHIM_MOST_MM),
	rear: mm(SHIM_MOST_MM),
	muscleMm: Joi.number().integer().min(-MOST_MUSCLE_MM).max(MOST_MUSCLE_MM).default(0),
	asSetUp: Joi.boolean().default(false),
	planned: Joi.boolean().default(true),
	on: day
});

/** The edit of a saddle's shape: null takes it away. */
export const saddleShape = Joi.object<{ version: number; measures: SaddleMeasures | null }>({
	version: Joi.number().strict().integer().min(1).required(),
	measures: measures.allow(null).required()
});

export const BEARS_MM = { least: LEAST_BEARS_MM, most: MOST_BEARS_MM } as const;
