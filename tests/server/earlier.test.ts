import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { visitBody } from '../support/visits.js';

interface Earlier {
	version: number;
	note: string;
	tracings: Record<string, number>;
	replacedBy: string;
}

describe('earlier versions of a visit', () => {
	let owner: Client;
	const horseId = uuidv7();
	const first = visitBody(horseId, '2026-05-01', 2, ['T8', 'T13']);
	const edited = { ...visitBody(horseId, '2026-05-02', 1, ['T8']), id: first.id, note: 'again', version: 1 };
	const earlier = async () => (await (await owner.get(`/api/visits/${first.id}/earlier`)).json()) as Earlier[];
	const stored = async () => {
		const { db } = database();
		const [visit] = await db.select().from(tables.visit).where(eq(tables.visit.id, first.id));
		const tracings = await db.select().from(tables.tracing).where(eq(tables.tracing.visitId, first.id));
		return { visit, tracings };
	};
	before(async () => {
		owner = await signedIn('owner');
		const { yardId } = await demoHorse('Samphire');
		await owner.post('/horses/new', { id: horseId, yardId, name: 'Earlier Dulse', about: '', bornYear: '' });
		await owner.send('PUT', `/api/visits/${first.id}`, first);
		expect((await owner.send('PUT', `/api/visits/${first.id}`, edited)).status).to.equal(200);
	});

	it('are listed with what was in them and who changed it', async () => {
		const list = await earlier();
		expect(list).to.have.length(1);
		expect(list[0]).to.deep.include({ version: 1, note: '', tracings: { T8: 2, T13: 2 } });
		expect(list[0]?.replacedBy).to.be.a('string').that.is.not.empty;
	});

	it('one is put back point for point, and what it replaced is kept too', async () => {
		const back = await owner.send('POST', `/api/visits/${first.id}/earlier`, { version: 1, from: 2 });
		expect(await back.json()).to.deep.include({ outcome: 'changed', version: 3 });
		const { visit, tracings } = await stored();
		expect([visit?.visitedOn, visit?.note, tracings.length]).to.deep.equal(['2026-05-01', '', 4]);
		const line = first.tracings[0];
		expect(tracings.find((t) => t.id === line?.id)).to.deep.include({ xMm: line?.xMm, yMm: line?.yMm });
		expect((await earlier()).map((v) => v.version)).to.deep.equal([2, 1]);
	});

	it('not over what somebody else wrote meanwhile, and not one that never was', async () => {
		const before = await stored();
		for (const [ask, status] of [
			[{ version: 2, from: 2 }, 409],
			[{ version: 77, from: 3 }, 404],
			[{ version: 'one', from: 3 }, 400]
		] as const)
			expect((await owner.send('POST', `/api/visits/${first.id}/earlier`, ask)).status).to.equal(status);
		expect(await stored()).to.deep.equal(before);
	});

	it('sent twice it is put back once', async () => {
		const ask = () => owner.send('POST', `/api/visits/${first.id}/earlier`, { version: 2, from: 3 });
		expect((await ask()).status).to.equal(200);
		expect(((await (await ask()).json()) as { outcome?: string }).outcome).to.equal('unchanged');
		expect((await stored()).visit?.version).to.equal(4);
	});
});
