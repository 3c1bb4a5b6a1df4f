import { sql } from 'drizzle-orm';
import { bigint, check, index, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { GUEST_ROLES, ROLES, type DeedCode, type GuestRole, type Role } from '../../../../core/people/index.js';
import { person, yard } from './access.js';
import { at, oneOf } from './columns.js';
import { horse } from './horse.js';

/** A link that lets one person into a yard, or to one horse of it. Of the link only a hash is kept. */
export const invitation = pgTable(
	'invitation',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id, { onDelete: 'cascade' }),
		/** The one horse that is shared; the whole yard where it is null. */
		horseId: uuid('horse_id').references(() => horse.id, { onDelete: 'cascade' }),
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
		horseId: uuid('horse_id').references(() => horse.id, { onDelete: 'cascade' }),
		personId: uuid('person_id').references(() => person.id, { onDelete: 'set null' }),
		what: text('what').$type<DeedCode>().notNull(),
		/** Names as they were then. */
		about: jsonb('about').$type<Readonly<Record<string, string>>>().notNull(),
		doneAt: at('done_at').notNull().defaultNow()
	},
	(t) => [index('deed_of_yard').on(t.yardId, t.id)]
);
