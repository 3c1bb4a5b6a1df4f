import { expect } from 'chai';
import { and, eq, ne, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { ENGINE_VERSION } from '../../src/core/call/index.js';
import {
	countUnjudged,
	judgeUnjudged,
	markBehind,
	openInQueue,
	type Derived
} from '../../src/lib/server/records/index.js';
import { signedIn } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { eventually } from '../support/eventually.js';

describe('when the engine changes', () => {
	const { storedCall, pairing } = tables;
	const callsOf = async (pairingId: string, version: string) =>
		database()
			.db.select()
			.from(storedCall)
			.where(and(eq(storedCall.pairingId, pairingId), eq(storedCall.engineVersion, version)));

	const judgeAgain = async (id: string): Promise<void> => {
		const { db } = database();
		await db
			.update(tables.horse)
			.set({ shapeRevision: sql`${tables.horse.shapeRevision} + 1` })
			.where(eq(tables.horse.id, id));
		await judgeUnjudged(db, () => true);
	};

	it('what an earlier engine judged is judged again, its calls kept, and those that differ are listed', async () => {
		const { db } = database();
		const { id } = await demoHorse('Avocet');
		const [pair] = await db.select().from(pairing).where(eq(pairing.horseId, id));
		const pairingId = pair?.id as string;
		const before = await callsOf(pairingId, ENGINE_VERSION);
		expect(before.length).to.be.above(3);
		// As if an engine before had judged, the last visit otherwise.
		await db.update(storedCall).set({ engineVersion: '0' }).where(eq(storedCall.pairingId, pairingId));
		const last = before[before.length - 1] as (typeof before)[number];
		const other = last.verdict === 'watch' ? 'steady' : 'watch';
		await db
			.update(storedCall)
			.set({ verdict: other })
			.where(and(eq(storedCall.pairingId, pairingId), eq(storedCall.visitId, last.visitId)));
		try {
			expect(await markBehind(db)).to.equal(1);
			expect(await markBehind(db), 'marked twice it is one').to.equal(1);
			expect(await judgeUnjudged(db, () => false), 'not where it was called off').to.equal(0);
			expect(await judgeUnjudged(db, () => true)).to.equal(1);
			expect((await callsOf(pairingId, ENGINE_VERSION)).length).to.equal(before.length);
			expect((await callsOf(pairingId, '0')).length).to.equal(before.length);
			expect(await markBehind(db), 'nothing is left to do').to.equal(0);
			const page = await (await (await signedIn('bodyworker')).get('/engine')).text();
			expect(page).to.contain('Avocet');
			const stranger = await (await (await signedIn('owner')).get('/engine')).text();
			expect(stranger).not.to.contain('Avocet');
		} finally {
			await db.delete(storedCall).where(and(eq(storedCall.pairingId, pairingId), eq(storedCall.engineVersion, '0')));
		}
	});

	it('several saddles are judged side by side from one back, each from its own fit mark', async () => {
		const { db } = database();
		const { id } = await demoHorse('Samphire');
		const [first] = await db.select().from(pairing).where(eq(pairing.horseId, id));
		const others = await db
			.select()
			.from(tables.saddle)
			.where(and(eq(tables.saddle.yardId, first?.yardId as string), ne(tables.saddle.id, first?.saddleId as string)));
		const other = others[0] as (typeof others)[number];
		const visits = await db
			.select()
			.from(tables.visit)
			.where(eq(tables.visit.horseId, id))
			.orderBy(tables.visit.visitedOn);
		const late = visits[visits.length - 2] as (typeof visits)[number];
		const pairingId = uuidv7();
		await db
			.insert(pairing)
			.values({ ...(first as typeof pairing.$inferSelect), id: pairingId, saddleId: other.id, inUse: false });
		await db.insert(tables.fitMark).values({ id: uuidv7(), pairingId, horseId: id, visitId: late.id });
		try {
			await judgeAgain(id);
			const [old, young] = [
				await callsOf(first?.id as string, ENGINE_VERSION),
				await callsOf(pairingId, ENGINE_VERSION)
			];
			expect(young.length).to.be.below(old.length);
			expect(young.length).to.be.above(0);
			const page = await (await (await signedIn('owner')).get(`/horses/${id}/shape?pairing=${pairingId}`)).text();
			expect(page).to.contain('Saddles judged from this one back').and.contain(other.name);
		} finally {
			await db.delete(tables.fitMark).where(eq(tables.fitMark.pairingId, pairingId));
			await db.delete(storedCall).where(eq(storedCall.pairingId, pairingId));
			await db.delete(pairing).where(eq(pairing.id, pairingId));
			await judgeAgain(id);
		}
	});

	it('a past call is judged anew from what was on record by its day alone, and is the same; a changed one is told', async () => {
		const owner = await signedIn('owner');
		const { id, pairingId } = await demoHorse('Marram');
		const calls = await callsOf(pairingId, ENGINE_VERSION);
		const days = calls.map((c) => c.body.visitedOn).sort();
		const derive = async (on: string) =>
			(await (await owner.get(`/api/horses/${id}/derive?pairing=${pairingId}&on=${on}`)).json()) as Derived;
		const some = [days[0], days[Math.floor(days.length / 2)], days.at(-1)] as string[];
		const derived = await Promise.all(some.map(derive));
		expect(derived.map((d) => [d.on, d.differs])).to.deep.equal(some.map((on) => [on, []]));
		expect(derived.map((d) => d.tracings)).to.deep.equal(derived.map((d) => d.tracings).sort((a, b) => a - b));
		const last = calls.find((c) => c.body.visitedOn === days.at(-1)) as (typeof calls)[number];
		const at = and(eq(storedCall.pairingId, pairingId), eq(storedCall.visitId, last.visitId));
		await database()
			.db.update(storedCall)
			.set({ body: { ...last.body, sureness: 0.123 } })
			.where(at);
		try {
			expect((await derive(days.at(-1) as string)).differs).to.deep.equal(['sureness']);
		} finally {
			await database().db.update(storedCall).set({ body: last.body }).where(at);
		}
		expect((await owner.get(`/api/horses/${id}/derive?pairing=${pairingId}&on=1999-01-01`)).status).to.equal(404);
		expect((await owner.get(`/api/horses/${id}/derive?pairing=${pairingId}&on=once`)).status).to.equal(400);
	});

	it('is done behind, by the queue, for the keeper alone; it can be called off and gone on with', async () => {
		const { db } = database();
		const keeper = await signedIn('owner');
		const others = await signedIn('fitter');
		for (const action of ['judge', 'stop']) expect((await others.post(`/keeper?/${action}`, {})).status).to.equal(404);
		await db.update(tables.horse).set({ shapeRevision: sql`${tables.horse.shapeRevision} + 1` });
		const all = await countUnjudged(db);
		expect(all).to.be.above(5);
		expect((await keeper.post('/keeper?/judge', {})).status).to.equal(200);
		await eventually(async () => (await countUnjudged(db)) < all);
		expect((await keeper.post('/keeper?/stop', {})).status).to.equal(200);
		await eventually(async () => (await openInQueue(db, 'judge')).length === 0);
		const page = await (await keeper.get('/keeper')).text();
		expect(page).to.contain(`stopped`).and.contain('Judge them');
		// What is opened is judged at once, whoever waits.
		const { id } = await demoHorse('Avocet');
		await (await signedIn('bodyworker')).get(`/horses/${id}`);
		const [opened] = await db.select().from(tables.horse).where(eq(tables.horse.id, id));
		expect(opened?.judgedRevision).to.equal(opened?.shapeRevision);
		for (let press = 0; press < 2; press++) await keeper.post('/keeper?/judge', {});
		await eventually(async () => (await countUnjudged(db)) === 0);
	});
});
