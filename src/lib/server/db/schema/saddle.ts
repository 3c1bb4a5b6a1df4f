import { sql } from 'drizzle-orm';
import { boolean, check, foreignKey, index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import {
	LENGTHS_FROM,
	LEVELS_BY,
	PLACES,
	RIDER_ROOMS,
	ROOMS,
	SADDLE_KINDS,
	type LengthFrom,
	type LevelBy,
	type Place,
	type RiderRoom,
	type Room,
	type SaddleKind
} from '../../../../core/checks/index.js';
import { LIMIT_LEADS, type LimitLead } from '../../../../core/call/index.js';
import { SERVICES, type SaddleFacts, type Service } from '../../../../core/setup/index.js';
import type { SaddleMeasures } from '../../../../core/seat/index.js';
import { at, day, oneOf } from './columns.js';
import { person, yard } from './access.js';
import { horse } from './horse.js';
import { visit } from './visit.js';

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
		/** Its own shape, where somebody traced its underside. */
		measures: jsonb('measures').$type<SaddleMeasures>(),
		/** What is known of it besides. */
		facts: jsonb('facts').$type<SaddleFacts>(),
		version: integer('version').notNull().default(1),
		/** No longer put on any horse, kept on record. */
		retiredAt: at('retired_at'),
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

/** What was done to a saddle: its underside may be another from that day on. */
export const saddleService = pgTable(
	'saddle_service',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id').notNull(),
		saddleId: uuid('saddle_id').notNull(),
		doneOn: day('done_on').notNull(),
		what: text('what').$type<Service>().notNull(),
		doneBy: text('done_by').notNull().default(''),
		note: text('note').notNull().default(''),
		madeBy: uuid('made_by').references(() => person.id, { onDelete: 'set null' }),
		/** Taken back; kept, and can be put back. */
		undoneAt: at('undone_at'),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		foreignKey({ columns: [t.saddleId, t.yardId], foreignColumns: [saddle.id, saddle.yardId] }).onDelete('cascade'),
		index('service_of_saddle').on(t.saddleId),
		check('service_what', oneOf('what', SERVICES)),
		check('service_done_by', sql`length(${t.doneBy}) <= 80`),
		check('service_note', sql`length(${t.note}) <= 1000`)
	]
);

/** This saddle on this horse; several of a horse may be in use. */
export const pairing = pgTable(
	'pairing',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id').notNull(),
		horseId: uuid('horse_id').notNull(),
		saddleId: uuid('saddle_id').notNull(),
		school: text('school').$type<'close' | 'roomy'>().notNull().default('close'),
		place: text('hand_school').$type<Place>().notNull().default('rest'),
		room: text('room').$type<Room>().notNull().default('three-two'),
		riderRoom: integer('rider_room').$type<RiderRoom>().notNull().default(2),
		lengthFrom: text('length_from').$type<LengthFrom>().notNull().default('fingers'),
		levelBy: text('level_by').$type<LevelBy>().notNull().default('pommel'),
		/** Whose limits lead its calls. */
		limitsLead: text('limits_lead').$type<LimitLead>().notNull().default('usual'),
		inUse: boolean('in_use').notNull().default(true),
		/** How the horse stands in it, as in `standing`; null for one that rests. */
		verdict: text('verdict').$type<'steady' | 'watch' | 'refit' | 'stop'>(),
		nextOn: day('next_on'),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		foreignKey({ columns: [t.horseId, t.yardId], foreignColumns: [horse.id, horse.yardId] }),
		foreignKey({ columns: [t.saddleId, t.yardId], foreignColumns: [saddle.id, saddle.yardId] }),
		unique('pairing_once').on(t.horseId, t.saddleId),
		unique('pairing_of_horse').on(t.id, t.horseId),
		check('pairing_school', oneOf('school', ['close', 'roomy'])),
		check('pairing_hand_school', oneOf('hand_school', PLACES)),
		check('pairing_verdict', sql.raw(`verdict is null or verdict in ('steady', 'watch', 'refit', 'stop')`)),
		check('pairing_room', oneOf('room', ROOMS)),
		check('pairing_rider_room', sql.raw(`rider_room in (${RIDER_ROOMS.join(', ')})`)),
		check('pairing_length_from', oneOf('length_from', LENGTHS_FROM)),
		check('pairing_limits_lead', oneOf('limits_lead', LIMIT_LEADS)),
		check('pairing_level_by', oneOf('level_by', LEVELS_BY))
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
		/** Taken away again; kept, and can be put back. */
		undoneAt: at('undone_at'),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		foreignKey({ columns: [t.pairingId, t.horseId], foreignColumns: [pairing.id, pairing.horseId] }),
		foreignKey({ columns: [t.visitId, t.horseId], foreignColumns: [visit.id, visit.horseId] }),
		unique('fit_mark_once').on(t.pairingId, t.visitId)
	]
);
