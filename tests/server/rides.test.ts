import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { cookieOf, serverUrl, signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { rideBody } from '../support/visits.js';

describe('the ride log', () => {
	let owner: Client;
	let horse: Awaited<ReturnType<typeof demoHorse>>;
	before(async () => {
		owner = await signedIn('owner');
		horse = await demoHorse('Eider');
	});
	const put = (body: ReturnType<typeof rideBody>) => owner.send('PUT', `/api/rides/${body.id}`, body);
	const row = async (id: string) => (await database().db.select().from(tables.ride).where(eq(tables.ride.id, id)))[0];

	it('keeps a line once, however often it is sent', async () => {
		const ride = { ...rideBody(horse.id), saddleId: horse.saddleId, changes: ['pad'] };
		const outcomes = [];
		for (let i = 0; i < 3; i++) outcomes.push(((await (await put(ride)).json()) as { outcome: string }).outcome);
		expect(outcomes).to.deep.equal(['made', 'unchanged', 'unchanged']);
		expect([(await row(ride.id))?.seen, (await row(ride.id))?.changes]).to.deep.equal([['bucks'], ['pad']]);
	});

	it('can be taken back, and is kept', async () => {
		const ride = rideBody(horse.id);
		await put(ride);
		expect((await owner.send('DELETE', `/api/rides/${ride.id}`)).status).to.equal(200);
		expect((await row(ride.id))?.undoneAt).to.be.a('date');
	});

	it('refuses another yard’s saddle, a day to come, and what is on no list', async () => {
		const foreign = await demoHorse('Avocet');
		const bad = [
			{ ...rideBody(horse.id), saddleId: foreign.saddleId },
			{ ...rideBody(horse.id), riddenOn: '2126-01-01' },
			{ ...rideBody(horse.id), seen: ['sings'] },
			{ ...rideBody(horse.id), atTime: 'midnight' },
			{ ...rideBody(horse.id), note: 'x'.repeat(1001) }
		];
		expect((await Promise.all(bad.map(put))).map((r) => r.status)).to.deep.equal([404, 400, 400, 400, 400]);
		for (const b of bad) expect(await row(b.id)).to.be.undefined;
	});

	it('an id of another horse’s ride is not taken over', async () => {
		const ride = rideBody(horse.id);
		await put(ride);
		const other = await demoHorse('Samphire');
		expect((await put({ ...ride, horseId: other.id })).status).to.equal(404);
		expect((await row(ride.id))?.horseId).to.equal(horse.id);
	});

	it('new behaviour asks for a look, on the page and on the board', async () => {
		const today = new Date().toISOString().slice(0, 10);
		const ride = { ...rideBody(horse.id), riddenOn: today, seen: ['cold-back'] };
		await put(ride);
		const page = await (await owner.get(`/horses/${horse.id}`)).text();
		// One headline: the shape is still, and the call says to look.
		expect(/data-testid="verdict"[^>]*>([A-Za-z]+)/.exec(page)?.[1]).to.equal('Watch');
		expect(page).to.contain('Look now').and.contain('cold-backed').and.not.contain('>Ride on<');
		const [s] = await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horse.id));
		expect(s?.nextOn && s.nextOn <= today).to.be.true;
		await owner.send('DELETE', `/api/rides/${ride.id}`);
	});
});

describe('a person’s hand', () => {
	it('is kept once measured, and read back in the walk', async () => {
		const fitter = await signedIn('fitter');
		const sent = await fitter.post('/hands', { twoMm: '33', threeMm: '49', fourMm: '66', breadthMm: '78' });
		expect(sent.status).to.equal(200);
		const { db } = database();
		const [person] = await db.select().from(tables.person).where(eq(tables.person.email, 'fitter@saltings.example'));
		const [hand] = await db
			.select()
			.from(tables.personHand)
			.where(eq(tables.personHand.personId, person?.id as string));
		expect([hand?.twoMm, hand?.threeMm, hand?.fourMm, hand?.breadthMm]).to.deep.equal([33, 49, 66, 78]);
	});

	it('refuses fingers of 90 mm, fingers that shrink, and no fingers', async () => {
		const fitter = await signedIn('fitter');
		const hands = [
			{ twoMm: '90', threeMm: '180', fourMm: '270', breadthMm: '85' },
			{ twoMm: '40', threeMm: '38', fourMm: '72', breadthMm: '85' },
			{ twoMm: 'two', threeMm: '54', fourMm: '72', breadthMm: '85' }
		];
		for (const hand of hands) {
			const response = await fitter.post('/hands', hand);
			expect(response.status).to.equal(400);
			expect(await response.text()).to.contain('role="alert"');
		}
	});
});

describe('photos of a visit', () => {
	const PNG = Buffer.from(
		'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
		'base64'
	);
	it('are kept by kind; a kind that does not exist and a huge file are refused', async () => {
		const { visitIds } = await demoHorse('Eider');
		const cookie = await cookieOf('owner');
		const put = (kind: string, bytes: Buffer) =>
			fetch(`${serverUrl()}/api/photos/${uuidv7()}?visit=${visitIds[0]}&kind=${kind}`, {
				method: 'PUT',
				headers: { cookie, 'content-type': 'image/png' },
				body: new Uint8Array(bytes)
			});
		expect((await put('side', PNG)).status).to.equal(200);
		expect((await put('mugshot', PNG)).status).to.equal(400);
		const huge = await put('side', Buffer.concat([PNG, Buffer.alloc(17 * 1024 * 1024)]));
		expect(huge.status).to.equal(413);
	});
});
