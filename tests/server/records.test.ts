import { expect } from 'chai';
import { and, eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { visitBody } from '../support/visits.js';

const horseRow = async (id: string) =>
	(await database().db.select().from(tables.horse).where(eq(tables.horse.id, id)))[0];

describe('a horse of one’s own, from nothing to a call', () => {
	let owner: Client;
	let yardId: string;
	const horseId = uuidv7();
	const saddleId = uuidv7();
	const fields = { id: horseId, name: 'Glasswort', about: 'roan, 149 cm', bornYear: '2014' };
	const text = async (path: string) => (await owner.get(path)).text();

	before(async () => {
		owner = await signedIn('owner');
		yardId = (await demoHorse('Samphire')).yardId;
	});

	it('is added once, however often the form is sent', async () => {
		for (let i = 0; i < 2; i++) {
			const response = await owner.post('/horses/new', { ...fields, yardId });
			expect([response.status, response.headers.get('location')]).to.deep.equal([303, `/horses/${horseId}`]);
		}
		expect((await horseRow(horseId))?.version).to.equal(1);
		expect(await text('/')).to.contain('Glasswort');
		expect(await text(`/horses/${horseId}`)).to.contain('Trace its back first');
	});

	it('without a saddle its page says what is missing', async () => {
		const visit = visitBody(horseId, '2026-02-01', 3, ['T8', 'T13', 'T18']);
		expect((await owner.send('PUT', `/api/visits/${visit.id}`, visit)).status).to.equal(200);
		expect(await text(`/horses/${horseId}`)).to.contain('Say which saddle it goes in');
	});

	it('with a saddle it asks for the fit mark', async () => {
		expect(
			(await owner.post('/saddles?/add', { id: saddleId, yardId, name: 'Sea Lavender', kind: 'dressage', about: '' }))
				.status
		).to.equal(200);
		expect((await owner.post('/saddles?/pair', { id: uuidv7(), horseId, saddleId, school: 'close' })).status).to.equal(
			200
		);
		expect(await text(`/horses/${horseId}`)).to.contain('from which visit does this saddle fit');
	});

	it('with a fit mark it has a call, also for later visits', async () => {
		const { pairingId, visitIds } = await demoHorse('Glasswort');
		const mark = { id: uuidv7(), pairingId, visitId: visitIds[0] as string, fittedBy: 'Isolde Quay' };
		expect((await owner.post(`/horses/${horseId}/saddle?/fit`, mark)).status).to.equal(200);
		const later = visitBody(horseId, '2026-03-15', 3, ['T8']);
		await owner.send('PUT', `/api/visits/${later.id}`, later);
		const calls = await database()
			.db.select()
			.from(tables.storedCall)
			.where(eq(tables.storedCall.pairingId, pairingId));
		expect(calls.map((c) => c.verdict)).to.deep.equal(['steady', 'steady']);
		expect(await text('/saddles')).to.contain('fits from 1 Feb 2026');
	});

	it('an edit keeps the earlier version, and a late edit is refused', async () => {
		const path = `/horses/${horseId}/edit?/save`;
		expect((await owner.post(path, { ...fields, yardId, name: 'Glasswort II', version: '1' })).status).to.equal(303);
		expect((await horseRow(horseId))?.version).to.equal(2);
		const late = await owner.post(path, { ...fields, yardId, name: 'Lost update', version: '1' });
		expect(late.status).to.equal(409);
		expect(await late.text())
			.to.contain('Someone changed this meanwhile')
			.and.to.contain('Lost update');
		const [earlier] = await database()
			.db.select()
			.from(tables.earlierVersion)
			.where(and(eq(tables.earlierVersion.rowId, horseId), eq(tables.earlierVersion.kind, 'horse')));
		expect((earlier?.body as { name: string }).name).to.equal('Glasswort');
	});

	it('another saddle is used beside the first, until one of them is rested', async () => {
		const { saddleId: other } = await demoHorse('Thrift');
		const pairings = () => database().db.select().from(tables.pairing).where(eq(tables.pairing.horseId, horseId));
		const inUse = async () =>
			(await pairings()).map((p) => [p.saddleId === other ? 'other' : 'first', p.inUse] as const).sort();
		await owner.post('/saddles?/pair', { id: uuidv7(), horseId, saddleId: other, school: 'roomy' });
		expect(await inUse()).to.deep.equal([
			['first', true],
			['other', true]
		]);
		const pairingId = (await pairings()).find((p) => p.saddleId === other)?.id as string;
		await owner.post('/saddles?/use', { horseId, pairingId, inUse: 'no' });
		expect(await inUse()).to.deep.equal([
			['first', true],
			['other', false]
		]);
		const [standing] = await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horseId));
		expect([standing?.verdict, standing?.inUse]).to.deep.equal(['steady', 1]);
	});

	const bad: readonly (readonly [string, string, Record<string, string>])[] = [
		['a horse without a name', '/horses/new', { ...fields, id: uuidv7(), name: '' }],
		['a horse born before anyone', '/horses/new', { ...fields, id: uuidv7(), bornYear: '1066' }],
		['an id that is none', '/horses/new', { ...fields, id: 'mine' }],
		['a name of a chapter’s length', '/horses/new', { ...fields, id: uuidv7(), name: 'x'.repeat(300) }],
		['a saddle of no known kind', '/saddles?/add', { id: uuidv7(), name: 'Bench', kind: 'sofa', about: '' }],
		['a school that is none', '/saddles?/pair', { id: uuidv7(), horseId, saddleId, school: 'tight' }]
	];
	for (const [what, path, form] of bad)
		it(`refuses ${what} and gives back what was typed`, async () => {
			const response = await owner.post(path, { ...form, ...(path.includes('pair') ? {} : { yardId }) });
			expect(response.status).to.equal(400);
			expect(await response.text()).to.contain('Please check');
		});

	it('shows markup in a name as text', async () => {
		const id = uuidv7();
		await owner.post('/horses/new', { ...fields, id, yardId, name: '<script>alert(1)</script>' });
		const page = await text(`/horses/${id}`);
		expect(page).not.to.contain('<script>alert(1)');
		expect(page).to.contain('&lt;script>alert(1)');
		await database().db.delete(tables.horse).where(eq(tables.horse.id, id));
	});

	it('a page number or yard that is none is a plain refusal', async () => {
		expect((await owner.get('/?page=minus')).status).to.equal(400);
		expect((await owner.get('/?yard=1')).status).to.equal(400);
		expect((await owner.get('/horses/not-an-id')).status).to.equal(404);
		expect((await owner.get('/no-such-page')).status).to.equal(404);
	});
});
