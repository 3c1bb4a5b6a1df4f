import { expect } from 'chai';
import { v7 as uuidv7 } from 'uuid';
import { type Client } from '../support/client.js';
import { clientOf, makePerson } from '../support/people.js';
import { noteBody, visitBody } from '../support/visits.js';

describe('what was asked of the owner', () => {
	const [yardId, horseId] = [uuidv7(), uuidv7()];
	const visit = visitBody(horseId, '2026-05-01', 1, ['T13']);
	let owner: Client;
	const page = async (): Promise<string> => (await owner.get(`/horses/${horseId}`)).text();
	const tick = (what: string, done: string, id = visit.id) =>
		owner.post(`/horses/${horseId}?/answered`, { visit: id, what, done });
	const DONE = 'rest, no saddle: done';
	const AGAIN = 'rest: open again';

	before(async () => {
		owner = await clientOf(await makePerson('Asked owner'));
		await owner.post('/yards/new', { id: yardId, name: 'Asked yard' });
		await owner.post('/horses/new', { id: horseId, yardId, name: 'Asked of', about: '', bornYear: '' });
		expect((await owner.send('PUT', `/api/visits/${visit.id}`, visit)).status).to.equal(200);
		const asked = await owner.send('POST', `/api/visits/${visit.id}/entries`, {
			horseId,
			visitedOn: '2026-05-01',
			device: uuidv7(),
			sentAt: new Date().toISOString(),
			entries: [noteBody('treat/asked', ['rest', 'call-fitter'])]
		});
		expect(asked.status).to.equal(200);
	});

	it('stands under Next until it is ticked off; ticked twice is ticked once; it can be opened again', async () => {
		expect(await page())
			.to.include(DONE)
			.and.not.include(AGAIN);
		expect((await tick('rest', 'yes')).status).to.equal(200);
		expect((await tick('rest', 'yes')).status).to.equal(200);
		expect(await page())
			.to.include(AGAIN)
			.and.not.include(DONE);
		expect((await tick('rest', 'no')).status).to.equal(200);
		expect(await page())
			.to.include(DONE)
			.and.not.include(AGAIN);
	});
	it('what nobody asked, an unknown wish, another horse’s visit: refused, nothing written', async () => {
		const before = await page();
		expect((await tick('stretches', 'yes')).status).to.equal(404);
		expect((await tick('a new car', 'yes')).status).to.equal(400);
		expect((await tick('rest', 'yes', uuidv7())).status).to.equal(404);
		expect((await tick('rest', 'perhaps')).status).to.equal(400);
		expect(await page()).to.equal(before);
	});
});

describe('long lines and photos with the saddle on', () => {
	it('are kept, shown under Shape, never judged as cuts, and travel in the CSV', async () => {
		const owner = await clientOf(await makePerson('Long line owner'));
		const [yardId, horseId] = [uuidv7(), uuidv7()];
		await owner.post('/yards/new', { id: yardId, name: 'Long yard' });
		await owner.post('/horses/new', { id: horseId, yardId, name: 'Long lined', about: '', bornYear: '' });
		const visit = visitBody(horseId, '2026-05-01', 1, ['T8', 'T13']);
		const xMm = Array.from({ length: 48 }, (_, i) => 10 * i);
		const long = (station: string, repeat = 1) => ({
			...visit.tracings[0],
			id: uuidv7(),
			station,
			repeat,
			xMm,
			yMm: xMm.map((x) => -25 * Math.sin((Math.PI * (x - 40)) / 410))
		});
		const body = { ...visit, tracings: [...visit.tracings, long('L100near'), long('L100off')] };
		expect((await owner.send('PUT', `/api/visits/${visit.id}`, body)).status).to.equal(200);
		const shape = await (await owner.get(`/horses/${horseId}/shape`)).text();
		expect(shape)
			.to.include('Long lines')
			.and.match(/rock 25 mm/);
		expect(await (await owner.get(`/api/horses/${horseId}/points.csv`)).text()).to.include('L100off');
		const flat = { ...visit, id: uuidv7(), tracings: [{ ...long('T18'), id: uuidv7() }] };
		expect((await owner.send('PUT', `/api/visits/${flat.id}`, flat)).status, 'a cut without an arch').to.equal(400);
		const wrong = { ...visit, id: uuidv7(), tracings: [long('L100middle')] };
		expect((await owner.send('PUT', `/api/visits/${wrong.id}`, wrong)).status).to.equal(400);
	});
});
