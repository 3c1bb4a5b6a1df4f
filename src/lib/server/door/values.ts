import Joi from 'joi';
import { v7 as uuidv7 } from 'uuid';
import { parseDay } from '../../../core/units/index.js';

/** A UUID made by a client. */
export const id = Joi.string()
	.guid({ version: ['uuidv7', 'uuidv4'] })
	.lowercase();
/** The id of what a form makes, chosen here where the browser chose none. */
export const newId = id.empty('').default(() => uuidv7());
/** One line of plain text. */
export const line = (max: number) =>
	Joi.string()
		.trim()
		.max(max)
		.pattern(/^[^\p{Cc}]*$/u, 'plain text');
export const text = (max: number) => line(max).allow('').default('');

/** A day that is not in the future. */
export const day = Joi.string().custom((value: string, helpers) => {
	try {
		const parsed = parseDay(value);
		// A visit may be entered east of the server's clock: tomorrow is still today somewhere.
		const latest = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10);
		return parsed > latest
			? helpers.message({ custom: `${parsed} lies in the future. Check the year, or the clock of this device.` })
			: parsed;
	} catch {
		return helpers.message({ custom: `“${value}” is not a day. Write it as YYYY-MM-DD.` });
	}
});

const FARTHEST_MS = 2 * 366 * 86_400_000;
/** A day in a diary, past or to come; not beyond two years. */
export const anyDay = Joi.string().custom((value: string, helpers) => {
	try {
		const parsed = parseDay(value);
		const latest = new Date(Date.now() + FARTHEST_MS).toISOString().slice(0, 10);
		return parsed > latest ? helpers.message({ custom: `${parsed} is too far ahead. Check the year.` }) : parsed;
	} catch {
		return helpers.message({ custom: `“${value}” is not a day. Write it as YYYY-MM-DD.` });
	}
});
