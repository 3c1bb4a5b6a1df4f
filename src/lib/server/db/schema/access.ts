import { sql } from 'drizzle-orm';
import { bigint, boolean, check, doublePrecision, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { ROLES, type Role } from '../../../../core/people/index.js';
import type { Reminders } from '../../../../core/diary/index.js';
import type { DayStyle, LengthUnit, WeightUnit } from '../../../../core/units/index.js';
import { at, day, oneOf } from './columns.js';

/** How often an address or an account has asked for something that is limited: the sign-in library's own. */
export const rateLimit = pgTable('rate_limit', {
	id: uuid('id').primaryKey(),
	key: text('key').notNull().unique(),
	count: integer('count').notNull(),
	lastRequest: bigint('last_request', { mode: 'number' }).notNull()
});

/** The mailbox stand-in: mails of a demo or a test, shown instead of sent. */
export const mailbox = pgTable('mailbox', {
	id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
	to: text('to').notNull(),
	subject: text('subject').notNull(),
	text: text('text').notNull(),
	sentAt: at('sent_at').notNull().defaultNow()
});

/** The sign-in library's `user`. */
export const person = pgTable('person', {
	id: uuid('id').primaryKey(),
	name: text('name').notNull(),
	email: text('email').notNull().unique(),
	emailVerified: boolean('email_verified').notNull().default(false),
	image: text('image'),
	/** Gone for good from this moment on, unless it is taken back. */
	leavingAt: at('leaving_at'),
	lengthUnit: text('length_unit').$type<LengthUnit>().notNull().default('mm'),
	weightUnit: text('weight_unit').$type<WeightUnit>().notNull().default('kg'),
	dayStyle: text('day_style').$type<DayStyle>().notNull().default('day-month'),
	/** How often a mail says what is due, and in which zone the person's days begin. */
	reminders: text('reminders').$type<Reminders>().notNull().default('off'),
	zone: text('zone').notNull().default('UTC'),
	remindedOn: day('reminded_on'),
	createdAt: at('created_at').notNull().defaultNow(),
	updatedAt: at('updated_at').notNull().defaultNow()
});

export const session = pgTable('session', {
	id: uuid('id').primaryKey(),
	token: text('token').notNull().unique(),
	userId: uuid('person_id')
		.notNull()
		.references(() => person.id, { onDelete: 'cascade' }),
	expiresAt: at('expires_at').notNull(),
	ipAddress: text('ip_address'),
	userAgent: text('user_agent'),
	createdAt: at('created_at').notNull().defaultNow(),
	updatedAt: at('updated_at').notNull().defaultNow()
});

/** A way to sign in; holds the password's hash. */
export const account = pgTable('account', {
	id: uuid('id').primaryKey(),
	accountId: text('account_id').notNull(),
	providerId: text('provider_id').notNull(),
	userId: uuid('person_id')
		.notNull()
		.references(() => person.id, { onDelete: 'cascade' }),
	accessToken: text('access_token'),
	refreshToken: text('refresh_token'),
	idToken: text('id_token'),
	accessTokenExpiresAt: at('access_token_expires_at'),
	refreshTokenExpiresAt: at('refresh_token_expires_at'),
	scope: text('scope'),
	password: text('password'),
	createdAt: at('created_at').notNull().defaultNow(),
	updatedAt: at('updated_at').notNull().defaultNow()
});

/** A key of a device or a keyring that signs a person in: the sign-in library's own. */
export const passkey = pgTable('passkey', {
	id: uuid('id').primaryKey(),
	name: text('name'),
	publicKey: text('public_key').notNull(),
	userId: uuid('person_id')
		.notNull()
		.references(() => person.id, { onDelete: 'cascade' }),
	credentialID: text('credential_id').notNull().unique(),
	counter: integer('counter').notNull(),
	deviceType: text('device_type').notNull(),
	backedUp: boolean('backed_up').notNull(),
	transports: text('transports'),
	aaguid: text('aaguid'),
	createdAt: at('created_at').defaultNow()
});

export const verification = pgTable('verification', {
	id: uuid('id').primaryKey(),
	identifier: text('identifier').notNull(),
	value: text('value').notNull(),
	expiresAt: at('expires_at').notNull(),
	createdAt: at('created_at').notNull().defaultNow(),
	updatedAt: at('updated_at').notNull().defaultNow()
});

export const yard = pgTable('yard', {
	id: uuid('id').primaryKey(),
	name: text('name').notNull(),
	/** Gone for good from this moment on, unless it is taken back. */
	leavingAt: at('leaving_at'),
	createdAt: at('created_at').notNull().defaultNow()
});

export const membership = pgTable(
	'membership',
	{
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id, { onDelete: 'cascade' }),
		personId: uuid('person_id')
			.notNull()
			.references(() => person.id, { onDelete: 'cascade' }),
		role: text('role').$type<Role>().notNull()
	},
	(t) => [primaryKey({ columns: [t.personId, t.yardId] }), check('membership_role', oneOf('role', ROLES))]
);

/** A person's stacked fingers in mm. */
export const personHand = pgTable(
	'person_hand',
	{
		personId: uuid('person_id')
			.primaryKey()
			.references(() => person.id, { onDelete: 'cascade' }),
		twoMm: doublePrecision('two_mm').notNull(),
		threeMm: doublePrecision('three_mm').notNull(),
		fourMm: doublePrecision('four_mm').notNull(),
		breadthMm: doublePrecision('breadth_mm').notNull(),
		measuredAt: at('measured_at').notNull().defaultNow()
	},
	(t) => [
		check('person_hand_rises', sql`${t.twoMm} < ${t.threeMm} and ${t.threeMm} < ${t.fourMm}`),
		check('person_hand_breadth', sql`${t.breadthMm} between 50 and 130`)
	]
);

/** A person's private address for a calendar program; of the address only a hash is kept. A new one ends the old one. */
export const calendarFeed = pgTable('calendar_feed', {
	personId: uuid('person_id')
		.primaryKey()
		.references(() => person.id, { onDelete: 'cascade' }),
	tokenHash: text('token_hash').notNull().unique(),
	createdAt: at('created_at').notNull().defaultNow(),
	/** When a program last read it. */
	readAt: at('read_at')
});
