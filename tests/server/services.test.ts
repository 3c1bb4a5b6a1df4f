import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import type { LimitLead } from '../../src/core/call/index.js';
import { serverUrl, type Client } from '../support/client.js';
import { database } from '../support/database.js';
import { clientOf, makePerson } from '../support/people.js';
import { putPhoto } from '../support/photos.js';
import { visitBody } from '../support/visits.js';
import { unpackRecord } from '../../src/lib/server/wholeRecord/index.js';

interface SeatAnswer {
	readonly serviced: { readonly doneOn: string; readonly what: string } | null;
}
interface LimitsAnswer {
	readonly choice: {
		readonly lead: LimitLead;
		readonly may: boolean;
		readonly own: { readonly refitLossMm: number };
	};
}

describe('what was done to a saddle, and whose limits lead', () => {
	const [yardId, horseId, saddleId, pairingId] = [uuidv7(), uuidv7(), uuidv7(), uuidv7()];
	const days = ['2026-03-02', '2026-04-06', '2026-05-11'];
	let owner: Client & { readonly cookie: string };
	const rows = () =>
		database().db.select().from(tables.saddleService).where(eq(tables.saddleService.saddleId, saddleId));
	const note = (id: string, more: Record<string, string> = {}) =>
		owner.post(`/saddles/${saddleId}?/service`, {
			id,
			doneOn: '2026-04-20',
			what: 'flocked',
			doneBy: 'Rowan Ley',
			note: '',
			...more
		});
	const asked = async (what: 'seat' | 'limits') =>
		(await owner.get(`/api/horses/${horseId}/${what}?pairing=${pairingId}&on=${days[2]}`)).json();
	const seat = async () => (await asked('seat')) as SeatAnswer;
	const limits = async () => (await asked('limits')) as LimitsAnswer;
	const lead = (which: string) => owner.post(`/horses/${horseId}/saddle?/lead`, { pairingId, lead: which });
	const stored = async () => {
		const calls = await database()
			.db.select()
			.from(tables.storedCall)
			.where(eq(tables.storedCall.pairingId, pairingId));
		const [standing] = await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horseId));
		return { led: calls.map((c) => c.body.limits !== undefined), board: standing?.limits ?? null };
	};

	before(async () => {
		owner = await clientOf(await makePerson('Service owner'));
		await owner.post('/yards/new', { id: yardId, name: 'Service yard' });
		await owner.post('/horses/new', { id: horseId, yardId, name: 'Serviced for', about: '', bornYear: '' });
		await owner.post('/saddles?/add', { id: saddleId, yardId, name: 'Service saddle', kind: 'general', about: '' });
		await owner.post('/saddles?/pair', { id: pairingId, horseId, saddleId, school: 'close' });
		const visits = days.map((day, i) => visitBody(horseId, day, 3 + i, ['T8', 'T13', 'T18']));
		for (const v of visits) expect((await owner.send('PUT', `/api/visits/${v.id}`, v)).status).to.equal(200);
		await owner.post(`/horses/${horseId}/saddle?/fit`, {
			id: uuidv7(),
			pairingId,
			visitId: visits[0]?.id as string,
			fittedBy: 'Rowan Ley'
		});
	});

	it('noted once however often it is sent, another under its id is refused, taken back it can be put in again', async () => {
		expect((await seat()).serviced).to.equal(null);
		const id = uuidv7();
		await Promise.all([note(id), note(id)]);
		expect(await rows()).to.have.length(1);
		expect(await (await note(id, { what: 'tree' })).text()).to.match(/changed/i);
		expect((await rows())[0]?.what).to.equal('flocked');
		expect((await seat()).serviced).to.deep.include({ doneOn: '2026-04-20', what: 'flocked' });
		const undo = (out: string) => owner.post(`/saddles/${saddleId}?/unservice`, { id, out });
		await undo('yes');
		await undo('yes');
		expect((await seat()).serviced).to.equal(null);
		expect(await rows(), 'nothing is deleted').to.have.length(1);
		await undo('no');
		expect((await seat()).serviced).to.deep.include({ what: 'flocked' });
		const page = await (await owner.get(`/saddles/${saddleId}`)).text();
		expect(page)
			.to.match(/flocking renewed or moved/)
			.and.match(/Rowan Ley/);
	});

	it('what leaves the underside as it is says nothing of the seat; a day to come and an unknown deed are refused', async () => {
		const id = uuidv7();
		await note(id, { what: 'girthing', doneOn: '2026-05-01' });
		expect((await seat()).serviced).to.deep.include({ what: 'flocked' });
		const refused = async (more: Record<string, string>) => (await note(uuidv7(), more)).text();
		expect(await refused({ doneOn: '2031-01-01' })).to.match(/lies in the future/);
		expect(await refused({ what: 'polished' })).to.match(/must be one of|what/i);
		expect(await rows()).to.have.length(2);
	});

	it('how it is made is kept once, edited from what was seen, and bounded', async () => {
		const facts = (more: Record<string, string>) =>
			owner.post(`/saddles/${saddleId}?/facts`, {
				version: '1',
				filling: 'wool',
				seatMm: '445',
				pointMm: '',
				weightKg: '8.2',
				rigging: 'point and balance strap',
				widths: '',
				...more
			});
		const kept = async () =>
			(await database().db.select().from(tables.saddle).where(eq(tables.saddle.id, saddleId)))[0];
		await facts({});
		await facts({});
		expect(await kept()).to.deep.include({ version: 2 });
		expect((await kept())?.facts).to.deep.equal({
			filling: 'wool',
			seatMm: 445,
			pointMm: null,
			weightKg: 8.2,
			rigging: 'point and balance strap',
			widths: ''
		});
		expect(await (await facts({ filling: 'air' })).text(), 'another tab saved meanwhile').to.match(/changed/i);
		await facts({ version: '2', filling: 'air' });
		expect((await kept())?.facts?.filling).to.equal('air');
		for (const bad of [{ seatMm: '9000' }, { weightKg: '-1' }, { filling: 'hay' }, { rigging: 'x'.repeat(121) }])
			await facts({ version: '3', ...bad });
		expect(await kept()).to.deep.include({ version: 3 });
		const page = await (await owner.get(`/saddles/${saddleId}`)).text();
		expect(page).to.match(/filled with air · seat 445 mm · 8\.2 kg · point and balance strap/);
	});

	it('goes along in the whole record, and comes back equal', async () => {
		const zip = await owner.get(`/api/horses/${horseId}/record.zip`);
		expect(zip.status).to.equal(200);
		const { unpackRecord } = await import('../../src/lib/server/wholeRecord/index.js');
		const { record } = unpackRecord(new Uint8Array(await zip.arrayBuffer()));
		expect(record.services.map((s) => s['what'])).to.have.members(['flocked', 'girthing']);
		expect(record.pairings.map((p) => p['limitsLead'])).to.deep.equal(['usual']);
		expect(record.saddles[0]?.['facts']).to.deep.include({ filling: 'air', seatMm: 445 });
	});

	it('the person chooses which limits lead: judged anew, shown on call and board, and back again the same', async () => {
		expect((await limits()).choice).to.include({ lead: 'usual', may: true });
		expect(await stored()).to.deep.equal({ led: [false, false, false], board: null });
		await Promise.all([lead('own'), lead('own')]);
		const now = await stored();
		expect(now.led).to.deep.equal([true, true, true]);
		const { choice } = await limits();
		expect(choice.lead).to.equal('own');
		// One judgement: the board draws the very limits that the seat's card offers.
		expect(now.board?.refitLossMm).to.equal(choice.own.refitLossMm);
		expect(await (await owner.get(`/horses/${horseId}`)).text()).to.match(/Judged by this saddle’s own limits/);
		expect(await (await lead('loudest')).text()).to.match(/must be one of|lead/i);
		await lead('usual');
		expect(await stored()).to.deep.equal({ led: [false, false, false], board: null });
	});

	describe('its photos', () => {
		const photos = () => database().db.select().from(tables.photo).where(eq(tables.photo.saddleId, saddleId));
		const where = (id: string, of = saddleId) => `/api/photos/${id}?saddle=${of}&kind=saddle-underside`;

		it('are kept once however often they are sent, seen by the yard and nobody else, taken back and put in again', async () => {
			const id = uuidv7();
			const sent = await Promise.all([putPhoto(owner, where(id)), putPhoto(owner, where(id))]);
			expect(sent.map((r) => r.status)).to.deep.equal([200, 200]);
			expect(await photos()).to.have.length(1);
			const seen = async (c: Client) => (await c.get(`/api/photos/${id}`)).status;
			expect(await seen(owner)).to.equal(200);
			const stranger = await clientOf(await makePerson('Photo stranger'));
			expect(await seen(stranger)).to.equal(404);
			expect((await putPhoto(stranger, where(uuidv7()))).status).to.be.oneOf([403, 404]);
			expect(await photos()).to.have.length(1);
			const page = async () => (await owner.get(`/saddles/${saddleId}`)).text();
			expect(await page())
				.to.include(`/api/photos/${id}`)
				.and.to.match(/Take back: Underside/);
			const undo = (out: string) => owner.post(`/saddles/${saddleId}?/unphoto`, { id, out });
			await Promise.all([undo('yes'), undo('yes')]);
			expect(await page()).to.match(/Put in again: Underside/);
			expect(await photos(), 'nothing is deleted').to.have.length(1);
			await undo('no');
			expect((await photos())[0]?.undoneAt).to.equal(null);
		});

		it('are refused where there is no such saddle, no such view, or no picture', async () => {
			expect((await putPhoto(owner, where(uuidv7(), uuidv7()))).status).to.equal(404);
			const visit = visitBody(horseId, '2026-05-25');
			expect((await owner.send('PUT', `/api/visits/${visit.id}`, visit)).status).to.equal(200);
			for (const of of [
				`saddle=${saddleId}&kind=poster`,
				`saddle=${saddleId}&kind=side`,
				`visit=${visit.id}&kind=saddle-underside`
			]) {
				const odd = await putPhoto(owner, `/api/photos/${uuidv7()}?${of}`);
				expect(odd.status, of).to.equal(400);
				expect(await odd.text()).to.match(/no kind of photo/);
			}
			const text = await owner.send('PUT', where(uuidv7()), 'no picture');
			expect(text.status).to.be.within(400, 422);
			expect(await photos()).to.have.length(1);
		});

		it('another saddle’s photo under the same id is refused, and cannot be taken back from here', async () => {
			const [other, id] = [uuidv7(), (await photos())[0]?.id as string];
			await owner.post('/saddles?/add', { id: other, yardId, name: 'Another saddle', kind: 'general', about: '' });
			expect((await putPhoto(owner, where(id, other))).status).to.equal(409);
			await owner.post(`/saddles/${other}?/unphoto`, { id, out: 'yes' });
			expect((await photos())[0]?.undoneAt).to.equal(null);
		});

		it('go along in the whole record, and come back with it', async () => {
			const zip = Buffer.from(await (await owner.get(`/api/horses/${horseId}/record.zip`)).arrayBuffer());
			const { record, photos: files } = unpackRecord(new Uint8Array(zip));
			const own = record.photos.filter((p) => p['saddleId'] === saddleId);
			expect(own).to.have.length(1);
			expect(files.get(own[0]?.id as string)?.byteLength).to.be.above(50);
			const [to, from] = [uuidv7(), await photos()];
			const third = await clientOf(await makePerson('Photo receiver'));
			await third.post('/yards/new', { id: to, name: 'Receiving yard' });
			const put = await fetch(`${serverUrl()}/api/yards/${to}/record`, {
				method: 'POST',
				headers: { cookie: third.cookie, origin: serverUrl(), 'content-type': 'application/zip' },
				body: zip
			});
			expect(put.status).to.equal(200);
			const there = await database().db.select().from(tables.photo).where(eq(tables.photo.yardId, to));
			expect(there.map((p) => p.sha256)).to.deep.equal(from.map((p) => p.sha256));
			expect(there[0]?.saddleId).to.be.a('string').and.not.equal(saddleId);
		});
	});
});
