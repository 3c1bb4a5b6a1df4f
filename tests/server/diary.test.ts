import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import PgBoss from 'pg-boss';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { admissionOf, listDue } from '../../src/lib/server/records/index.js';
import { signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { eventually } from '../support/eventually.js';
import { clientOf, makePerson } from '../support/people.js';
import { batchBody, noteBody, visitBody } from '../support/visits.js';

const daysFrom = (n: number): string => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10);

describe('what is said to a date that is due', () => {
	let owner: Client;
	let horseId: string;
	let dueOn: string;
	before(async () => {
		owner = await signedIn('owner');
		const { yardId } = await demoHorse('Samphire');
		horseId = uuidv7();
		const made = { id: horseId, yardId, name: 'Diary dun', about: '', bornYear: '' };
		expect((await owner.post('/horses/new', made)).status).to.equal(303);
		const saddle = { id: uuidv7(), yardId, name: 'Diary saddle', kind: 'general', about: '', bearingMm: '' };
		await owner.post('/saddles?/add', saddle);
		const pairingId = uuidv7();
		await owner.post('/saddles?/pair', { id: pairingId, horseId, saddleId: saddle.id, school: 'close' });
		const traced = visitBody(horseId, daysFrom(-20), 3);
		await owner.send('PUT', `/api/visits/${traced.id}`, traced);
		const mark = { id: uuidv7(), pairingId, visitId: traced.id, fittedBy: 'Isolde Quay', confirmed: 'yes' };
		await owner.post(`/horses/${horseId}/saddle?/fit`, mark);
		const [standing] = await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horseId));
		dueOn = standing?.nextOn as string;
		expect(dueOn).to.be.a('string');
	});
	after(() => owner.post(`/horses/${horseId}/edit?/out`, { out: 'yes' }));
	const say = async (fields: Record<string, string>) => {
		const answer = await owner.post(`/horses/${horseId}?/due`, { id: uuidv7(), dueOn, reason: '', ...fields });
		return { status: answer.status, text: await answer.text() };
	};
	const dueDay = async (): Promise<string | undefined> => {
		const { db } = database();
		const [person] = await db.select().from(tables.person).where(eq(tables.person.email, 'owner@saltings.example'));
		const { scope } = await admissionOf(db, person?.id as string);
		return (await listDue(db, scope)).find((d) => d.horseId === horseId)?.on;
	};
	const rows = () => database().db.select().from(tables.dueAnswer).where(eq(tables.dueAnswer.horseId, horseId));

	it('put off, it moves on board, round and calendar, and the standing stays as it was', async () => {
		const until = daysFrom(40);
		expect((await say({ answer: 'put-off', until, reason: 'away with the patrol' })).status).to.equal(200);
		expect(await dueDay()).to.equal(until);
		const calendar = await (await owner.get('/api/calendar.ics')).text();
		const event = calendar.split('BEGIN:VEVENT').find((e) => e.includes(horseId)) ?? '';
		expect(event).to.contain(`DTSTART;VALUE=DATE:${until.replaceAll('-', '')}`);
		expect(await (await owner.get(`/horses/${horseId}`)).text()).to.contain('away with the patrol');
		const [standing] = await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horseId));
		expect(standing?.nextOn).to.equal(dueOn);
	});

	it('sent twice it is one; another answer takes its place and the first is kept; taken back, the date counts again', async () => {
		const id = uuidv7();
		const before = (await rows()).length;
		for (let i = 0; i < 2; i++) await say({ id, answer: 'put-off', until: daysFrom(50) });
		expect((await rows()).length).to.equal(before + 1);
		// Two tabs at once: one answer stands, both are kept.
		await Promise.all([
			say({ answer: 'put-off', until: daysFrom(51) }),
			say({ answer: 'put-off', until: daysFrom(52) })
		]);
		const standing = (await rows()).filter((r) => r.undoneAt === null);
		expect(standing).to.have.length(1);
		expect(await dueDay()).to.equal(standing[0]?.until);
		for (let i = 0; i < 2; i++)
			expect((await owner.post(`/horses/${horseId}?/undue`, { id: standing[0]?.id as string })).status).to.equal(200);
		expect(await dueDay()).to.equal(dueOn);
	});

	it('skipped with a reason it is not due; without one, with no day, in the past, or to a date that moved, it is refused', async () => {
		expect((await say({ answer: 'skipped' })).text).to.contain('Say why it is skipped');
		expect((await say({ answer: 'put-off' })).text).to.contain('Choose a day from today on');
		expect((await say({ answer: 'put-off', until: daysFrom(-3) })).text).to.contain('Choose a day from today on');
		expect((await say({ answer: 'put-off', until: 'soon' })).status).to.equal(400);
		expect((await say({ dueOn: '2020-01-01', answer: 'skipped', reason: 'x' })).status).to.equal(409);
		expect((await say({ answer: 'skipped', reason: 'turned out till spring' })).status).to.equal(200);
		expect(await dueDay()).to.equal(undefined);
		// What a new look finds makes another call, which nobody has answered.
		const seen = await owner.send(
			'POST',
			`/api/visits/${uuidv7()}/entries`,
			batchBody(
				horseId,
				[noteBody('sign/skin/pocket/near', { grade: 4, extent: 'spot', note: 'open since this morning' })],
				daysFrom(0)
			)
		);
		expect(await seen.text()).to.contain('"refused":[]');
		expect(await dueDay()).to.be.a('string');
	});

	it('a stop is not put off', async () => {
		const stopped = await demoHorse('Curlew');
		const [standing] = await database()
			.db.select()
			.from(tables.standing)
			.where(eq(tables.standing.horseId, stopped.id));
		expect(standing?.verdict).to.equal('stop');
		const answer = await owner.post('/round?/move', {
			id: uuidv7(),
			horse: stopped.id,
			dueOn: standing?.nextOn as string,
			answer: 'put-off',
			until: daysFrom(20),
			reason: 'busy'
		});
		expect(await answer.text()).to.contain('A stop is not put off');
	});

	it('what is asked of somebody is seen, done once with what came of it, opened again and taken back', async () => {
		const id = uuidv7();
		const ask = () =>
			owner.post(`/horses/${horseId}?/task`, {
				id,
				askedOf: 'fitter',
				what: 'bring the narrow gauge',
				byOn: daysFrom(9)
			});
		for (let i = 0; i < 2; i++) expect((await ask()).status).to.equal(200);
		const fitter = await signedIn('fitter');
		expect(await (await fitter.get('/round')).text()).to.contain('bring the narrow gauge');
		const done = { id, done: 'yes', doneWith: 'plate M is in' };
		await Promise.all([fitter.post('/round?/taskDone', done), owner.post(`/horses/${horseId}?/taskDone`, done)]);
		const page = await (await owner.get(`/horses/${horseId}`)).text();
		expect(page).to.contain('plate M is in');
		expect(await (await fitter.get('/round')).text()).not.to.contain('bring the narrow gauge');
		await owner.post(`/horses/${horseId}?/taskDone`, { id, done: 'no' });
		const [task] = await database().db.select().from(tables.task).where(eq(tables.task.id, id));
		expect([task?.doneAt, task?.doneBy, task?.doneWith]).to.deep.equal([null, null, '']);
		// A fitter takes back only what they asked themselves.
		expect((await fitter.post(`/horses/${horseId}?/taskUndo`, { id })).status).to.equal(403);
		expect((await owner.post(`/horses/${horseId}?/taskUndo`, { id })).status).to.equal(200);
		expect(await (await owner.get(`/horses/${horseId}`)).text()).not.to.contain('bring the narrow gauge');
	});

	it('filters of the board stand in its address and leave what they say', async () => {
		const names = async (query: string): Promise<string[]> => {
			const html = await (await owner.get(`/${query}`)).text();
			return [...html.matchAll(/<strong class="head[^"]*">([^<]+)<\/strong>/g)].map((m) => m[1] as string);
		};
		expect(await names('?call=stop'))
			.to.include('Curlew')
			.and.not.include('Samphire');
		expect(await names('?call=steady'))
			.to.include('Samphire')
			.and.not.include('Curlew');
		expect(await names('?waits=vet'))
			.to.include('Curlew')
			.and.not.include('Marram');
		expect(await names('?due=late')).not.to.include('Samphire');
		expect((await owner.get('/?call=king')).status).to.equal(400);
	});
});

