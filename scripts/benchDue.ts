import { sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { asPerson, connect, tables } from '../src/lib/server/db/index.js';
import { admissionOf, listDue, readBoard } from '../src/lib/server/records/index.js';
import { ensureDebian } from './lib/host.mjs';
import { serverUrlOf } from './lib/serverRole.mjs';
import { makeDatabase } from './lib/stage.mjs';

/**
 * `npm run bench:due -- [HORSES]`: what is due among so many horses (100 000), asked as the server asks, behind the second
 * wall, beside the cheapest question of the same connection. Prints medians of 15.
 */
const HORSES = Number(process.argv[2]) || 100_000;
const TIMES = 15;

await ensureDebian(['postgresql']);
const database = await makeDatabase({ demo: false });
const owner = connect(database.url, 1);
const server = connect(serverUrlOf(database.url), 2);
try {
	const [personId, yardId] = [uuidv7(), uuidv7()];
	const { db } = owner;
	await db.insert(tables.person).values({ id: personId, name: 'Bench', email: 'bench@saltings.example' });
	await db.insert(tables.yard).values({ id: yardId, name: 'Bench yard' });
	await db.insert(tables.membership).values({ yardId, personId, role: 'owner' });
	await db.execute(
		sql`insert into horse (id, yard_id, name, about) select gen_random_uuid(), ${yardId}, 'Horse ' || i, '' from generate_series(1, ${HORSES}) i`
	);
	await db.execute(sql`insert into standing (horse_id, yard_id, verdict, urgency, last_on, next_on, next_step, spark)
		select h.id, h.yard_id, 'steady', 0, date '2026-11-01', date '2026-11-01' + (random() * 400)::int, 'ride-on', '[]' from horse h`);
	await db.execute(sql`insert into due_answer (id, yard_id, horse_id, due_on, verdict, answer, until, reason)
		select gen_random_uuid(), s.yard_id, s.horse_id, s.next_on, s.verdict, 'put-off', s.next_on + 20, '' from standing s limit 500`);
	await db.execute(sql`analyze`);
	const median = async (work: () => Promise<unknown>): Promise<number> => {
		const ms: number[] = [];
		for (let i = 0; i < TIMES; i++) {
			const began = performance.now();
			await work();
			ms.push(performance.now() - began);
		}
		return ms.sort((a, b) => a - b)[Math.floor(TIMES / 2)] as number;
	};
	await asPerson(personId, async () => {
		const { scope } = await admissionOf(server.db, personId);
		const bare = await median(() => server.db.execute(sql`select 1`));
		const due = await median(() => listDue(server.db, scope));
		const query = { yardId, search: '', page: 1, today: '2026-11-27', archived: false };
		const board = await median(() => readBoard(server.db, scope, query));
		const say = (name: string, ms: number): void =>
			console.log(
				`${name.padEnd(28)} ${ms.toFixed(1).padStart(7)} ms ${(ms / bare).toFixed(0).padStart(6)} bare questions`
			);
		console.log(`${HORSES} horses of one yard, 500 put off`);
		say('the first 2 000 that are due', due);
		say('board, first page and counts', board);
	});
} finally {
	await owner.pool.end();
	await server.pool.end();
	await database.stop();
}
