import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { clientAt, serverUrl, type Client } from '../support/client.js';
import { database } from '../support/database.js';
import { clientOf, makePerson } from '../support/people.js';

import { batchBody, noteBody, visitBody } from '../support/visits.js';

describe('a page drawn before', () => {
	const [yardId, horseId] = [uuidv7(), uuidv7()];
	const visit = visitBody(horseId, '2026-05-01', 1, ['T13']);
	let owner: Client & { readonly cookie: string };
	let stranger: Client;
	const pageOf = async (path = `/horses/${horseId}`): Promise<string> => (await owner.get(path)).text();
	const isKept = async (path: string): Promise<boolean> => {
		const response = await owner.get(path);
		await response.text();
		return /\bkept\b/.test(response.headers.get('server-timing') ?? '');
	};
	/** Each process of the server draws a page once; another one may write at any time. */
	async function again(path = `/horses/${horseId}`): Promise<boolean> {
		for (let i = 0; i < 20; i++) if (await isKept(path)) return true;
		return false;
	}

	before(async () => {
		owner = await clientOf(await makePerson('Memory owner'));
		stranger = await clientOf(await makePerson('Memory stranger'));
		await owner.post('/yards/new', { id: yardId, name: 'Memory yard' });
		await owner.post('/horses/new', { id: horseId, yardId, name: 'Remembered', about: 'bay', bornYear: '' });
		expect((await owner.send('PUT', `/api/visits/${visit.id}`, visit)).status).to.equal(200);
	});

	it('is not drawn again while nothing changes', async () => {
		expect(await again()).to.equal(true);
		expect(await again(`/?yard=${yardId}`)).to.equal(true);
		expect(await again(`/horses/${horseId}/signs`)).to.equal(true);
	});

	it('keeps the choice of yard that it makes', async () => {
		expect(await again(`/?yard=${yardId}`)).to.equal(true);
		const response = await owner.get(`/?yard=${yardId}`);
		expect(response.headers.getSetCookie().join(), 'what it sets').to.include('zt-yard=');
	});

	it('shows every kind of write at once', async () => {
		expect(await again()).to.equal(true);
		await owner.post(`/horses/${horseId}/edit?/save`, {
			yardId,
			version: '1',
			name: 'Renamed',
			about: 'bay',
			bornYear: '2014'
		});
		expect(await pageOf()).to.include('Renamed');
		expect(await pageOf(`/?yard=${yardId}`)).to.include('Renamed');
		expect(await again(`/horses/${horseId}/signs`)).to.equal(true);
		const batch = batchBody(horseId, [noteBody('sign/hair/pocket/near', { grade: 5, age: 'new' })], '2026-05-02');
		const tap = await owner.send('POST', `/api/visits/${uuidv7()}/entries`, batch);
		expect(tap.status).to.equal(200);
		expect(await pageOf(`/horses/${horseId}/signs`)).to.match(/white/i);
		await database()
			.db.update(tables.horse)
			.set({ about: 'written past the server' })
			.where(eq(tables.horse.id, horseId));
		expect(await pageOf()).to.include('written past the server');
	});

	it('is nobody else’s: a stranger, a guest who came and went, one who signed out', async () => {
		expect(await again()).to.equal(true);
		expect((await stranger.get(`/horses/${horseId}`)).status).to.equal(404);
		expect((await clientAt(serverUrl(), '').get(`/horses/${horseId}`)).status).to.equal(303);
		await owner.post('/sign-out', {});
		expect((await owner.get(`/horses/${horseId}`)).status).to.equal(303);
		owner = await clientOf({ ...(await makePerson('Memory owner two')) });
		expect((await owner.get(`/horses/${horseId}`)).status).to.equal(404);
	});
});

describe('a page that a browser has', () => {
	it('is not sent again, and is once a record changed; theme and day are choices of their own', async () => {
		const owner = await clientOf(await makePerson('Holding owner'));
		const [yardId, horseId] = [uuidv7(), uuidv7()];
		await owner.post('/yards/new', { id: yardId, name: 'Holding yard' });
		await owner.post('/horses/new', { id: horseId, yardId, name: 'Held', about: '', bornYear: '' });
		const get = (etag: string, more = '') =>
			fetch(`${serverUrl()}/horses/${horseId}`, { headers: { cookie: owner.cookie + more, 'if-none-match': etag } });
		const held = async (): Promise<number> => {
			const etag = (await get('')).headers.get('etag') ?? 'none';
			return (await get(etag)).status;
		};
		const statuses: number[] = [];
		for (let i = 0; i < 20 && statuses.at(-1) !== 304; i++) statuses.push(await held());
		expect(statuses.at(-1)).to.equal(304);
		const etag = (await get('')).headers.get('etag') ?? 'none';
		const dark = await get(etag, '; zt-theme=stable');
		expect(dark.status).to.equal(200);
		expect(await dark.text()).to.include('data-theme="stable"');
		await owner.post(`/horses/${horseId}/edit?/save`, {
			yardId,
			version: '1',
			name: 'Held fast',
			about: '',
			bornYear: ''
		});
		const fresh = await get(etag);
		expect(fresh.status).to.equal(200);
		expect(await fresh.text()).to.include('Held fast');
	});
});
