import { sql } from 'drizzle-orm';
import { bigint, check, foreignKey, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { GUEST_ROLES, ROLES, type DeedCode, type GuestRole, type Role } from '../../../../core/people/index.js';
import { person, yard } from './access.js';
import { at, oneOf } from './columns.js';
import { horse } from './horse.js';
import { pairing } from './saddle.js';

/** A link that lets one person into a yard, or to one horse of it. Of the link only a hash is kept. */
export const invitation = pgTable(
	'invitation',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id, { onDelete: 'cascade' }),
		/** The one horse that is shared; the whole yard where it is null. */
		horseId: uuid('horse_id'),
		role: text('role').$type<Role | GuestRole>().notNull(),
		/** The only address that may take it; anybody's where it is null. */
		email: text('email'),
		tokenHash: text('token_hash').notNull().unique(),
		invitedBy: uuid('invited_by').references(() => person.id, { onDelete: 'set null' }),
		createdAt: at('created_at').notNull().defaultNow(),
		expiresAt: at('expires_at').notNull(),
		takenBy: uuid('taken_by').references(() => person.id, { onDelete: 'set null' }),
		takenAt: at('taken_at'),
		revokedAt: at('revoked_at')
	},
	(t) => [
		foreignKey({ columns: [t.horseId, t.yardId], foreignColumns: [horse.id, horse.yardId] }).onDelete('cascade'),
		check('invitation_role', oneOf('role', [...ROLES, ...GUEST_ROLES])),
		check('invitation_for', sql`(${t.horseId} is not null) = (${t.role} like 'guest-%')`),
		index('invitation_of_yard').on(t.yardId)
	]
);

/** One horse shared with a person who does not belong to its yard. */
export const horseGuest = pgTable(
	'horse_guest',
	{
		horseId: uuid('horse_id')
			.notNull()
			.references(() => horse.id, { onDelete: 'cascade' }),
		personId: uuid('person_id')
			.notNull()
			.references(() => person.id, { onDelete: 'cascade' }),
		role: text('role').$type<GuestRole>().notNull(),
		since: at('since').notNull().defaultNow()
	},
	(t) => [primaryKey({ columns: [t.personId, t.horseId] }), check('horse_guest_role', oneOf('role', GUEST_ROLES))]
);

/** Who did what, in a yard. */
export const deed = pgTable(
	'deed',
	{
		id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id, { onDelete: 'cascade' }),
		horseId: uuid('horse_id'),
		personId: uuid('person_id').references(() => person.id, { onDelete: 'set null' }),
		what: text('what').$type<DeedCode>().notNull(),
		/** Names as they were then. */
		about: jsonb('about').$type<Readonly<Record<string, string>>>().notNull(),
		doneAt: at('done_at').notNull().defaultNow()
	},
	(t) => [
		foreignKey({ columns: [t.horseId, t.yardId], foreignColumns: [horse.id, horse.yardId] }).onDelete('cascade'),
		index('deed_of_yard').on(t.yardId, t.id),
		index('deed_of_horse').on(t.horseId, t.id),
		index('deed_of_person').on(t.personId, t.yardId)
	]
);

export const REPORT_ANSWERS = ['fits', 'refitted', 'note'] as const;
export type ReportAnswerKind = (typeof REPORT_ANSWERS)[number];

/** A link to a report of one saddle on one horse, for somebody without an account. Of the link only a hash is kept. */
export const reportLink = pgTable(
	'report_link',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id, { onDelete: 'cascade' }),
		horseId: uuid('horse_id').notNull(),
		pairingId: uuid('pairing_id').notNull(),
		tokenHash: text('token_hash').notNull().unique(),
		madeBy: uuid('made_by').references(() => person.id, { onDelete: 'set null' }),
		createdAt: at('created_at').notNull().defaultNow(),
		expiresAt: at('expires_at').notNull(),
		revokedAt: at('revoked_at'),
		opened: integer('opened').notNull().default(0),
		/** What came back, and from whom, in their own words. */
		answer: text('answer').$type<ReportAnswerKind>(),
		answeredBy: text('answered_by'),
		answerNote: text('answer_note').notNull().default(''),
		answeredAt: at('answered_at'),
		/** Read by the yard, and made a fit mark or put aside. */
		settledAt: at('settled_at')
	},
	(t) => [
		foreignKey({ columns: [t.pairingId, t.horseId], foreignColumns: [pairing.id, pairing.horseId] }).onDelete(
			'cascade'
		),
		foreignKey({ columns: [t.horseId, t.yardId], foreignColumns: [horse.id, horse.yardId] }).onDelete('cascade'),
		index('report_link_of_horse').on(t.horseId),
		check('report_link_answer', oneOf('answer', REPORT_ANSWERS)),
		check('report_link_note', sql`length(${t.answerNote}) <= 2000`)
	]
);
