import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import ICAL from 'ical.js';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { calendarOf } from '../../src/lib/server/print/calendar.js';
import { clientAt, serverUrl, type Client } from '../support/client.js';
import { database } from '../support/database.js';
import { clientOf, makePerson } from '../support/people.js';

/** Read by a parser of another project (RFC 5545). */
const eventsOf = (text: string): ICAL.Event[] =>
	new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((c) => new ICAL.Event(c));

describe('the diary as a calendar', () => {
	const nobody = clientAt(serverUrl(), '');
	const [yardId, horseId] = [uuidv7(), uuidv7()];
	let owner: Client;
	let ownerId: string;
	const makeAddress = async (): Promise<string> =>
		/\/feed\/[\w-]+\.ics/.exec(await (await owner.post('/account?/feed', {})).text())?.[0] ?? '';
	const stand = (nextOn: string) =>
		database()
			.db.insert(tables.standing)
			.values({ horseId, yardId, verdict: 'watch', urgency: 2, nextOn, nextStep: 'trace-again', spark: [] })
			.onConflictDoUpdate({ target: tables.standing.horseId, set: { nextOn, nextStep: 'trace-again' } });

	before(async () => {
		const person = await makePerson('Calendar owner');
		ownerId = person.id;
		owner = await clientOf(person);
		await owner.post('/yards/new', { id: yardId, name: 'Calendar yard; with, signs' });
		await owner.post('/horses/new', { id: horseId, yardId, name: 'Höhlen\\Maus; of, 3', about: '', bornYear: '' });
		await stand('2026-03-29');
	});

	it('is a whole day each, whatever the clocks do that night, with signs that a calendar would trip over', async () => {
		const text = await (await owner.get('/api/calendar.ics')).text();
		const [event, ...others] = eventsOf(text);
		expect(others).to.deep.equal([]);
		expect(event?.startDate.isDate).to.equal(true);
		expect(event?.startDate.toString()).to.equal('2026-03-29');
		expect(event?.summary).to.equal('Höhlen\\Maus; of, 3: trace again');
		expect(event?.description).to.include('Calendar yard; with, signs');
		expect(
			text.split('\r\n').every((l) => Buffer.byteLength(l) <= 75),
			'lines are folded at 75 octets'
		).to.equal(true);
	});

	it('keeps an event’s identity when its day moves', async () => {
		const uid = async () => eventsOf(await (await owner.get('/api/calendar.ics')).text()).map((e) => e.uid);
		const before = await uid();
		await stand('2026-10-25');
		expect(await uid()).to.deep.equal(before);
	});

	it('has an address that needs no account, says nothing else, and ends when a new one is made or it is taken back', async () => {
		const first = await makeAddress();
		const answer = await nobody.get(first);
		expect(answer.status).to.equal(200);
		expect(answer.headers.get('content-type')).to.match(/^text\/calendar/);
		expect(answer.headers.get('x-robots-tag')).to.include('noindex');
		expect(eventsOf(await answer.text())).to.have.length(1);
		const [row] = await database()
			.db.select()
			.from(tables.calendarFeed)
			.where(eq(tables.calendarFeed.personId, ownerId));
		expect(row?.tokenHash, 'only a hash is kept').to.not.equal(first.slice(6, -4));
		expect(row?.readAt).to.not.equal(null);
		const second = await makeAddress();
		expect((await nobody.get(first)).status).to.equal(404);
		expect((await nobody.get(second)).status).to.equal(200);
		await owner.post('/account?/endFeed', {});
		expect((await nobody.get(second)).status).to.equal(404);
	});

	it('guessed, cut short or of somebody who left a yard: nothing', async () => {
		expect((await nobody.get(`/feed/${'a'.repeat(32)}.ics`)).status).to.equal(404);
		expect((await nobody.get('/feed/short.ics')).status).to.be.within(400, 404);
		expect((await nobody.get('/api/calendar.ics')).status).to.be.within(301, 403);
		const address = await makeAddress();
		await database().db.delete(tables.membership).where(eq(tables.membership.personId, ownerId));
		expect(eventsOf(await (await nobody.get(address)).text())).to.deep.equal([]);
	});

	it('two thousand horses make one calendar that is read whole', () => {
		const due = Array.from({ length: 2000 }, (_, i) => ({
			horseId: uuidv7(),
			horse: `Horse ${i}`,
			yard: 'Yard',
			saddle: null,
			verdict: 'steady',
			on: '2026-12-01',
			dueOn: '2026-11-30',
			reason: '',
			yardId: uuidv7(),
			step: 'ride-on' as const
		}));
		expect(eventsOf(calendarOf(due, 'http://localhost'))).to.have.length(2000);
		expect(calendarOf([], 'http://localhost')).to.match(/^BEGIN:VCALENDAR[\s\S]*END:VCALENDAR/);
	});
});
