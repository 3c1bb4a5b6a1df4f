import Joi from 'joi';

/** Who may make an account: anybody, those with an invitation, or nobody. */
export const REGISTRATIONS = ['open', 'invited', 'closed'] as const;
export type Registration = (typeof REGISTRATIONS)[number];

/** All that whoever runs the place can set; docs/operations.md says the same in words. */
export interface Config {
	readonly databaseUrl: string;
	/** The same database under the role of the server's own work; the same address where there is no such role. */
	readonly systemDatabaseUrl: string;
	/** Signs sessions. */
	readonly secret: string;
	/** The address people use, `https://…`; undefined where it is read from each request. */
	readonly origin: string | undefined;
	readonly registration: Registration;
	/** `none`, `mailbox` (kept and shown here, for the demo and tests), or the address of an SMTP server. */
	readonly mail: string;
	readonly mailFrom: string;
	readonly processes: number;
	/** Proxies in front that are believed who asks. */
	readonly proxies: number;
	/** A demo, with stand-ins on the person's own computer. */
	readonly demo: boolean;
}

interface Given {
	DATABASE_URL: string;
	ZT_SYSTEM_DATABASE_URL?: string;
	ZT_SECRET: string;
	ORIGIN?: string;
	ZT_REGISTRATION: Registration;
	ZT_MAIL: string;
	ZT_MAIL_FROM: string;
	ZT_PROCESSES: number;
	ZT_PROXIES: number;
	ZT_METRICS_PORT: number;
	ZT_DEMO: boolean;
	HOST: string;
	PORT: number;
}

const given = Joi.object<Given>({
	DATABASE_URL: Joi.string()
		.uri({ scheme: ['postgres', 'postgresql'] })
		.required()
		.messages({ 'any.required': '{{#label}} is not set: the address of the database, postgres://…' }),
	ZT_SYSTEM_DATABASE_URL: Joi.string()
		.uri({ scheme: ['postgres', 'postgresql'] })
		.empty(''),
	ZT_SECRET: Joi.string().min(32).required(),
	ORIGIN: Joi.string()
		.uri({ scheme: ['http', 'https'] })
		.pattern(/^https?:\/\/[^/]+$/, 'an address without a path')
		.empty(''),
	ZT_REGISTRATION: Joi.string()
		.valid(...REGISTRATIONS)
		.empty('')
		.default('invited'),
	ZT_MAIL: Joi.alternatives(Joi.string().valid('none', 'mailbox'), Joi.string().uri({ scheme: ['smtp', 'smtps'] }))
		.empty('')
		.default('none')
		.messages({ 'alternatives.match': '{{#label}} must be none, mailbox, or smtp://… or smtps://…' }),
	ZT_MAIL_FROM: Joi.string().max(200).empty('').default('Zone Tally <zone-tally@localhost>'),
	ZT_PROCESSES: Joi.number().integer().min(1).max(64).empty('').default(1),
	ZT_PROXIES: Joi.number().integer().min(0).max(5).empty('').default(0),
	ZT_METRICS_PORT: Joi.number().port().empty('').default(0),
	ZT_DEMO: Joi.boolean().truthy('1').falsy('0').empty('').default(false),
	HOST: Joi.string().hostname().empty('').default('127.0.0.1'),
	PORT: Joi.number().port().empty('').default(0)
}).unknown(true);

/** Reads the settings. Throws an error whose message names each one that is missing or wrong, a line each. */
export function readConfig(env: Readonly<Record<string, string | undefined>>): Config {
	const result = given.validate(env, { abortEarly: false, convert: true });
	if (result.error) {
		// What was given is not repeated: it may be a secret.
		const lines = result.error.details.map(
			(d) => `  ${d.message.replaceAll('"', '').replace(/ with value .* fails/, ' fails')}`
		);
		throw new Error(`Settings that cannot be used (docs/operations.md says each):\n${lines.join('\n')}`);
	}
	const v = result.value;
	return {
		databaseUrl: v.DATABASE_URL,
		systemDatabaseUrl: v.ZT_SYSTEM_DATABASE_URL ?? v.DATABASE_URL,
		secret: v.ZT_SECRET,
		origin: v.ORIGIN,
		registration: v.ZT_REGISTRATION,
		mail: v.ZT_MAIL,
		mailFrom: v.ZT_MAIL_FROM,
		processes: v.ZT_PROCESSES,
		proxies: v.ZT_PROXIES,
		demo: v.ZT_DEMO
	};
}

let read: Config | undefined;
/** The settings of this server, read once. */
export const config = (): Config => (read ??= readConfig(process.env));
