import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { readPointsCsv } from '../../src/core/formats/index.js';
import { tables } from '../../src/lib/server/db/index.js';
import { signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { batchBody, noteBody, rideBody, visitBody, type VisitBody } from '../support/visits.js';

/** A horse of its own for each test, so that none sees what another left. */
async function ownHorse(owner: Client, name = 'Glasswort filly', more: Record<string, string> = {}): Promise<string> {
	const { yardId } = await demoHorse('Samphire');
	const id = uuidv7();
	const made = await owner.post('/horses/new', { id, yardId, name, about: '', bornYear: '', ...more });
	expect(made.status).to.equal(303);
	return id;
}
const put = (owner: Client, v: VisitBody) => owner.send('PUT', `/api/visits/${v.id}`, v);
const tracingsOf = async (horseId: string) =>
	database()
		.db.select({ id: tables.tracing.id, operator: tables.tracing.operator, source: tables.tracing.source })
		.from(tables.tracing)
		.innerJoin(tables.visit, eq(tables.visit.id, tables.tracing.visitId))
		.where(eq(tables.visit.horseId, horseId));
const standingOf = async (horseId: string) =>
	(await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horseId)))[0];

describe('what was saved is there tomorrow', () => {
	let owner: Client;
	before(async () => (owner = await signedIn('owner')));

	it('tracings are added from what is there: note, day and version come to the desk with them', async () => {
		const horseId = await ownHorse(owner);
		const v = { ...visitBody(horseId, '2026-03-14'), note: 'shifted once, traced again' };
		await put(owner, v);
		const page = await (await owner.get(`/horses/${horseId}/visits/new?visit=${v.id}`)).text();
		expect(page).to.contain('shifted once, traced again').and.contain('version:1');
		const more = { ...visitBody(horseId, '2026-03-14', 1, ['T13']), id: v.id };
		await owner.send('POST', `/api/visits/${v.id}/tracings`, more);
		const [kept] = await database().db.select().from(tables.visit).where(eq(tables.visit.id, v.id));
		expect([kept?.note, kept?.version]).to.deep.equal(['shifted once, traced again', 2]);
	});

	it('the same file brought in twice is seen, said and not doubled', async () => {
		const horseId = await ownHorse(owner);
		const first = visitBody(horseId, '2026-03-14', 2);
		expect((await (await put(owner, first)).json()).outcome).to.equal('made');
		// The same points read anew: other ids, equal content.
		const again = { ...first, id: uuidv7(), tracings: first.tracings.map((t) => ({ ...t, id: uuidv7() })) };
		expect(await (await put(owner, again)).json()).to.deep.equal({ outcome: 'known', known: 2, stored: [again.id] });
		expect(await tracingsOf(horseId)).to.have.length(2);
		// One more sheet among them: only that one is new.
		const moved = first.tracings[0] as (typeof first.tracings)[number];
		const fresh = { ...moved, id: uuidv7(), repeat: 3, yMm: moved.yMm.map((y) => y - Math.abs(y) / 50) };
		const partly = {
			...again,
			id: uuidv7(),
			tracings: [...again.tracings.map((t) => ({ ...t, id: uuidv7() })), fresh]
		};
		expect(await (await put(owner, partly)).json()).to.include({ outcome: 'made', known: 2 });
		expect(await tracingsOf(horseId)).to.have.length(3);
		// Sent again it is the same write, and the same points on another day are another visit.
		expect((await (await put(owner, partly)).json()).outcome).to.equal('unchanged');
		const later = {
			...again,
			id: uuidv7(),
			visitedOn: '2026-04-14',
			tracings: again.tracings.map((t) => ({ ...t, id: uuidv7() }))
		};
		expect((await (await put(owner, later)).json()).outcome).to.equal('made');
	});

	it('an edit that does not say what it started from writes over nothing', async () => {
		const horseId = await ownHorse(owner);
		const v = visitBody(horseId, '2026-03-14');
		await put(owner, v);
		const blind = await put(owner, { ...v, note: 'from the other tab' });
		expect([blind.status, (await blind.json()).code]).to.deep.equal([409, 'changed-meanwhile']);
		const seen = await put(owner, { ...v, note: 'from this tab', version: 1 });
		expect(await seen.json()).to.include({ outcome: 'changed', version: 2 });
		const theirs = await (await owner.get(`/api/visits/${v.id}/tracings`)).json();
		expect([theirs.version, theirs.note, theirs.tracings.length]).to.deep.equal([2, 'from this tab', 1]);
	});

	it('a walk that was only opened is no visit: “seen” and “due” stay', async () => {
		const horseId = await ownHorse(owner);
		await put(owner, visitBody(horseId, '2026-03-14'));
		const before = await standingOf(horseId);
		const open = (id: string, entries: readonly unknown[]) =>
			owner.send('POST', `/api/visits/${id}/entries`, batchBody(horseId, entries, '2026-05-01'));
		const id = uuidv7();
		await open(id, [noteBody('way', 'full'), noteBody('skip/going', true), noteBody('tracings/plan', 'later')]);
		const opened = await standingOf(horseId);
		expect([opened?.lastOn, opened?.nextOn]).to.deep.equal([before?.lastOn, before?.nextOn]);
		expect(await (await owner.get(`/horses/${horseId}`)).text()).to.not.contain('1 May 2026: ');
		await open(id, [noteBody('rest/feel', true)]);
		expect((await standingOf(horseId))?.lastOn).to.equal('2026-05-01');
	});

	it('what was taken back is found in the record and put in again', async () => {
		const horseId = await ownHorse(owner);
		const v = { ...visitBody(horseId, '2026-03-14'), note: 'before the gale' };
		await put(owner, v);
		const ride = rideBody(horseId);
		await owner.send('PUT', `/api/rides/${ride.id}`, ride);
		await owner.send('DELETE', `/api/visits/${v.id}`);
		await owner.send('DELETE', `/api/rides/${ride.id}`);
		const saved = await (await owner.get(`/horses/${horseId}?saved=${v.id}`)).text();
		expect(saved).to.contain('The visit was taken back').and.not.contain('The visit is saved');
		const record = await (await owner.get(`/horses/${horseId}/record`)).text();
		expect(record).to.contain('Put in again the visit of 14 Mar 2026').and.contain('ride: bucks');
		await owner.send('POST', `/api/visits/${v.id}`);
		await owner.send('POST', `/api/rides/${ride.id}`);
		const after = await (await owner.get(`/horses/${horseId}/record`)).text();
		expect(after).to.contain('before the gale').and.contain('Nothing. What is taken back is kept here');
	});

	it('every word that was noted is in the record', async () => {
		const horseId = await ownHorse(owner);
		const id = uuidv7();
		const entries = [
			noteBody('note', 'wind from the sea'),
			noteBody('treat/note', 'loosened behind the blade'),
			noteBody('sign/hair/girth/near', { grade: 1, note: 'burrs in the groove' })
		];
		await owner.send('POST', `/api/visits/${id}/entries`, batchBody(horseId, entries));
		const ride = { ...rideBody(horseId), note: 'spooked at the sluice' };
		await owner.send('PUT', `/api/rides/${ride.id}`, ride);
		const record = await (await owner.get(`/horses/${horseId}/record`)).text();
		for (const words of ['wind from the sea', 'loosened behind', 'burrs in the groove', 'spooked at the sluice'])
			expect(record).to.contain(words);
	});

	it('who traced, from what and how well it was read arrive; the person signed in stands for nobody named', async () => {
		const horseId = await ownHorse(owner);
		const v = visitBody(horseId, '2026-03-14', 3);
		const [a, b, c] = v.tracings as [VisitBody['tracings'][0], VisitBody['tracings'][0], VisitBody['tracings'][0]];
		const tracings = [
			{ ...a, operator: 'Isolde Quay', source: 'photo', quality: 0.83 },
			{ ...b, source: 'dxf' },
			{ ...c, operator: '=HYPERLINK("x")' }
		];
		await put(owner, { ...v, tracings });
		const csv = await (await owner.get(`/api/horses/${horseId}/points.csv`)).text();
		const read = [...readPointsCsv(csv).tracings].sort((x, y) => x.repeat - y.repeat);
		expect(read.map((t) => [t.operator, t.source, t.quality])).to.deep.equal([
			['Isolde Quay', 'photo', 0.83],
			['Wenna Tidewell', 'dxf', undefined],
			['=HYPERLINK("x")', 'points', undefined]
		]);
		// A spreadsheet sees text, no formula.
		expect(csv).to.contain(`"'=HYPERLINK(""x"")"`).and.not.match(/,=/);
	});

	it('a visit filed to the wrong horse is moved, with both judged again', async () => {
		const [from, to] = [await ownHorse(owner, 'Wrong horse'), await ownHorse(owner, 'Right horse')];
		const v = visitBody(from, '2026-03-14');
		await put(owner, v);
		expect((await owner.send('PUT', `/api/visits/${v.id}/horse`, { horseId: to })).status).to.equal(200);
		expect([(await tracingsOf(from)).length, (await tracingsOf(to)).length]).to.deep.equal([0, 1]);
		expect([(await standingOf(from))?.lastOn, (await standingOf(to))?.lastOn]).to.deep.equal([null, '2026-03-14']);
		const foreign = await demoHorse('Avocet');
		expect((await owner.send('PUT', `/api/visits/${v.id}/horse`, { horseId: foreign.id })).status).to.equal(404);
		// One that carries a fit mark stays: the mark is of this horse's saddle.
		const { id, visitIds } = await demoHorse('Samphire');
		const [mark] = await database().db.select().from(tables.fitMark).where(eq(tables.fitMark.horseId, id));
		expect(visitIds).to.include(mark?.visitId);
		const refused = await owner.send('PUT', `/api/visits/${mark?.visitId}/horse`, { horseId: to });
		expect((await refused.json()).code).to.equal('visit-carries-mark');
	});

	it('a horse is archived off the board and out of the lists, and brought back', async () => {
		const horseId = await ownHorse(owner, 'Old Bladderwrack');
		const board = async (query = '') => (await owner.get(`/${query}`)).text();
		const seen = async () => [
			(await board()).includes('Old Bladderwrack'),
			(await board('?archived=yes')).includes('Old Bladderwrack')
		];
		expect(await seen()).to.deep.equal([true, false]);
		await owner.post(`/horses/${horseId}/edit?/out`, { out: 'yes' });
		expect(await seen()).to.deep.equal([false, true]);
		expect(await (await owner.get('/import')).text()).to.not.contain('Old Bladderwrack');
		expect((await owner.get(`/horses/${horseId}`)).status).to.equal(200);
		await owner.post(`/horses/${horseId}/edit?/out`, { out: 'no' });
		expect(await seen()).to.deep.equal([true, false]);
	});

	it('nothing is taken in after a horse’s last day, and a last day not before what is on record', async () => {
		const horseId = await ownHorse(owner, 'Sold in spring');
		await put(owner, visitBody(horseId, '2026-03-14'));
		const leave = (goneOn: string) => owner.post(`/horses/${horseId}/edit?/out`, { out: 'yes', goneOn });
		expect(await (await leave('2026-03-13')).text()).to.contain('Something is on record for 2026-03-14');
		expect((await leave('2026-03-14')).status).to.equal(303);
		expect(await (await owner.get(`/horses/${horseId}`)).text()).to.contain('left 14 Mar 2026');
		const code = async (answer: Promise<Response>) => ((await (await answer).json()) as { code?: string }).code;
		const late = visitBody(horseId, '2026-03-15');
		const setup = batchBody(horseId, [noteBody(`setup/${uuidv7()}/front-near`, 6)], '2026-03-15');
		const entries = (body: unknown, id = uuidv7()) => owner.send('POST', `/api/visits/${id}/entries`, body);
		const ride = { ...rideBody(horseId), riddenOn: '2026-03-15' };
		expect([
			await code(owner.send('PUT', `/api/visits/${late.id}`, late)),
			await code(entries(setup)),
			await code(owner.send('PUT', `/api/rides/${ride.id}`, ride))
		]).to.deep.equal(['after-horse-left', 'after-horse-left', 'after-horse-left']);
		// A set-up noted for the last day itself is taken; moved past it, it is refused and stands where it was.
		const id = uuidv7();
		expect(await code(entries({ ...setup, visitedOn: '2026-03-14' }, id))).to.be.undefined;
		const moved = batchBody(horseId, [noteBody('day', '2026-03-20')], '2026-03-14');
		expect(await code(entries(moved, id))).to.equal('after-horse-left');
		await owner.post(`/horses/${horseId}/edit?/out`, { out: 'no' });
		expect(await code(owner.send('PUT', `/api/visits/${late.id}`, late))).to.be.undefined;
	});

	it('a saddle is edited from what was seen, and retired once no horse goes in it', async () => {
		const { yardId, id: horseId } = await demoHorse('Samphire');
		const id = uuidv7();
		const fields = { id, yardId, name: 'Bench saddle', kind: 'general', about: '', bearingMm: '' };
		await owner.post('/saddles?/add', fields);
		const edit = (more: Record<string, string>) => owner.post('/saddles?/add', { ...fields, ...more });
		expect((await edit({ about: 'reflocked', version: '1' })).status).to.equal(200);
		expect((await edit({ about: 'lost', version: '1' })).status).to.equal(409);
		const pairingId = uuidv7();
		await owner.post('/saddles?/pair', { id: pairingId, horseId, saddleId: id, school: 'close' });
		const retire = (out: string) => owner.post('/saddles?/retire', { id, out });
		expect(await (await retire('yes')).text()).to.contain('still goes in this saddle');
		await owner.post('/saddles?/use', { horseId, pairingId, inUse: 'no' });
		expect((await retire('yes')).status).to.equal(200);
		const again = await owner.post('/saddles?/pair', { id: pairingId, horseId, saddleId: id, school: 'close' });
		expect(await again.text()).to.contain('This saddle is retired');
		expect((await retire('no')).status).to.equal(200);
		await database().db.delete(tables.pairing).where(eq(tables.pairing.id, pairingId));
		await database().db.delete(tables.saddle).where(eq(tables.saddle.id, id));
	});

	it('two horses of one name are told apart on the board and in every list', async () => {
		await ownHorse(owner, 'Twin Dulse', { bornYear: '2011' });
		await ownHorse(owner, 'Twin Dulse', { bornYear: '2019' });
		for (const path of ['/', '/import', '/saddles', '/api/find'])
			expect(await (await owner.get(path)).text(), path)
				.to.contain('Twin Dulse (2011)')
				.and.contain('Twin Dulse (2019)');
	});
});
