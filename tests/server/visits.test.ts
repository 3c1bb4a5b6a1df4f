import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { cookieOf, serverUrl, signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { visitBody, type VisitBody } from '../support/visits.js';

const body = async (r: Response): Promise<{ code: string; message: string; outcome: string }> =>
	(await r.json()) as never;
const rowsOf = async (id: string) => ({
	visit: (await database().db.select().from(tables.visit).where(eq(tables.visit.id, id)))[0],
	tracings: await database().db.select().from(tables.tracing).where(eq(tables.tracing.visitId, id)),
	earlier: await database().db.select().from(tables.earlierVersion).where(eq(tables.earlierVersion.rowId, id))
});

describe('writing visits', () => {
	let owner: Client;
	let horseId: string;
	const put = (v: VisitBody) => owner.send('PUT', `/api/visits/${v.id}`, v);
	before(async () => {
		owner = await signedIn('owner');
		horseId = (await demoHorse('Samphire')).id;
	});

	it('keeps the points exactly as drawn', async () => {
		const v = visitBody(horseId, '2026-01-04', 2, ['T8', 'T13']);
		expect((await body(await put(v))).outcome).to.equal('made');
		const { tracings } = await rowsOf(v.id);
		expect(tracings).to.have.length(4);
		const sent = v.tracings.find((t) => t.id === tracings[0]?.id);
		expect([tracings[0]?.xMm, tracings[0]?.yMm]).to.deep.equal([sent?.xMm, sent?.yMm]);
	});

	it('the same write again changes nothing', async () => {
		const v = visitBody(horseId, '2026-01-05');
		await put(v);
		expect((await body(await put(v))).outcome).to.equal('unchanged');
		const { visit, earlier } = await rowsOf(v.id);
		expect([visit?.version, earlier.length]).to.deep.equal([1, 0]);
	});

	it('an edit keeps the earlier version whole', async () => {
		const v = visitBody(horseId, '2026-01-06', 2);
		await put(v);
		const changed = { ...v, note: 'moved while traced', tracings: v.tracings.slice(0, 1), version: 1 };
		expect((await body(await put(changed))).outcome).to.equal('changed');
		const { visit, tracings, earlier } = await rowsOf(v.id);
		expect([visit?.version, visit?.note, tracings.length]).to.deep.equal([2, 'moved while traced', 1]);
		expect((earlier[0]?.body as { tracings: unknown[] }).tracings).to.have.length(2);
	});

	it('an edit that started from an older version is refused, and nothing is overwritten', async () => {
		const v = visitBody(horseId, '2026-01-07');
		await put(v);
		await put({ ...v, note: 'second', version: 1 });
		const late = await put({ ...v, note: 'third', version: 1 });
		expect(late.status).to.equal(409);
		expect((await rowsOf(v.id)).visit?.note).to.equal('second');
	});

	it('that somebody said the sheets are right is kept: sent twice, from two tabs, taken back, and with an earlier version', async () => {
		const v = visitBody(horseId, '2026-01-13', 2);
		await put(v);
		const right = { ...v, checked: true, version: 1 };
		const both = await Promise.all([put(right), put(right)]);
		expect(both.map((r) => r.status)).to.deep.equal([200, 200]);
		const now = async () => (await rowsOf(v.id)).visit;
		expect([(await now())?.checked, (await now())?.version]).to.deep.equal([true, 2]);
		// The other tab began before the answer, and knows nothing of it.
		expect((await put({ ...v, note: 'from the other tab', version: 1 })).status).to.equal(409);
		expect([(await now())?.checked, (await now())?.note]).to.deep.equal([true, '']);
		for (const method of ['DELETE', 'POST']) await owner.send(method, `/api/visits/${v.id}`);
		expect((await now())?.checked).to.be.true;
		// Deleted and restored, its version has risen twice.
		const back = await owner.send('POST', `/api/visits/${v.id}/earlier`, { version: 1, from: 4 });
		expect([back.status, (await now())?.checked], 'of that version nobody had said so').to.deep.equal([200, false]);
		const again = await owner.send('POST', `/api/visits/${v.id}/earlier`, { version: 4, from: 5 });
		expect([again.status, (await now())?.checked]).to.deep.equal([200, true]);
	});

	it('taking back and putting in again loses nothing', async () => {
		const v = visitBody(horseId, '2026-01-08');
		await put(v);
		await owner.send('DELETE', `/api/visits/${v.id}`);
		expect((await rowsOf(v.id)).visit?.undoneAt).to.be.instanceOf(Date);
		expect((await rowsOf(v.id)).tracings).to.have.length(1);
		await owner.send('POST', `/api/visits/${v.id}`);
		expect((await rowsOf(v.id)).visit?.undoneAt).to.be.null;
	});

	it('stores a call for the visit in the same breath', async () => {
		const { id: horseId } = await demoHorse('Sandpiper');
		const v = visitBody(horseId, new Date().toISOString().slice(0, 10), 3);
		await put(v);
		const calls = await database().db.select().from(tables.storedCall).where(eq(tables.storedCall.visitId, v.id));
		expect(calls[0]?.engineVersion).to.match(/^\d+$/);
		const [standing] = await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horseId));
		expect(standing?.lastOn).to.equal(v.visitedOn);
		await owner.send('DELETE', `/api/visits/${v.id}`);
		const [after] = await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horseId));
		expect(after?.lastOn).not.to.equal(v.visitedOn);
	});

	const spoil: readonly (readonly [string, (v: VisitBody) => unknown])[] = [
		['no JSON', () => '{"half'],
		['a missing day', (v) => ({ ...v, visitedOn: undefined })],
		['a day that is none', (v) => ({ ...v, visitedOn: '2026-02-30' })],
		['a day in the future', (v) => ({ ...v, visitedOn: '2031-01-01' })],
		['an unknown field', (v) => ({ ...v, verdict: 'steady' })],
		['a station that is none', (v) => ({ ...v, tracings: [{ ...v.tracings[0], station: 'C7' }] })],
		['text for numbers', (v) => ({ ...v, tracings: [{ ...v.tracings[0], xMm: v.tracings[0]?.xMm.map(String) }] })],
		['a repeat twice', (v) => ({ ...v, tracings: [v.tracings[0], { ...v.tracings[0], id: uuidv7() }] })],
		['x without y', (v) => ({ ...v, tracings: [{ ...v.tracings[0], yMm: v.tracings[0]?.yMm.slice(1) }] })],
		['one point', (v) => ({ ...v, tracings: [{ ...v.tracings[0], xMm: [1], yMm: [1] }] })],
		[
			'a curve upside down',
			(v) => ({ ...v, tracings: [{ ...v.tracings[0], yMm: v.tracings[0]?.yMm.map((y) => -y) }] })
		],
		[
			'a curve in inches',
			(v) => ({ ...v, tracings: [{ ...v.tracings[0], xMm: v.tracings[0]?.xMm.map((x) => x / 25.4) }] })
		],
		[
			'a million points',
			(v) => ({ ...v, tracings: [{ ...v.tracings[0], xMm: Array(1_000_000).fill(1), yMm: Array(1_000_000).fill(1) }] })
		],
		['a note of a novel’s length', (v) => ({ ...v, note: 'x'.repeat(5000) })]
	];
	for (const [what, change] of spoil)
		it(`refuses ${what} with a sentence, and leaves no rows`, async () => {
			const v = visitBody(horseId, '2026-01-09');
			const response = await owner.send('PUT', `/api/visits/${v.id}`, change(v));
			expect(response.status).to.equal(400);
			expect((await body(response)).message).to.match(/\S.*[.]$/);
			expect((await rowsOf(v.id)).visit).to.be.undefined;
		});

	it('refuses an id in the address that is not the visit’s', async () => {
		const response = await owner.send('PUT', `/api/visits/${uuidv7()}`, visitBody(horseId, '2026-01-09'));
		expect(response.status).to.equal(400);
	});

	it('a tracing id already in use elsewhere leaves the visit unwritten', async () => {
		const first = visitBody(horseId, '2026-01-10');
		await put(first);
		const second = visitBody(horseId, '2026-01-11');
		second.tracings = first.tracings;
		expect((await put(second)).status).to.equal(400);
		expect((await rowsOf(second.id)).visit).to.be.undefined;
		expect((await rowsOf(first.id)).tracings).to.have.length(1);
	});
});

