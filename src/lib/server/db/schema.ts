import { sql, type SQL } from 'drizzle-orm';
import {
	bigint,
	boolean,
	check,
	customType,
	date,
	doublePrecision,
	foreignKey,
	index,
	integer,
	jsonb,
	pgTable,
	primaryKey,
	text,
	timestamp,
	unique,
	uniqueIndex,
	uuid
} from 'drizzle-orm/pg-core';
import type { Call } from '../../../core/call/index.js';
import { HAND_SCHOOLS, SADDLE_KINDS, type HandSchool, type SaddleKind } from '../../../core/checks/index.js';
import type { LoggedChange } from '../../../core/schedule/index.js';
import type { EntryValue } from '../../../core/visit/index.js';

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });
const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
const day = (name: string) => date(name, { mode: 'string' });
const oneOf = (column: string, values: readonly string[]): SQL =>
	sql.raw(`${column} in (${values.map((v) => `'${v}'`).join(', ')})`);

export const ROLES = ['owner', 'bodyworker', 'fitter', 'viewer'] as const;
export const TRACING_SOURCES = ['points', 'widths', 'svg', 'keypad', 'picture', 'photo', 'scan', 'ruler'] as const;
export type Role = (typeof ROLES)[number];

/** The sign-in library's `user`. */
export const person = pgTable('person', {
	id: uuid('id').primaryKey(),
	name: text('name').notNull(),
	email: text('email').notNull().unique(),
	emailVerified: boolean('email_verified').notNull().default(false),
	image: text('image'),
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

export const horse = pgTable(
	'horse',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id),
		name: text('name').notNull(),
		about: text('about').notNull().default(''),
		bornYear: integer('born_year'),
		version: integer('version').notNull().default(1),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		unique('horse_in_yard').on(t.id, t.yardId),
		index('horse_by_yard').on(t.yardId, t.name),
		check('horse_name', sql`length(${t.name}) between 1 and 80`),
		check('horse_born', sql`${t.bornYear} is null or ${t.bornYear} between 1950 and 2200`)
	]
);

export const saddle = pgTable(
	'saddle',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id),
		name: text('name').notNull(),
		kind: text('kind').$type<SaddleKind>().notNull(),
		about: text('about').notNull().default(''),
		/** Length of the bearing surface along the panel line. */
		bearingMm: integer('bearing_mm'),
		version: integer('version').notNull().default(1),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		check('saddle_bearing', sql`${t.bearingMm} is null or ${t.bearingMm} between 200 and 900`),
		unique('saddle_in_yard').on(t.id, t.yardId),
		index('saddle_by_yard').on(t.yardId, t.name),
		check('saddle_name', sql`length(${t.name}) between 1 and 80`),
		check('saddle_kind', oneOf('kind', SADDLE_KINDS))
	]
);

/** This saddle on this horse; one pairing of a horse is in use. */
export const pairing = pgTable(
	'pairing',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id').notNull(),
		horseId: uuid('horse_id').notNull(),
		saddleId: uuid('saddle_id').notNull(),
		school: text('school').$type<'close' | 'roomy'>().notNull().default('close'),
		handSchool: text('hand_school').$type<HandSchool>().notNull().default('rest'),
		inUse: boolean('in_use').notNull().default(true),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		foreignKey({ columns: [t.horseId, t.yardId], foreignColumns: [horse.id, horse.yardId] }),
		foreignKey({ columns: [t.saddleId, t.yardId], foreignColumns: [saddle.id, saddle.yardId] }),
		unique('pairing_once').on(t.horseId, t.saddleId),
		unique('pairing_of_horse').on(t.id, t.horseId),
		uniqueIndex('pairing_in_use')
			.on(t.horseId)
			.where(sql`in_use`),
		check('pairing_school', oneOf('school', ['close', 'roomy'])),
		check('pairing_hand_school', oneOf('hand_school', HAND_SCHOOLS))
	]
);

