import { sql } from 'drizzle-orm';
import {
	bigint,
	check,
	foreignKey,
	index,
	integer,
	jsonb,
	pgTable,
	primaryKey,
	text,
	unique,
	uuid
} from 'drizzle-orm/pg-core';
import type { Call, CallLimits } from '../../../../core/call/index.js';
import { at, day, oneOf } from './columns.js';
import { person, yard } from './access.js';
import { horse } from './horse.js';
import { pairing } from './saddle.js';
import { visit } from './visit.js';

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

/** Where a horse stands now in the saddle in use that stands worst: derived from calls in the same write, for the board. */
export const standing = pgTable(
	'standing',
	{
		horseId: uuid('horse_id').primaryKey(),
		/** Its horse's, so that a board is read by it alone. */
		yardId: uuid('yard_id')
			.notNull()
			.references(() => yard.id),
		pairingId: uuid('pairing_id').references(() => pairing.id, { onDelete: 'set null' }),
		verdict: text('verdict').$type<'steady' | 'watch' | 'refit' | 'stop'>(),
		urgency: integer('urgency').notNull(),
		/** Why there is no call, by code. */
		missing: text('missing'),
		lastOn: day('last_on'),
		nextOn: day('next_on'),
		nextStep: text('next_step'),
		/** Evidence of which day changed the call, and from what. */
		changedOn: day('changed_on'),
		verdictBefore: text('verdict_before').$type<'steady' | 'watch' | 'refit' | 'stop'>(),
		/** From this day on a look is due, because time alone has passed (a lay-off). */
		lookOn: day('look_on'),
		/** Rules of reading that made it; 0 for one made before they had a number. */
		rulesVersion: integer('rules_version').notNull().default(0),
		/** How many saddles are in use. */
		inUse: integer('in_use').notNull().default(0),
		spark: jsonb('spark').$type<readonly SparkPoint[]>().notNull(),
		/** Limits of its saddle's own that led its call; null where the usual ones did. */
		limits: jsonb('limits').$type<CallLimits>()
	},
	(t) => [
		foreignKey({ columns: [t.horseId, t.yardId], foreignColumns: [horse.id, horse.yardId] }).onDelete('cascade'),
		index('standing_due').on(t.yardId, t.nextOn),
		check('standing_verdict', sql.raw(`verdict is null or verdict in ('steady', 'watch', 'refit', 'stop')`))
	]
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
	(t) => [unique('earlier_version_once').on(t.kind, t.rowId, t.yardId, t.version)]
);
