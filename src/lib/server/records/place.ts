import { asc, sql } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { asSystem, tables, type Database } from '../db/index.js';
import type { Scope } from './scope.js';

/** Figures of a whole place: how much is there, never what. */
export interface PlaceFacts {
	readonly people: number;
	readonly yards: number;
	readonly horses: number;
	readonly visits: number;
	readonly tracings: number;
	readonly photos: number;
	readonly databaseBytes: number;
	readonly photoBytes: number;
	readonly leaving: number;
	/** Things asked for to be made, by state, of the last two days. */
	readonly jobs: Readonly<Record<string, number>>;
	readonly mailsWaiting: number;
	/** Horses that the present engine has still to judge, and whether that is under way. */
	readonly unjudged: number;
	readonly judging: boolean;
	readonly lastWriteAt: string | null;
	readonly postgres: string;
}

/** Whoever made the place's first account keeps it; when they go, the next one does. */
export async function isKeeper(db: Database, scope: Scope): Promise<boolean> {
	const { person } = tables;
	const [first] = await asSystem(() =>
		db.select({ id: person.id }).from(person).orderBy(asc(person.createdAt), asc(person.id)).limit(1)
	);
	return first !== undefined && first.id === scope.personId;
}

/** Ids of what waits in a queue or is being worked on. */
export const openInQueue = (db: Database, name: string): Promise<string[]> =>
	asSystem(async () => {
		const { rows } = await db.execute<{ id: string }>(
			sql`select id from pgboss.job where name = ${name} and state in ('created', 'retry', 'active')`
		);
		return rows.map((r) => r.id);
	});

/** Throws `not-found` for anybody but the keeper. */
export async function needKeeper(db: Database, scope: Scope): Promise<void> {
	if (!(await isKeeper(db, scope))) throw new CoreError('not-found');
}

/** Figures of the place, for its keeper. Throws `not-found` for anybody else. */
export async function findPlaceFacts(db: Database, scope: Scope): Promise<PlaceFacts> {
	await needKeeper(db, scope);
	return asSystem(async () => {
		const { rows } = await db.execute<PlaceFacts & Record<string, unknown>>(sql`select
			(select count(*)::int from person) as people,
			(select count(*)::int from yard) as yards,
			(select count(*)::int from horse) as horses,
			(select count(*)::int from visit) as visits,
			(select count(*)::int from tracing) as tracings,
			(select count(*)::int from photo) as photos,
			pg_database_size(current_database())::float8 as "databaseBytes",
			(select coalesce(sum(length(bytes)), 0)::float8 from photo) as "photoBytes",
			(select count(*)::int from person where leaving_at is not null) + (select count(*)::int from yard where leaving_at is not null) as leaving,
			(select coalesce(json_object_agg(state, n), '{}') from (select state, count(*)::int n from job group by state) j) as jobs,
			(select count(*)::int from pgboss.job where name in ('mail', 'remind') and state in ('created', 'retry', 'active')) as "mailsWaiting",
			(select count(*)::int from horse where shape_revision <> judged_revision) as unjudged,
			exists (select from pgboss.job where name = 'judge' and state in ('created', 'retry', 'active')) as judging,
			(select max(done_at)::text from deed) as "lastWriteAt",
			current_setting('server_version') as postgres`);
		return rows[0] as PlaceFacts;
	});
}
