import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { unzipSync } from 'fflate';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { LEAVING_DAYS, sweepLeaving } from '../../src/lib/server/records/index.js';
import { signInCookie, type Client } from '../support/client.js';
import { database } from '../support/database.js';
import { clientOf, makePerson, type Person } from '../support/people.js';
import { putPhoto } from '../support/photos.js';
import { rideBody, visitBody } from '../support/visits.js';

const DAY_MS = 86_400_000;

describe('what is deleted for good', () => {
	const yards = { going: uuidv7(), staying: uuidv7() };
	let owner: Person;
	let helper: Person;
	let own: Client & { readonly cookie: string };
	let help: Client & { readonly cookie: string };
	const horses = { going: uuidv7(), staying: uuidv7() };
	const db = () => database().db;
	const yardRow = async (id: string) => (await db().select().from(tables.yard).where(eq(tables.yard.id, id)))[0];
	const leave = (c: Client, yardId: string, typed: string) => c.post(`/yards/${yardId}?/leave`, { typed });

	before(async () => {
		[owner, helper] = [await makePerson('Leaving owner'), await makePerson('Leaving helper')];
		[own, help] = [await clientOf(owner), await clientOf(helper)];
		await own.post('/yards/new', { id: yards.going, name: 'Going yard' });
		await help.post('/yards/new', { id: yards.staying, name: 'Staying yard' });
		await db()
			.insert(tables.membership)
			.values([
				{ yardId: yards.going, personId: helper.id, role: 'bodyworker' },
				{ yardId: yards.staying, personId: owner.id, role: 'bodyworker' }
			]);
		await own.post('/horses/new', { id: horses.going, yardId: yards.going, name: 'Goes', about: '', bornYear: '' });
		await own.post('/horses/new', {
			id: horses.staying,
			yardId: yards.staying,
			name: 'Stays',
			about: '',
			bornYear: ''
		});
		for (const horseId of Object.values(horses)) {
			const visit = visitBody(horseId, '2026-03-01', 2, ['T8', 'T13']);
			expect((await own.send('PUT', `/api/visits/${visit.id}`, visit)).status).to.equal(200);
			const ride = rideBody(horseId);
			await own.send('PUT', `/api/rides/${ride.id}`, ride);
			await putPhoto(own, `/api/photos/${uuidv7()}?visit=${visit.id}&kind=side`);
		}
	});

	it('can be taken along first: every horse with its whole record', async () => {
		const files = unzipSync(
			new Uint8Array(await (await own.get(`/api/yards/${yards.going}/records.zip`)).arrayBuffer())
		);
		const [name] = Object.keys(files);
		expect(name).to.equal('0001 Goes.zip');
		expect(Object.keys(unzipSync(files[name as string]!))).to.include.members(['record.json', 'tracings.csv']);
	});

	it('a yard goes only by its own name, after a fortnight, and is kept by one press until then', async () => {
		await leave(own, yards.going, 'going');
		expect((await yardRow(yards.going))?.leavingAt).to.be.null;
		await leave(own, yards.going, 'Going yard');
		const first = (await yardRow(yards.going))?.leavingAt as Date;
		expect((first.getTime() - Date.now()) / DAY_MS).to.be.closeTo(LEAVING_DAYS, 0.1);
		await leave(own, yards.going, 'Going yard');
		expect((await yardRow(yards.going))?.leavingAt, 'sent twice, its day stays').to.deep.equal(first);
		expect(await (await own.get(`/yards/${yards.going}`)).text()).to.include('Will be deleted for good');
		await sweepLeaving(db());
		expect(await yardRow(yards.going), 'not before its day').to.exist;
		await own.post(`/yards/${yards.going}?/keep`, {});
		expect((await yardRow(yards.going))?.leavingAt).to.be.null;
	});

	it('who does not own it asks in vain', async () => {
		expect((await leave(help, yards.going, 'Going yard')).status).to.equal(403);
		expect((await yardRow(yards.going))?.leavingAt).to.be.null;
	});

	it('an account is not ended while a yard would be left without an owner', async () => {
		const answer = await own.post('/account?/leave', { typed: owner.email });
		expect(await answer.text()).to.include('You alone own Going yard');
		await own.post('/account?/leave', { typed: 'somebody@else.example' });
		const [row] = await db().select().from(tables.person).where(eq(tables.person.id, owner.id));
		expect(row?.leavingAt).to.be.null;
	});

	it('when the day has come all of it is gone, and nothing of anybody else', async () => {
		await leave(own, yards.going, 'Going yard');
		await own.post('/account?/leave', { typed: owner.email });
		const past = new Date(Date.now() - 1000);
		await db().update(tables.yard).set({ leavingAt: past }).where(eq(tables.yard.id, yards.going));
		await db().update(tables.person).set({ leavingAt: past }).where(eq(tables.person.id, owner.id));
		const swept = await Promise.all([sweepLeaving(db()), sweepLeaving(db())]);
		expect(
			swept.reduce((n, s) => n + s.yards, 0),
			'by one of two at once'
		).to.equal(1);
		expect(await yardRow(yards.going)).to.be.undefined;
		for (const table of [tables.horse, tables.visit, tables.ride, tables.photo, tables.standing] as const)
			expect(await db().select().from(table).where(eq(table.yardId, yards.going))).to.deep.equal([]);
		expect(await db().select().from(tables.person).where(eq(tables.person.id, owner.id))).to.deep.equal([]);
		const visits = await db().select().from(tables.visit).where(eq(tables.visit.horseId, horses.staying));
		expect(
			visits.map((v) => v.madeBy),
			'what was recorded stays, by nobody named'
		).to.deep.equal([null]);
		expect((await help.get(`/horses/${horses.staying}`)).status).to.equal(200);
		expect((await signInCookie(owner.email, owner.password)).status).to.not.equal(303);
		expect((await own.get('/')).status, 'signed out everywhere').to.equal(303);
	});
});