describe('pictures', () => {
	const PNG = Buffer.from(
		'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
		'base64'
	);
	it('are kept byte for byte with their visit, and refused when they are none', async () => {
		const owner = await signedIn('owner');
		const { visitIds } = await demoHorse('Samphire');
		const id = uuidv7();
		const url = `/api/photos/${id}?visit=${visitIds[0]}&kind=sheet`;
		const cookie = await cookieOf('owner');
		const put = (bytes: Uint8Array<ArrayBuffer>) =>
			fetch(serverUrl() + url, { method: 'PUT', body: bytes, headers: { cookie, 'content-type': 'image/png' } });
		expect((await put(new Uint8Array(Buffer.from('GIF89a not one of ours')))).status).to.equal(400);
		expect((await put(new Uint8Array(PNG))).status).to.equal(200);
		expect((await put(new Uint8Array(PNG))).status).to.equal(200);
		const back = await owner.get(`/api/photos/${id}`);
		expect(back.headers.get('content-type')).to.equal('image/png');
		expect(Buffer.from(await back.arrayBuffer()).equals(PNG)).to.be.true;
	});
});

describe('sheets that come back one after the other', () => {
	let owner: Client;
	let horseId: string;
	const add = (v: VisitBody) => owner.send('POST', `/api/visits/${v.id}/tracings`, v);
	before(async () => {
		owner = await signedIn('owner');
		horseId = (await demoHorse('Samphire')).id;
	});

	it('the first begins the visit, the next add to it; its day and note stay', async () => {
		const first = { ...visitBody(horseId, '2026-02-04', 1, ['T8']), note: 'windy' };
		expect((await body(await add(first))).outcome).to.equal('made');
		const next = { ...visitBody(horseId, '2026-02-09', 2, ['T13']), id: first.id };
		expect((await body(await add(next))).outcome).to.equal('changed');
		const { visit, tracings, earlier } = await rowsOf(first.id);
		expect([visit?.visitedOn, visit?.note]).to.deep.equal(['2026-02-04', 'windy']);
		expect(tracings.map((t) => `${t.station} ${t.repeat}`).sort()).to.deep.equal(['T13 1', 'T13 2', 'T8 1']);
		expect(earlier).to.have.length(1);
	});

	it('the same again changes nothing; the same sheet read anew takes its own place only', async () => {
		const first = visitBody(horseId, '2026-02-05', 2, ['T8']);
		await add(first);
		expect((await body(await add(first))).outcome).to.equal('unchanged');
		const [tracing] = first.tracings;
		const again = { ...first, tracings: [{ ...tracing, id: uuidv7(), source: 'photo' }] } as VisitBody;
		expect((await body(await add(again))).outcome).to.equal('changed');
		const { tracings } = await rowsOf(first.id);
		expect(tracings.map((t) => `${t.repeat} ${t.source}`).sort()).to.deep.equal(['1 photo', '2 points']);
	});

	it('a visit of one horse takes no tracings for another', async () => {
		const first = visitBody(horseId, '2026-02-06');
		await add(first);
		const { id: other } = await demoHorse('Marram');
		const answer = await add({ ...visitBody(other, '2026-02-06'), id: first.id });
		expect([answer.status, (await body(answer)).code]).to.deep.equal([409, 'visit-moved']);
		expect((await rowsOf(first.id)).tracings).to.have.length(1);
	});
});
