import { sql } from 'drizzle-orm';
import { check, index, integer, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import { at, day } from './columns.js';
import { yard } from './access.js';

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
		/** Raised whenever what its shape is judged from has changed; `judgedRevision` is the one its calls are of. */
		shapeRevision: integer('shape_revision').notNull().default(0),
		judgedRevision: integer('judged_revision').notNull().default(0),
		/** Gone from the board, kept on record. */
		archivedAt: at('archived_at'),
		/** Its last day here, where it was sold or passed on: nothing is recorded after it. */
		goneOn: day('gone_on'),
		createdAt: at('created_at').notNull().defaultNow()
	},
	(t) => [
		unique('horse_in_yard').on(t.id, t.yardId),
		index('horse_by_yard').on(t.yardId, t.name),
		check('horse_name', sql`length(${t.name}) between 1 and 80`),
		check('horse_born', sql`${t.bornYear} is null or ${t.bornYear} between 1950 and 2200`)
	]
);
