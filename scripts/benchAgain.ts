import { eq, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { makeCurve } from '../src/core/curve/index.js';
import { median } from '../src/core/math/index.js';
import { addDays } from '../src/core/units/index.js';
import { connect, tables } from '../src/lib/server/db/index.js';
import { seededRandom } from '../sim/random.js';
import { makeSeries, SERIES_KINDS } from '../sim/series.js';
import { countUnjudged, markBehind } from '../src/lib/server/records/index.js';

/**
 * A thousand horses with two years of monthly triple tracings at three stations (copies of a few made-up ones), judged by
 * an engine before; then judged again through the queue while the board is asked for. Prints one JSON line.
 */
const HORSES = Number(process.argv[2] ?? 1000);
const KINDS_MADE = 20;
const databaseUrl = process.env['DATABASE_URL'] ?? '';
const [siteUrl, cookie] = [process.env['SITE_URL'], process.env['SITE_COOKIE'] ?? ''];

const { db, pool } = connect(databaseUrl, 1);
const [owner] = await db.select().from(tables.person).where(eq(tables.person.email, 'owner@saltings.example'));
const yardId = uuidv7();
await db.insert(tables.yard).values({ id: yardId, name: 'Bulk yard' });
await db.insert(tables.membership).values({ yardId, personId: owner?.id as string, role: 'owner' });
const saddleId = uuidv7();
await db.insert(tables.saddle).values({ id: saddleId, yardId, name: 'Bulk saddle', kind: 'general' });

const errors = { noiseMm: 1.5, tiltSdDeg: 1.5, apexSdMm: 2, placeSdMm: 10, sharedSdMm: 0.75, badShare: 0.03 };
await db.execute(
	sql`create temporary table made (kind int, day date, station text, repeat int, x float8[], y float8[])`
);
for (let k = 0; k < KINDS_MADE; k++) {
	const kind = SERIES_KINDS[k % SERIES_KINDS.length] ?? 'quiet';
	for (const visit of makeSeries(kind, 24, errors, 3, seededRandom(4000 + k)).visits)
		for (const t of visit.tracings) {
			const { xMm, yMm } = makeCurve(t.points);
			await db.execute(sql`insert into made values (${k}, ${addDays('2024-01-06', visit.day)}, ${t.station}, ${t.repeat},
				${sql.param([...xMm])}::float8[], ${sql.param([...yMm])}::float8[])`);
		}
}
await db.execute(
	sql`create temporary table bulk as select gen_random_uuid() id, i from generate_series(0, ${HORSES - 1}) i`
);
await db.execute(sql`insert into horse (id, yard_id, name, about, born_year)
	select id, ${yardId}, 'Bulk horse ' || i, 'made by a script', 2012 from bulk`);
await db.execute(sql`insert into pairing (id, yard_id, horse_id, saddle_id, school, in_use)
	select gen_random_uuid(), ${yardId}, id, ${saddleId}, 'close', true from bulk`);
await db.execute(sql`insert into visit (id, yard_id, horse_id, visited_on, content_hash)
	select gen_random_uuid(), ${yardId}, b.id, d.day, '' from bulk b join (select distinct kind, day from made) d on d.kind = b.i % ${KINDS_MADE}`);
await db.execute(sql`insert into tracing (id, visit_id, station, repeat, x_mm, y_mm, source)
	select gen_random_uuid(), v.id, m.station, m.repeat, m.x, m.y, 'points'
	from bulk b join visit v on v.horse_id = b.id join made m on m.kind = b.i % ${KINDS_MADE} and m.day = v.visited_on`);
await db.execute(sql`insert into fit_mark (id, pairing_id, horse_id, visit_id)
	select gen_random_uuid(), p.id, p.horse_id, v.id from pairing p join visit v on v.horse_id = p.horse_id and v.visited_on = date '2024-01-06' where p.yard_id = ${yardId}`);
await db.execute(sql`insert into stored_call (pairing_id, visit_id, engine_version, verdict, body)
	select p.id, v.id, '0', 'steady', '{}'::jsonb from pairing p join visit v on v.horse_id = p.horse_id where p.yard_id = ${yardId}`);
await db.execute(sql`analyze`);

let asked = 0;
/** A page that is not on hand already, as while records change none is. */
async function boardMs(): Promise<number> {
	const began = performance.now();
	const response = await fetch(`${siteUrl}/?yard=${yardId}&asked=${asked++}`, { headers: { cookie } });
	await response.arrayBuffer();
	return performance.now() - began;
}
const idle: number[] = [];
for (let i = 0; siteUrl && i < 15; i++) idle.push(await boardMs());

const horses = await markBehind(db);
const began = performance.now();
const taken = await fetch(`${siteUrl}/keeper?/judge`, {
	method: 'POST',
	redirect: 'manual',
	headers: { cookie, origin: siteUrl ?? '', 'content-type': 'application/x-www-form-urlencoded' }
});
if (taken.status !== 200) throw new Error(`the queue would not take it: ${taken.status}`);
const during: number[] = [];
let left = horses;
while (left > 0) {
	during.push(await boardMs());
	await new Promise((r) => setTimeout(r, 400));
	left = await countUnjudged(db);
}
const seconds = (performance.now() - began) / 1000;
console.log(
	JSON.stringify({
		horses,
		seconds,
		boardIdleMs: median(idle),
		boardDuringMs: median(during),
		boardWorstMs: Math.max(0, ...during)
	})
);
await pool.end();
