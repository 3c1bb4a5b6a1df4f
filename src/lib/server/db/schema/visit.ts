import { sql } from 'drizzle-orm';
import {
	boolean,
	check,
	doublePrecision,
	foreignKey,
	index,
	integer,
	jsonb,
	pgTable,
	text,
	unique,
	uuid
} from 'drizzle-orm/pg-core';
import { TRACING_SOURCES } from '../../../../core/curve/index.js';
import type { LoggedChange } from '../../../../core/schedule/index.js';
import type { EntryValue } from '../../../../core/visit/index.js';
import { bytea, at, day, oneOf } from './columns.js';
import { person, yard } from './access.js';
import { horse } from './horse.js';
import { saddle } from './saddle.js';

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
		/** Somebody was asked whether its sheets are right, and said yes. */
		checked: boolean('checked').notNull().default(false),
		undoneAt: at('undone_at'),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		foreignKey({ columns: [t.horseId, t.yardId], foreignColumns: [horse.id, horse.yardId] }),
		unique('visit_of_horse').on(t.id, t.horseId),
		unique('visit_in_yard').on(t.id, t.yardId),
		index('visit_by_horse').on(t.horseId, t.visitedOn),
		check('visit_note', sql`length(${t.note}) <= 4000`)
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
		check('tracing_station', sql`${t.station} ~ '^(T([1-9]|1[0-8])|W|L100(near|off)|s=-?[0-9]{1,4}([.][0-9]+)?)$'`),
		check('tracing_repeat', sql`${t.repeat} between 1 and 20`),
		check(
			'tracing_points',
			sql`cardinality(${t.xMm}) = cardinality(${t.yMm}) and cardinality(${t.xMm}) between 5 and 20000`
		),
		check('tracing_source', oneOf('source', TRACING_SOURCES)),
		check('tracing_quality', sql`${t.quality} is null or ${t.quality} between 0 and 1`)
	]
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
		/** Serious entries of earlier visits that the person was shown; null where the device did not say. */
		answers: uuid('answers').array(),
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
		check('visit_entry_replaces', sql`cardinality(${t.replaces}) <= 64`),
		check('visit_entry_answers', sql`${t.answers} is null or cardinality(${t.answers}) <= 256`)
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
		saddleId: uuid('saddle_id'),
		pad: text('pad').notNull(),
		seen: text('seen').array().notNull(),
		atTime: text('at_time').notNull(),
		changes: text('changes').array().$type<LoggedChange[]>().notNull(),
		note: text('note').notNull().default(''),
		/** Where the saddle stood afterwards, mm to the front of where it was set; null where nobody looked. */
		movedMm: integer('moved_mm'),
		shifted: text('shifted').$type<'near' | 'off'>(),
		madeBy: uuid('made_by').references(() => person.id),
		undoneAt: at('undone_at'),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		foreignKey({ columns: [t.horseId, t.yardId], foreignColumns: [horse.id, horse.yardId] }),
		foreignKey({ columns: [t.saddleId, t.yardId], foreignColumns: [saddle.id, saddle.yardId] }),
		check('ride_moved', sql`${t.movedMm} between -150 and 150`),
		check('ride_shifted', sql`${t.shifted} in ('near', 'off')`),
		index('ride_by_horse').on(t.horseId, t.riddenOn),
		check('ride_note', sql`length(${t.note}) <= 1000`)
	]
);

export const PHOTO_KINDS = [
	'sheet',
	'sign',
	'front45',
	'side',
	'rear45',
	'above',
	'saddle-front45',
	'saddle-side',
	'saddle-rear45',
	'saddle-underside',
	'saddle-front',
	'saddle-rear',
	'saddle-detail',
	'other'
] as const;

export type PhotoKind = (typeof PHOTO_KINDS)[number];
/** What a photo of a saddle on its rack may show. */
export const SADDLE_PHOTO_KINDS: readonly PhotoKind[] = [
	'saddle-underside',
	'saddle-front',
	'saddle-side',
	'saddle-rear',
	'saddle-detail'
];
/** What a visit's photo may show: the horse, and from the side its saddle on it. */
export const VISIT_PHOTO_KINDS: readonly PhotoKind[] = PHOTO_KINDS.filter(
	(k) => k === 'saddle-side' || !SADDLE_PHOTO_KINDS.includes(k)
);

export const photo = pgTable(
	'photo',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id),
		/** It hangs on a visit or on a saddle. */
		visitId: uuid('visit_id'),
		saddleId: uuid('saddle_id'),
		kind: text('kind').$type<PhotoKind>().notNull(),
		mediaType: text('media_type').notNull(),
		bytes: bytea('bytes').notNull(),
		sha256: text('sha256').notNull(),
		/** Hash of the picture as it was sent, before place and device were taken out of it. */
		originalSha256: text('original_sha256'),
		madeBy: uuid('made_by').references(() => person.id),
		/** Taken back; kept, and can be put in again. */
		undoneAt: at('undone_at'),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		foreignKey({ columns: [t.visitId, t.yardId], foreignColumns: [visit.id, visit.yardId] }).onDelete('cascade'),
		foreignKey({ columns: [t.saddleId, t.yardId], foreignColumns: [saddle.id, saddle.yardId] }).onDelete('cascade'),
		index('photo_by_visit').on(t.visitId),
		index('photo_by_saddle').on(t.saddleId),
		check('photo_of_one', sql`num_nonnulls(${t.visitId}, ${t.saddleId}) <= 1`),
		check('photo_kind', oneOf('kind', PHOTO_KINDS)),
		check('photo_media', oneOf('media_type', ['image/jpeg', 'image/png', 'image/webp'])),
		check('photo_size', sql`octet_length(${t.bytes}) between 1 and 16777216`),
		check('photo_sha', sql`length(${t.sha256}) = 64`)
	]
);
