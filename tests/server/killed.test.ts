import { expect } from 'chai';
import { inArray, sql } from 'drizzle-orm';
import { startServer } from '../../scripts/lib/server.mjs';
import { tables } from '../../src/lib/server/db/index.js';
import { clientAt, signInCookie } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { visitBody } from '../support/visits.js';
import { addDays } from '../../src/core/units/index.js';

const WRITES = 200;

describe('a server killed in the middle of 200 concurrent visit writes', () => {
	it('loses none that was acknowledged and leaves none half-written', async () => {
		const options = {
			build: process.env['ZT_TEST_BUILD'] as string,
			databaseUrl: process.env['ZT_TEST_DATABASE'] as string,
			secret: 'only for this test, thirty-two characters'
		};
		const server = await startServer(options);
		const { cookie } = await signInCookie('owner@saltings.example', undefined, server.url);
		const client = clientAt(server.url, cookie);
		const horses = await Promise.all(['Samphire', 'Marram', 'Thrift', 'Eider'].map(demoHorse));
		const visits = Array.from({ length: WRITES }, (_, i) =>
			visitBody(horses[i % 4]?.id as string, addDays('2020-01-01', i), 3, ['T8', 'T13', 'T18'])
		);
		const acknowledged = new Set<string>();
		let killed: Promise<void> | undefined;
		await Promise.all(
			visits.map(async (v) => {
				const answer = await client.send('PUT', `/api/visits/${v.id}`, v).catch(() => undefined);
				if (!answer?.ok) return;
				acknowledged.add(v.id);
				if (acknowledged.size === 25) killed = server.stop('SIGKILL');
			})
		);
		await killed;
		// Give the database a moment to notice that its clients are gone.
		await database().db.execute(sql`select pg_sleep(0.5)`);
		const ids = visits.map((v) => v.id);
		const stored = await database().db.select().from(tables.visit).where(inArray(tables.visit.id, ids));
		const counts = await database()
			.db.select({ id: tables.tracing.visitId, n: sql<number>`count(*)::int` })
			.from(tables.tracing)
			.where(inArray(tables.tracing.visitId, ids))
			.groupBy(tables.tracing.visitId);
		expect(acknowledged.size).to.be.within(25, WRITES - 1);
		expect(
			[...acknowledged].filter((id) => !stored.some((s) => s.id === id)),
			'acknowledged but lost'
		).to.deep.equal([]);
		expect(
			stored.filter((s) => counts.find((c) => c.id === s.id)?.n !== 9),
			'half-written'
		).to.deep.equal([]);

		// Sent again after a restart, every visit is there once.
		const again = await startServer(options);
		try {
			const back = clientAt(again.url, cookie);
			const first = visits.find((v) => acknowledged.has(v.id));
			const lost = visits.find((v) => !stored.some((s) => s.id === v.id));
			const outcome = async (v: (typeof visits)[number] | undefined) =>
				((await (await back.send('PUT', `/api/visits/${v?.id}`, v)).json()) as { outcome: string }).outcome;
			expect(await outcome(first)).to.equal('unchanged');
			if (lost) expect(await outcome(lost)).to.equal('made');
		} finally {
			await again.stop();
			await database().db.delete(tables.storedCall).where(inArray(tables.storedCall.visitId, ids));
			await database().db.delete(tables.visit).where(inArray(tables.visit.id, ids));
		}
	});
});
