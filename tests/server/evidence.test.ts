import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import {
	findEvidence,
	findHorse,
	judgeOn,
	photosOf,
	readBefore,
	admissionOf,
	signsOf,
	treatsHorses,
	type Horse,
	type Scope
} from '../../src/lib/server/records/index.js';
import { signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { batchBody, noteBody } from '../support/visits.js';

const TODAY = new Date().toISOString().slice(0, 10);

async function scopeByEmail(email: string): Promise<Scope> {
	const { db } = database();
	const [person] = await db.select().from(tables.person).where(eq(tables.person.email, email));
	return (await admissionOf(db, person?.id as string)).scope;
}

describe('what earlier visits say to the next one', () => {
	let owner: Client;
	let scope: Scope;
	let horse: Horse;
	const made: string[] = [];
	before(async () => {
		owner = await signedIn('owner');
		scope = await scopeByEmail('owner@saltings.example');
		horse = await findHorse(database().db, scope, (await demoHorse('Sandpiper')).id);
	});
	after(async () => {
		for (const id of made) await owner.send('DELETE', `/api/visits/${id}`);
	});
	async function visit(visitedOn: string, notes: readonly (readonly [string, unknown])[]): Promise<string> {
		const id = uuidv7();
		made.push(id);
		const entries = notes.map(([f, v]) => noteBody(f, v));
		const answer = await owner.send('POST', `/api/visits/${id}/entries`, batchBody(horse.id, entries, visitedOn));
		expect(answer.status).to.equal(200);
		return id;
	}

	it('of a horse that was only traced: its flank’s slope and nothing else', async () => {
		const before = await readBefore(database().db, horse, TODAY);
		expect(before.slopeDeg).to.be.within(30, 70);
		expect([before.numbers, before.texts, before.readOn, before.open]).to.deep.equal([{}, {}, null, []]);
	});

	it('the last reading of each tape, with the day of the latest', async () => {
		await visit('2026-02-01', [
			['tape/girthCm', 170],
			['tape/lengthCm', 150],
			['mark/rib-by', 'felt'],
			['done', true]
		]);
		await visit('2026-03-01', [
			['tape/girthCm', 172],
			['done', true]
		]);
		const before = await readBefore(database().db, horse, TODAY);
		expect(before.numbers).to.deep.equal({ 'tape/girthCm': 172, 'tape/lengthCm': 150 });
		expect(before.texts).to.deep.equal({ 'mark/rib-by': 'felt' });
		expect(before.readOn).to.equal('2026-03-01');
	});

	it('signs that stand, and visits of today that nobody has finished', async () => {
		const id = await visit(TODAY, [['sign/hair/girth/near', { grade: 1 }]]);
		const before = await readBefore(database().db, horse, TODAY);
		expect(before.signs.map((s) => [s.zone, s.visitedOn])).to.deep.equal([['girth', TODAY]]);
		expect(before.open.map((v) => v.id)).to.deep.equal([id]);
		await owner.send('POST', `/api/visits/${id}/entries`, batchBody(horse.id, [noteBody('done', true)], TODAY));
		expect((await readBefore(database().db, horse, TODAY)).open).to.deep.equal([]);
	});

	it('taken-back visits say nothing', async () => {
		const id = await visit('2026-04-01', [['tape/girthCm', 199]]);
		await owner.send('DELETE', `/api/visits/${id}`);
		expect((await readBefore(database().db, horse, TODAY)).numbers['tape/girthCm']).to.equal(172);
	});

	it('pictures and signs come with their visit’s day', async () => {
		const photo = uuidv7();
		await visit('2026-03-02', [
			['photo/side', photo],
			['sign/sweat/pocket/off', { grade: 1 }]
		]);
		const found = await findEvidence(database().db, horse.id);
		expect(photosOf(found)).to.deep.equal([{ day: '2026-03-02', view: 'side', id: photo }]);
		expect(signsOf(found).some((s) => s.kind === 'sweat' && s.visitedOn === '2026-03-02')).to.be.true;
	});

	it('a day’s readings know nothing of later visits', async () => {
		const found = await findEvidence(database().db, horse.id);
		const codes = (day: string) => judgeOn(horse, undefined, found, undefined, day).readings.map((r) => r.code);
		expect(codes('2026-03-01')).to.deep.equal([]);
		expect(codes('2026-03-05')).to.deep.equal(['dry-untold']);
		expect(codes(TODAY)).to.have.members(['dry-untold', 'girth-rub']);
	});

	it('signs alone make a call to watch, and say when to look again', async () => {
		const found = await findEvidence(database().db, horse.id);
		const on = (day: string) => judgeOn(horse, undefined, found, undefined, day).joined;
		expect([on(TODAY)?.verdict, on(TODAY)?.from, on(TODAY)?.nextStep]).to.deep.equal(['watch', 'signs', 'trace-again']);
		expect(on('2026-02-15')).to.be.undefined;
	});

	it('a weight that changed by 5% since the last tape asks for a look when nothing was traced since', async () => {
		await visit('2026-03-20', [
			['tape/girthCm', 178],
			['tape/lengthCm', 150]
		]);
		const found = await findEvidence(database().db, horse.id);
		const codes = (tracedOn: string) =>
			judgeOn(horse, undefined, { ...found, tracedOn }, undefined, '2026-03-20').evidence.lookAgain.map((l) => l.code);
		expect(codes('2026-03-01')).to.deep.equal(['weight-changed']);
		expect(codes('2026-03-20')).to.deep.equal([]);
	});
});

describe('the pages of a visit', () => {
	it('ask treatment notes of the bodyworker, not of the owner', async () => {
		expect(treatsHorses(await scopeByEmail('bodyworker@saltings.example'))).to.be.true;
		expect(treatsHorses(await scopeByEmail('owner@saltings.example'))).to.be.false;
	});

	it('the walk says nothing that hangs on the visit asked for', async () => {
		const owner = await signedIn('owner');
		const { id } = await demoHorse('Thrift');
		const stripped = async (query: string) =>
			(await (await owner.get(`/horses/${id}/walk${query}`)).text()).replace(
				/nonce-[\w+/=]+|sveltekit_\w+|nonce="[^"]+"/g,
				''
			);
		expect(await stripped(`?visit=${uuidv7()}&at=feel`)).to.equal(await stripped(''));
	});

	it('signs over time: days that are none are passed over, readings are told with rule and doubt', async () => {
		const owner = await signedIn('owner');
		const { id } = await demoHorse('Thrift');
		const page = await (await owner.get(`/horses/${id}/signs?on=1999-01-01&beside=nonsense&zone=knee`)).text();
		expect(page).to.contain('round white patch').and.contain('Rule:').and.contain('Doubt:');
		expect(page).to.contain('Patterns, not a diagnosis');
	});

	it('a horse that was never visited is told how to begin', async () => {
		const owner = await signedIn('owner');
		const { yardId } = await demoHorse('Thrift');
		const id = uuidv7();
		await owner.post('/horses/new', { id, yardId, name: 'Oarweed colt', about: '', bornYear: '2024' });
		expect(await (await owner.get(`/horses/${id}/signs`)).text()).to.contain('No visit yet');
		expect((await owner.get(`/horses/${id}/walk`)).status).to.equal(200);
		const { db } = database();
		await db.delete(tables.standing).where(eq(tables.standing.horseId, id));
		await db.delete(tables.horse).where(eq(tables.horse.id, id));
	});

	it('the log tells each ride with its saddle and what was seen', async () => {
		const owner = await signedIn('owner');
		const { id } = await demoHorse('Marram');
		const page = await (await owner.get(`/horses/${id}/log`)).text();
		expect(page).to.contain('cold-backed, grumpy to girth').and.contain('Patrol 17 narrow');
	});

	it('the call of a horse with an open matter offers no ride and names the vet', async () => {
		const worker = await signedIn('bodyworker');
		const { id } = await demoHorse('Dunlin');
		const page = await (await worker.get(`/horses/${id}`)).text();
		expect(/data-testid="verdict"[^>]*>([A-Za-z]+)/.exec(page)?.[1]).to.equal('Stop');
		expect(page).to.contain('Vet before any pad, shim or re-fit').and.contain('gall');
	});
});