export const visit = pgTable(
	'visit',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id').notNull(),
		horseId: uuid('horse_id').notNull(),
		visitedOn: day('visited_on').notNull(),
		note: text('note').notNull().default(''),
		madeBy: uuid('made_by').references(() => person.id),
		version: integer('version').notNull().default(1),
		/** Content of the last write; the same write again changes nothing. */
		contentHash: text('content_hash').notNull(),
		undoneAt: at('undone_at'),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		foreignKey({ columns: [t.horseId, t.yardId], foreignColumns: [horse.id, horse.yardId] }),
		unique('visit_of_horse').on(t.id, t.horseId),
		index('visit_by_horse').on(t.horseId, t.visitedOn),
		check('visit_note', sql`length(${t.note}) <= 4000`)
	]
);

/** The visit from which a pairing was judged to fit, and by whom. */
export const fitMark = pgTable(
	'fit_mark',
	{
		id: uuid('id').primaryKey(),
		pairingId: uuid('pairing_id').notNull(),
		horseId: uuid('horse_id').notNull(),
		visitId: uuid('visit_id').notNull(),
		fittedBy: text('fitted_by').notNull().default(''),
		madeBy: uuid('made_by').references(() => person.id),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		foreignKey({ columns: [t.pairingId, t.horseId], foreignColumns: [pairing.id, pairing.horseId] }),
		foreignKey({ columns: [t.visitId, t.horseId], foreignColumns: [visit.id, visit.horseId] }),
		unique('fit_mark_once').on(t.pairingId, t.visitId)
	]
);

/** One drawn curve, kept for ever as drawn: x and y in mm, near to off. */
export const tracing = pgTable(
	'tracing',
	{
		id: uuid('id').primaryKey(),
		visitId: uuid('visit_id')
			.notNull()
			.references(() => visit.id, { onDelete: 'cascade' }),
		station: text('station').notNull(),
		repeat: integer('repeat').notNull(),
		xMm: doublePrecision('x_mm').array().notNull(),
		yMm: doublePrecision('y_mm').array().notNull(),
		source: text('source').notNull(),
		operator: text('operator').notNull().default(''),
		quality: doublePrecision('quality')
	},
	(t) => [
		unique('tracing_once').on(t.visitId, t.station, t.repeat),
		check('tracing_station', sql`${t.station} ~ '^(T([1-9]|1[0-8])|W|s=-?[0-9]{1,4}([.][0-9]+)?)$'`),
		check('tracing_repeat', sql`${t.repeat} between 1 and 20`),
		check(
			'tracing_points',
			sql`cardinality(${t.xMm}) = cardinality(${t.yMm}) and cardinality(${t.xMm}) between 5 and 20000`
		),
		check('tracing_source', oneOf('source', TRACING_SOURCES)),
		check('tracing_quality', sql`${t.quality} is null or ${t.quality} between 0 and 1`)
	]
);

/** What the engine said of a visit for a pairing; old engines' calls stay. */
export const storedCall = pgTable(
	'stored_call',
	{
		pairingId: uuid('pairing_id')
			.notNull()
			.references(() => pairing.id, { onDelete: 'cascade' }),
		visitId: uuid('visit_id')
			.notNull()
			.references(() => visit.id, { onDelete: 'cascade' }),
		engineVersion: text('engine_version').notNull(),
		verdict: text('verdict').notNull(),
		body: jsonb('body').$type<Call>().notNull(),
		madeAt: at('made_at').notNull().defaultNow()
	},
	(t) => [
		primaryKey({ columns: [t.pairingId, t.visitId, t.engineVersion] }),
		check('stored_call_verdict', oneOf('verdict', ['steady', 'watch', 'refit', 'stop']))
	]
);

/** One point of the board's small chart: day, near and off change, SD; mm. */
export type SparkPoint = readonly [day: string, nearMm: number, offMm: number, sdMm: number];

