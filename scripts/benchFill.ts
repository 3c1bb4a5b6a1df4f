import { eq, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { connect, tables } from '../src/lib/server/db/index.js';

/**
 * Fills a yard with horses (2 000) and visits of each (25), three short tracings each, with calls and standings; ZT_FILL_HORSES
 * and ZT_FILL_VISITS say other numbers. Prints one JSON line.
 */
const HORSES = Number(process.env['ZT_FILL_HORSES']) || 2000;
const VISITS_EACH = Number(process.env['ZT_FILL_VISITS']) || 25;

const { db, pool } = connect(process.env['DATABASE_URL'] ?? '', 2);
const [owner] = await db.select().from(tables.person).where(eq(tables.person.email, 'owner@saltings.example'));
const yardId = uuidv7();
await db.insert(tables.yard).values({ id: yardId, name: 'Bench yard' });
await db.insert(tables.membership).values({ yardId, personId: owner?.id as string, role: 'owner' });
await db.insert(tables.saddle).values({ id: uuidv7(), yardId, name: 'Bench saddle', kind: 'general' });

const [example] = await db.select().from(tables.storedCall).limit(1);
const [standing] = await db
	.select()
	.from(tables.standing)
	.where(sql`verdict is not null`)
	.limit(1);
await db.execute(sql`insert into horse (id, yard_id, name, about, born_year)
	select gen_random_uuid(), ${yardId}, 'Bench horse ' || i, 'made by a script', 2010 from generate_series(1, ${HORSES}) i`);
await db.execute(sql`insert into pairing (id, yard_id, horse_id, saddle_id, school, in_use)
	select gen_random_uuid(), h.yard_id, h.id, s.id, 'close', true from horse h join saddle s on s.yard_id = h.yard_id where h.yard_id = ${yardId}`);
await db.execute(sql`insert into visit (id, yard_id, horse_id, visited_on, content_hash)
	select gen_random_uuid(), h.yard_id, h.id, date '2024-11-01' + 30 * v, '' from horse h, generate_series(1, ${VISITS_EACH}) v where h.yard_id = ${yardId}`);
await db.execute(sql`insert into tracing (id, visit_id, station, repeat, x_mm, y_mm, source)
	select gen_random_uuid(), v.id, t.station, 1,
		array(select x::float8 from generate_series(-150, 150, 10) x), array(select (-(x * x) / 150.0)::float8 from generate_series(-150, 150, 10) x), 'points'
	from visit v, (values ('T8'), ('T13'), ('T18')) t(station) where v.yard_id = ${yardId}`);
await db.execute(sql`insert into fit_mark (id, pairing_id, horse_id, visit_id)
	select gen_random_uuid(), p.id, p.horse_id, v.id from pairing p join visit v on v.horse_id = p.horse_id and v.visited_on = date '2024-12-01' where p.yard_id = ${yardId}`);
await db.execute(sql`insert into stored_call (pairing_id, visit_id, engine_version, verdict, body)
	select p.id, v.id, ${example?.engineVersion}, 'steady', jsonb_set(${JSON.stringify(example?.body)}::jsonb, '{visitedOn}', to_jsonb(v.visited_on::text))
	from pairing p join visit v on v.horse_id = p.horse_id where p.yard_id = ${yardId}`);
await db.execute(sql`insert into standing (horse_id, yard_id, pairing_id, verdict, urgency, last_on, next_on, next_step, spark)
	select h.id, h.yard_id, p.id, 'steady', (random() * 3)::int, date '2026-11-21', date '2026-12-01' + (random() * 60)::int, 'ride-on', ${JSON.stringify(standing?.spark)}::jsonb
	from horse h join pairing p on p.horse_id = h.id where h.yard_id = ${yardId}`);
await db.execute(sql`analyze`);
const [horse] = await db
	.select({ id: tables.horse.id })
	.from(tables.horse)
	.where(eq(tables.horse.yardId, yardId))
	.limit(1);
const count = async (query: ReturnType<typeof sql>): Promise<number> =>
	Number((await db.execute<{ n: string }>(query)).rows[0]?.n);
console.log(
	JSON.stringify({
		yardId,
		horseId: horse?.id,
		horses: await count(sql`select count(*) n from horse where yard_id = ${yardId}`),
		visits: await count(sql`select count(*) n from visit where yard_id = ${yardId}`),
		tracings: await count(
			sql`select count(*) n from tracing t join visit v on v.id = t.visit_id where v.yard_id = ${yardId}`
		)
	})
);
await pool.end();
