import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { batchBody, noteBody } from '../support/visits.js';

const verdictOn = (page: string): string | undefined => /data-testid="verdict"[^>]*>([A-Za-z]+)/.exec(page)?.[1];
const shapeOn = (page: string): string | undefined => /data-testid="shape-verdict"[^>]*>([A-Za-z]+)/.exec(page)?.[1];
const standingOf = async (horseId: string) =>
	(await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horseId)))[0];

describe('page, board, lists and call say one thing', () => {
	let owner: Client;
	before(async () => (owner = await signedIn('owner')));
	const page = async (path: string) => (await owner.get(path)).text();

	it('of every demo horse: board and horse page hold the same verdict', async () => {
		const rows = await database()
			.db.select({ id: tables.horse.id, name: tables.horse.name, verdict: tables.standing.verdict })
			.from(tables.standing)
			.innerJoin(tables.horse, eq(tables.horse.id, tables.standing.horseId))
			.innerJoin(tables.yard, eq(tables.yard.id, tables.horse.yardId))
			.where(eq(tables.horse.yardId, (await demoHorse('Samphire')).yardId));
		expect(rows.length).to.be.above(5);
		for (const { id, name, verdict } of rows)
			if (verdict) expect(verdictOn(await page(`/horses/${id}`))?.toLowerCase(), name).to.equal(verdict);
	});

	it('what a person decides, their date and what they asked reach board, page and call', async () => {
		const { id: horseId } = await demoHorse('Samphire');
		const visitId = uuidv7();
		const today = new Date().toISOString().slice(0, 10);
		const entries = [
			noteBody('rest/feel', true),
			noteBody('decide/action', 'fitter'),
			noteBody('decide/nextOn', '2026-12-24'),
			noteBody('treat/asked', ['rest'])
		];
		await owner.send('POST', `/api/visits/${visitId}/entries`, batchBody(horseId, entries, today));
		try {
			const standing = await standingOf(horseId);
			expect([standing?.verdict, standing?.nextStep, standing?.nextOn]).to.deep.equal([
				'watch',
				'call-fitter',
				'2026-12-24'
			]);
			const text = await page(`/horses/${horseId}`);
			expect(text)
				.to.contain('Decided')
				.and.contain('call the fitter')
				.and.contain('asked of the owner: rest, no saddle');
			expect(text).to.contain('24 Dec 2026');
		} finally {
			await owner.send('DELETE', `/api/visits/${visitId}`);
		}
	});

	it('every saddle in use is judged; the worst stands on the board, both on the page', async () => {
		const { id: horseId, pairingId } = await demoHorse('Marram');
		const { saddleId } = await demoHorse('Thrift');
		const second = uuidv7();
		const before = await standingOf(horseId);
		await owner.post('/saddles?/pair', { id: second, horseId, saddleId, school: 'close' });
		try {
			const after = await standingOf(horseId);
			expect([after?.verdict, after?.pairingId, after?.inUse]).to.deep.equal([before?.verdict, pairingId, 2]);
			const text = await page(`/horses/${horseId}`);
			expect(verdictOn(text)).to.equal('Refit');
			expect(text).to.contain('Patrol 17 narrow: <b>Refit');
			expect(await page('/')).to.contain('and 1 more');
		} finally {
			await database().db.delete(tables.pairing).where(eq(tables.pairing.id, second));
			await owner.post('/saddles?/use', { horseId, pairingId, inUse: 'yes' });
		}
	});

	it('a first saddle is not taken out of use by putting on a second', async () => {
		const pairings = await database()
			.db.select()
			.from(tables.pairing)
			.where(eq(tables.pairing.horseId, (await demoHorse('Marram')).id));
		expect(pairings.every((p) => p.inUse)).to.be.true;
	});
});

describe('a fit mark is meant', () => {
	let owner: Client;
	before(async () => (owner = await signedIn('owner')));
	const marksOf = async (horseId: string) =>
		database().db.select().from(tables.fitMark).where(eq(tables.fitMark.horseId, horseId));

	it('needs a name, and over a refit a word of confirmation; a second one under another name changes nothing', async () => {
		const { id: horseId, pairingId, visitIds } = await demoHorse('Marram');
		const id = uuidv7();
		const visitId = visitIds.at(-1) as string;
		const set = (more: Record<string, string>) =>
			owner.post(`/horses/${horseId}/saddle?/fit`, { id, pairingId, visitId, fittedBy: 'Isolde Quay', ...more });
		const count = (await marksOf(horseId)).length;
		expect((await set({ fittedBy: ' ' })).status).to.equal(400);
		const unmeant = await set({});
		expect([unmeant.status, (await unmeant.text()).includes('The horse stands at refit')]).to.deep.equal([409, true]);
		expect(await marksOf(horseId)).to.have.length(count);
		expect((await set({ confirmed: 'yes' })).status).to.equal(200);
		// Tapped twice it is the same mark; under another name it is refused and the first name stays.
		expect((await set({ confirmed: 'yes', id: uuidv7() })).status).to.equal(200);
		expect((await set({ confirmed: 'yes', id: uuidv7(), fittedBy: 'Somebody else' })).status).to.equal(409);
		const mark = (await marksOf(horseId)).find((m) => m.visitId === visitId);
		expect(mark?.fittedBy).to.equal('Isolde Quay');
		const undo = (out: string) => owner.post(`/horses/${horseId}/saddle?/unfit`, { id: mark?.id as string, out });
		await undo('yes');
		const page = async () => (await owner.get(`/horses/${horseId}`)).text();
		expect(verdictOn(await page())).to.equal('Refit');
		expect(await (await owner.get(`/horses/${horseId}/saddle`)).text()).to.contain('Put back the fit mark');
		await undo('no');
		expect(shapeOn(await page()) ?? verdictOn(await page())).to.equal('Steady');
		await undo('yes');
	});
});