describe('reminders by mail', () => {
	it('one mail for a person’s day, however often the place’s round is gone, and none where nothing is due', async () => {
		const { db } = database();
		const [reader, idle] = [await makePerson('Reminded Quay'), await makePerson('Idle Quay')];
		const { yardId } = await demoHorse('Samphire');
		await db.insert(tables.membership).values({ yardId, personId: reader.id, role: 'viewer' });
		// A zone in which it is the middle of a day now.
		const off = 12 - new Date().getUTCHours();
		const zone = `Etc/GMT${off > 0 ? '-' : '+'}${Math.abs(off)}`;
		for (const p of [reader, idle])
			await db.update(tables.person).set({ reminders: 'daily', zone }).where(eq(tables.person.id, p.id));
		const [late] = await db.select().from(tables.standing).where(eq(tables.standing.yardId, yardId)).limit(1);
		await db
			.update(tables.standing)
			.set({ nextOn: '2026-11-01' })
			.where(eq(tables.standing.horseId, late?.horseId as string));
		const boss = new PgBoss({
			connectionString: process.env['ZT_TEST_DATABASE'] as string,
			migrate: false,
			schedule: false,
			supervise: false,
			max: 1
		});
		await boss.start();
		const mails = () => db.select().from(tables.mailbox).where(eq(tables.mailbox.to, reader.email));
		try {
			await boss.send('hour', {});
			await eventually(async () => (await mails()).length > 0, 120);
			await boss.send('remind', { personId: reader.id, day: daysFrom(0) });
			await boss.send('remind', { personId: idle.id, day: daysFrom(0) });
			await eventually(async () => (await boss.getQueueSize('remind')) === 0, 120);
			await new Promise((resolve) => setTimeout(resolve, 500));
			const got = await mails();
			expect(got).to.have.length(1);
			expect(got[0]?.text).to.match(/late since 2026-11-01: \w+ \(Saltings mounted patrol\)/);
			expect(await db.select().from(tables.mailbox).where(eq(tables.mailbox.to, idle.email))).to.deep.equal([]);
			const [told] = await db.select().from(tables.person).where(eq(tables.person.id, reader.id));
			expect(told?.remindedOn).to.be.a('string');
		} finally {
			await boss.stop({ graceful: false });
			await db
				.update(tables.standing)
				.set({ nextOn: late?.nextOn as string })
				.where(eq(tables.standing.horseId, late?.horseId as string));
		}
	});

	it('are set on the account’s page by the zone of the browser, and only as they are offered', async () => {
		const who = await clientOf(await makePerson('Setting Quay'));
		expect((await who.post('/account?/reminders', { reminders: 'weekly' })).status).to.equal(200);
		expect((await who.post('/account?/reminders', { reminders: 'hourly' })).status).to.equal(400);
		expect(await (await who.get('/account')).text()).to.match(
			/selected[^>]*value="weekly"|value="weekly"[^>]*selected/
		);
	});
});
