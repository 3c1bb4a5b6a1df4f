import { expect } from 'chai';
import sharp from 'sharp';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { clientAt, serverUrl, signedIn, type Client } from '../support/client.js';
import { database } from '../support/database.js';
import { clientOf, makePerson } from '../support/people.js';
import { putPhoto } from '../support/photos.js';
import { batchBody, noteBody, visitBody } from '../support/visits.js';

describe('a report for somebody without an account', () => {
	const nobody = clientAt(serverUrl(), '');
	const [yardId, horseId, saddleId, pairingId] = Array.from({ length: 4 }, () => uuidv7()) as [
		string,
		string,
		string,
		string
	];
	let owner: Client;
	let visitId: string;
	const linkOf = async (id: string) =>
		(await database().db.select().from(tables.reportLink).where(eq(tables.reportLink.id, id)))[0];
	async function make(id = uuidv7()): Promise<{ id: string; path: string }> {
		const page = await (await owner.post(`/horses/${horseId}/saddle?/report`, { id, pairingId, days: '14' })).text();
		const path = /\/report\/[\w-]{32}/.exec(page)?.[0];
		if (!path) throw new Error(`no link was shown: ${page.slice(0, 400)}`);
		return { id, path };
	}
	const answer = (path: string, more: Record<string, string> = {}) =>
		nobody.post(path, { answer: 'fits', by: 'Isolde Quay', note: 'Shim out, close fit', ...more });

	before(async () => {
		owner = await clientOf(await makePerson('Report owner'));
		await owner.post('/yards/new', { id: yardId, name: 'Report yard' });
		await owner.post('/horses/new', { id: horseId, yardId, name: 'Reported', about: 'bay', bornYear: '' });
		await owner.post('/saddles?/add', { id: saddleId, yardId, name: 'Report saddle', kind: 'general', about: '' });
		await owner.post('/saddles?/pair', { id: pairingId, horseId, saddleId, school: 'close' });
		const visit = visitBody(horseId, '2026-05-01', 2, ['T8', 'T13', 'T18']);
		visitId = visit.id;
		expect((await owner.send('PUT', `/api/visits/${visit.id}`, visit)).status).to.equal(200);
	});

	it('opens by its link alone, is counted, not indexed, and names no address', async () => {
		const { id, path } = await make();
		const opened = await nobody.get(path);
		expect(opened.status).to.equal(200);
		expect(opened.headers.get('x-robots-tag')).to.include('noindex');
		const page = await opened.text();
		expect(page).to.include('Reported').and.to.include('Report saddle');
		expect(page).to.not.match(/@saltings|href="\/horses/);
		await nobody.get(path);
		expect((await linkOf(id))?.opened).to.equal(2);
		expect((await linkOf(id))?.tokenHash, 'only a hash is kept').to.not.include(path.slice(8));
	});

	it('guessed, taken back or run out it opens nothing and takes no answer', async () => {
		const guessed = `/report/${'a'.repeat(32)}`;
		expect((await nobody.get(guessed)).status).to.equal(404);
		expect((await nobody.get('/report/short')).status).to.be.within(400, 404);
		const { id, path } = await make();
		await owner.post(`/horses/${horseId}/saddle?/endReport`, { id });
		expect((await nobody.get(path)).status).to.equal(410);
		await answer(path);
		expect((await linkOf(id))?.answer).to.be.null;
		const other = await make();
		await database()
			.db.update(tables.reportLink)
			.set({ expiresAt: new Date(0) })
			.where(eq(tables.reportLink.id, other.id));
		expect((await nobody.get(other.path)).status).to.equal(410);
		await answer(other.path);
		expect((await linkOf(other.id))?.answer).to.be.null;
	});

	it('shows the last photo of each view to whoever holds the link, and no other photo', async () => {
		const { id, path } = await make();
		const [shown, unseen] = [uuidv7(), uuidv7()];
		for (const photo of [shown, unseen])
			expect((await putPhoto(owner, `/api/photos/${photo}?visit=${visitId}&kind=side`)).status).to.equal(200);
		const taps = [noteBody('photo/side', shown)];
		await owner.send('POST', `/api/visits/${visitId}/entries`, batchBody(horseId, taps, '2026-05-01'));
		const page = await (await nobody.get(path)).text();
		expect(page).to.include(`${path}/photo/${shown}`).and.to.not.include(unseen);
		const picture = await nobody.get(`${path}/photo/${shown}`);
		expect([picture.status, picture.headers.get('content-type')]).to.deep.equal([200, 'image/jpeg']);
		const read = await sharp(Buffer.from(await picture.arrayBuffer())).metadata();
		expect([read.format, read.exif]).to.deep.equal(['jpeg', undefined]);
		expect((await nobody.get(`${path}/photo/${unseen}`)).status).to.equal(404);
		expect((await nobody.get(`/report/${'a'.repeat(32)}/photo/${shown}`)).status).to.equal(404);
		expect((await nobody.get(`${path}/photo/x`)).status).to.equal(404);
		await owner.post(`/horses/${horseId}/saddle?/endReport`, { id });
		expect((await nobody.get(`${path}/photo/${shown}`)).status).to.equal(410);
	});

	it('says lengths as the person who sent it reads them', async () => {
		const { path } = await make();
		expect(await (await nobody.get(path)).text()).to.include('Half-widths 30 to 120 mm');
		await owner.post('/account?/measures', { length: 'inch', weight: 'kg', days: 'day-month' });
		expect(await (await nobody.get(path)).text()).to.include('Half-widths 1.2 to 4.7 in');
		await owner.post('/account?/measures', { length: 'mm', weight: 'kg', days: 'day-month' });
	});

	it('an answer changes nothing by itself; said again it is the later one; the yard makes it a fit mark, once', async () => {
		const { id, path } = await make();
		await answer(path, { answer: 'note', note: 'first thoughts' });
		await answer(path);
		expect(await linkOf(id)).to.include({
			answer: 'fits',
			answeredBy: 'Isolde Quay',
			answerNote: 'Shim out, close fit'
		});
		const marks = () => database().db.select().from(tables.fitMark).where(eq(tables.fitMark.horseId, horseId));
		expect(await marks()).to.deep.equal([]);
		expect(await (await owner.get(`/horses/${horseId}`)).text()).to.include('Shim out, close fit');
		await owner.post(`/horses/${horseId}/saddle?/takeAnswer`, { id });
		await owner.post(`/horses/${horseId}/saddle?/takeAnswer`, { id });
		const [mark, ...more] = await marks();
		expect(mark).to.include({ visitId, pairingId, fittedBy: 'Isolde Quay' });
		expect(more).to.deep.equal([]);
		await answer(path, { by: 'Somebody late' });
		expect((await linkOf(id))?.answeredBy, 'read is read').to.equal('Isolde Quay');
	});

	it('a bad answer is refused with what to do, and what was said before stays', async () => {
		const { id, path } = await make();
		await answer(path);
		for (const bad of [{ by: '' }, { answer: 'all-good' }, { note: 'x'.repeat(2001) }])
			expect(await (await answer(path, bad)).text()).to.include('role="alert"');
		expect((await linkOf(id))?.answer).to.equal('fits');
	});

	it('links are made, read and taken back by those who may correct the record alone', async () => {
		const { id } = await make();
		const stranger = await clientOf(await makePerson('Report stranger'));
		const fitter = await makePerson('Report fitter');
		await database().db.insert(tables.membership).values({ yardId, personId: fitter.id, role: 'fitter' });
		const guest = await clientOf(fitter);
		for (const client of [stranger, guest]) {
			expect(
				(await client.post(`/horses/${horseId}/saddle?/report`, { id: uuidv7(), pairingId, days: '14' })).status
			).to.be.within(403, 404);
			expect((await client.post(`/horses/${horseId}/saddle?/endReport`, { id })).status).to.be.within(403, 404);
		}
		expect((await linkOf(id))?.revokedAt).to.be.null;
		const demo = await signedIn('owner');
		expect((await demo.post(`/horses/${horseId}/saddle?/putAside`, { id })).status).to.equal(404);
	});
});
