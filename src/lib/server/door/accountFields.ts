import Joi from 'joi';
import { DAY_STYLES, LENGTH_UNITS, WEIGHT_UNITS, type Measures } from '../../../core/units/index.js';
import { GUEST_ROLES, ROLES, type GuestRole, type Role } from '../../../core/people/index.js';
import { LEAST_PASSWORD, MOST_PASSWORD } from '../access/auth.js';
import { REPORT_ANSWERS, type ReportAnswer } from '../records/index.js';
import { id, line, newId } from './values.js';

const email = Joi.string().trim().lowercase().max(200).email({ tlds: false });
const maybeEmail = email.empty('').allow(null).default(null);
/** A link's token, of the sign-in library or of an invitation. */
const token = Joi.string()
	.max(2000)
	.pattern(/^[\w.~-]+$/, 'a whole link');
/** Its length is judged by the sign-in library's own rule, with a sentence of its own. */
const password = Joi.string().max(4 * MOST_PASSWORD);
const days = Joi.number().integer().min(1).max(60).default(14);

const LONGEST_KEY = 16_000;
/** What a browser's key says: JSON of the browser's own making, which the sign-in library reads. */
const keyAnswer = Joi.string()
	.max(LONGEST_KEY)
	.required()
	.custom((value: string, helpers) => {
		try {
			const read: unknown = JSON.parse(value);
			if (typeof read === 'object' && read !== null && !Array.isArray(read)) return read;
		} catch {
			// Told below.
		}
		return helpers.message({ custom: 'This is no answer of a key. Try again.' });
	});

/** What comes in about accounts, yards and who belongs to them. */
export const accountSchemas = {
	signUp: Joi.object<{ name: string; email: string; password: string; invite: string }>({
		name: line(80).min(1).required(),
		email: email.required(),
		password: password.required(),
		invite: token.empty('').default('')
	}),
	address: Joi.object<{ email: string }>({ email: email.required() }),
	token: Joi.object<{ token: string }>({ token: token.required() }).unknown(true),
	reset: Joi.object<{ token: string; password: string }>({ token: token.required(), password: password.required() }),
	newPassword: Joi.object<{ present: string; next: string }>({
		present: password.required(),
		next: password.required()
	}),
	name: Joi.object<{ name: string }>({ name: line(80).min(1).required() }),
	measures: Joi.object<Measures>({
		length: Joi.string()
			.valid(...LENGTH_UNITS)
			.required(),
		weight: Joi.string()
			.valid(...WEIGHT_UNITS)
			.required(),
		days: Joi.string()
			.valid(...DAY_STYLES)
			.required()
	}),
	session: Joi.object<{ id: string }>({ id: id.required() }),
	yard: Joi.object<{ id: string; name: string }>({ id: id.required(), name: line(80).min(1).required() }),
	yardName: Joi.object<{ name: string }>({ name: line(80).min(1).required() }),
	reportLink: Joi.object<{ id: string; pairingId: string; days: number }>({
		id: newId,
		pairingId: id.required(),
		days
	}),
	reportAnswer: Joi.object<ReportAnswer>({
		answer: Joi.string()
			.valid(...REPORT_ANSWERS)
			.required(),
		by: line(80).min(2).required(),
		note: Joi.string().max(2000).allow('').default('')
	}),
	typed: Joi.object<{ typed: string }>({ typed: line(200).min(1).required() }),
	person: Joi.object<{ person: string }>({ person: id.required() }),
	role: Joi.object<{ person: string; role: Role }>({
		person: id.required(),
		role: Joi.string()
			.valid(...ROLES)
			.required()
	}),
	invite: Joi.object<{ id: string; role: Role; email: string | null; days: number }>({
		id: id.required(),
		role: Joi.string()
			.valid(...ROLES)
			.required(),
		email: maybeEmail,
		days
	}),
	share: Joi.object<{ id: string; role: GuestRole; email: string | null; days: number }>({
		id: id.required(),
		role: Joi.string()
			.valid(...GUEST_ROLES)
			.required(),
		email: maybeEmail,
		days
	}),
	newKey: Joi.object<{ name: string; answer: object }>({ name: line(80).min(1).required(), answer: keyAnswer }),
	keyAnswer: Joi.object<{ answer: object }>({ answer: keyAnswer }),
	invitation: Joi.object<{ id: string }>({ id: id.required() })
} as const;

export const PASSWORD_LENGTH = { least: LEAST_PASSWORD, most: MOST_PASSWORD };
