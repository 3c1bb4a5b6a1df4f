import { sql } from 'drizzle-orm';
import { check, foreignKey, index, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { DUE_ANSWERS, TASK_FOR, type DueAnswer, type TaskFor } from '../../../../core/diary/index.js';
import { person, yard } from './access.js';
import { at, day, oneOf } from './columns.js';
import { horse } from './horse.js';

/** What a person said to a date that was due: put off to another day, or skipped this once; it answers that date only. */
export const dueAnswer = pgTable(
	'due_answer',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id, { onDelete: 'cascade' }),
		horseId: uuid('horse_id').notNull(),
		/** The date it answers, as the horse's standing had it. */
		dueOn: day('due_on').notNull(),
		/** The call it answers: where that has changed, the answer no longer counts. */
		verdict: text('verdict'),
		answer: text('answer').$type<DueAnswer>().notNull(),
		until: day('until'),
		reason: text('reason').notNull(),
		madeBy: uuid('made_by').references(() => person.id, { onDelete: 'set null' }),
		madeAt: at('made_at').notNull().defaultNow(),
		/** Taken back, or another answer came after it. */
		undoneAt: at('undone_at')
	},
	(t) => [
		foreignKey({ columns: [t.horseId, t.yardId], foreignColumns: [horse.id, horse.yardId] }).onDelete('cascade'),
		uniqueIndex('due_answer_one')
			.on(t.horseId, t.dueOn)
			.where(sql`undone_at is null`),
		check('due_answer_answer', oneOf('answer', DUE_ANSWERS)),
		check('due_answer_until', sql`(${t.answer} = 'put-off') = (${t.until} is not null)`),
		check('due_answer_reason', sql`length(${t.reason}) <= 300`)
	]
);

/** Something asked of the owner, the bodyworker, the fitter or the vet of a horse. */
export const task = pgTable(
	'task',
	{
		id: uuid('id').primaryKey(),
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id, { onDelete: 'cascade' }),
		horseId: uuid('horse_id').notNull(),
		askedOf: text('asked_of').$type<TaskFor>().notNull(),
		what: text('what').notNull(),
		byOn: day('by_on'),
		madeBy: uuid('made_by').references(() => person.id, { onDelete: 'set null' }),
		madeAt: at('made_at').notNull().defaultNow(),
		doneAt: at('done_at'),
		doneBy: uuid('done_by').references(() => person.id, { onDelete: 'set null' }),
		/** What came of it. */
		doneWith: text('done_with').notNull().default(''),
		undoneAt: at('undone_at')
	},
	(t) => [
		foreignKey({ columns: [t.horseId, t.yardId], foreignColumns: [horse.id, horse.yardId] }).onDelete('cascade'),
		index('task_of_horse').on(t.horseId),
		check('task_asked_of', oneOf('asked_of', TASK_FOR)),
		check('task_what', sql`length(${t.what}) between 1 and 300`),
		check('task_done_with', sql`length(${t.doneWith}) <= 300`)
	]
);
