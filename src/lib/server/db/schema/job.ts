import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { person } from './access.js';
import { at, bytea, oneOf } from './columns.js';

/** What a person can ask for that is made behind. */
export const JOB_KINDS = ['report'] as const;
export type JobKind = (typeof JOB_KINDS)[number];

export const JOB_STATES = ['waiting', 'working', 'done', 'failed', 'cancelled'] as const;
export type JobState = (typeof JOB_STATES)[number];

/** Something a person asked for and how far it is; the queue itself is the queue library's own. */
export const job = pgTable(
	'job',
	{
		id: uuid('id').primaryKey(),
		personId: uuid('person_id')
			.notNull()
			.references(() => person.id, { onDelete: 'cascade' }),
		kind: text('kind').$type<JobKind>().notNull(),
		asked: jsonb('asked').$type<Readonly<Record<string, string>>>().notNull(),
		state: text('state').$type<JobState>().notNull().default('waiting'),
		/** Parts made, of so many. */
		done: integer('done').notNull().default(0),
		total: integer('total').notNull().default(1),
		/** Why it failed, by code. */
		refusal: text('refusal'),
		fileName: text('file_name'),
		mediaType: text('media_type'),
		bytes: bytea('bytes'),
		askedAt: at('asked_at').notNull().defaultNow(),
		endedAt: at('ended_at')
	},
	(t) => [
		index('job_of_person').on(t.personId, t.askedAt),
		check('job_state', oneOf('state', JOB_STATES)),
		check('job_kind', oneOf('kind', JOB_KINDS)),
		check('job_file', sql`(${t.state} = 'done') = (${t.bytes} is not null)`)
	]
);