/** Where a horse in its saddle in use stands now: derived from calls in the same write, for the board. */
export const standing = pgTable(
	'standing',
	{
		horseId: uuid('horse_id')
			.primaryKey()
			.references(() => horse.id, { onDelete: 'cascade' }),
		pairingId: uuid('pairing_id').references(() => pairing.id, { onDelete: 'set null' }),
		verdict: text('verdict').$type<'steady' | 'watch' | 'refit' | 'stop'>(),
		urgency: integer('urgency').notNull(),
		/** Why there is no call, by code. */
		missing: text('missing'),
		lastOn: day('last_on'),
		nextOn: day('next_on'),
		nextStep: text('next_step'),
		spark: jsonb('spark').$type<readonly SparkPoint[]>().notNull()
	},
	() => [check('standing_verdict', sql.raw(`verdict is null or verdict in ('steady', 'watch', 'refit', 'stop')`))]
);

/** The row as it stood before an edit, of any kind. */
export const earlierVersion = pgTable(
	'earlier_version',
	{
		id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
		kind: text('kind').notNull(),
		rowId: uuid('row_id').notNull(),
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id),
		version: integer('version').notNull(),
		body: jsonb('body').notNull(),
		replacedBy: uuid('replaced_by').references(() => person.id),
		replacedAt: at('replaced_at').notNull().defaultNow()
	},
	(t) => [unique('earlier_version_once').on(t.kind, t.rowId, t.version)]
);

/** One tap of a visit, kept for ever: a field set to a value. Never changed, only replaced by a later entry. */
export const visitEntry = pgTable(
	'visit_entry',
	{
		id: uuid('id').primaryKey(),
		visitId: uuid('visit_id')
			.notNull()
			.references(() => visit.id, { onDelete: 'cascade' }),
		field: text('field').notNull(),
		value: jsonb('value').$type<{ readonly v: EntryValue }>().notNull(),
		replaces: uuid('replaces').array().notNull(),
		device: uuid('device').notNull(),
		/** Clock of the device, put right by what it was off when it sent. */
		madeAt: at('made_at').notNull(),
		madeBy: uuid('made_by').references(() => person.id),
		receivedAt: at('received_at').notNull().defaultNow()
	},
	(t) => [
		index('visit_entry_by_visit').on(t.visitId),
		check('visit_entry_field', sql`length(${t.field}) between 1 and 160`),
		check('visit_entry_value', sql`octet_length(${t.value}::text) <= 8192`),
		check('visit_entry_replaces', sql`cardinality(${t.replaces}) <= 64`)
	]
);

/** A ride or a change between visits, in a few taps. */
export const ride = pgTable(
	'ride',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id').notNull(),
		horseId: uuid('horse_id').notNull(),
		riddenOn: day('ridden_on').notNull(),
		saddleId: uuid('saddle_id').references(() => saddle.id),
		pad: text('pad').notNull(),
		seen: text('seen').array().notNull(),
		atTime: text('at_time').notNull(),
		changes: text('changes').array().$type<LoggedChange[]>().notNull(),
		note: text('note').notNull().default(''),
		madeBy: uuid('made_by').references(() => person.id),
		undoneAt: at('undone_at'),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		foreignKey({ columns: [t.horseId, t.yardId], foreignColumns: [horse.id, horse.yardId] }),
		index('ride_by_horse').on(t.horseId, t.riddenOn),
		check('ride_note', sql`length(${t.note}) <= 1000`)
	]
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

export const PHOTO_KINDS = ['sheet', 'sign', 'front45', 'side', 'rear45', 'above', 'other'] as const;
export type PhotoKind = (typeof PHOTO_KINDS)[number];

export const photo = pgTable(
	'photo',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id),
		visitId: uuid('visit_id').references(() => visit.id, { onDelete: 'cascade' }),
		kind: text('kind').$type<PhotoKind>().notNull(),
		mediaType: text('media_type').notNull(),
		bytes: bytea('bytes').notNull(),
		sha256: text('sha256').notNull(),
		madeBy: uuid('made_by').references(() => person.id),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		index('photo_by_visit').on(t.visitId),
		check('photo_kind', oneOf('kind', PHOTO_KINDS)),
		check('photo_media', oneOf('media_type', ['image/jpeg', 'image/png', 'image/webp'])),
		check('photo_size', sql`octet_length(${t.bytes}) between 1 and 16777216`),
		check('photo_sha', sql`length(${t.sha256}) = 64`)
	]
);
