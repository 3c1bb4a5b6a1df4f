import { expect } from 'chai';
import { tables } from '../../src/lib/server/db/index.js';
import { startServer } from '../../scripts/lib/server.mjs';
import { database } from '../support/database.js';
import { clientAt, serverUrl, signedIn, signInCookie } from '../support/client.js';

describe('signing in', () => {
	it('sets an http-only, same-site session cookie and goes where one wanted', async () => {
		const response = await clientAt(serverUrl(), '').post('/sign-in?to=%2Fsaddles', {
			email: 'fitter@saltings.example',
			password: 'spring-tide-1204'
		});
		expect(response.status).to.equal(303);
		expect(response.headers.get('location')).to.equal('/saddles');
		const cookie = response.headers.getSetCookie().find((c) => c.startsWith('zt.session_token='));
		expect(cookie)
			.to.match(/HttpOnly/i)
			.and.match(/SameSite=Lax/i);
	});

	it('never sends people to another site', async () => {
		for (const to of ['https://elsewhere.example/', '//elsewhere.example', '/\\elsewhere.example']) {
			const response = await clientAt(serverUrl(), '').post(`/sign-in?to=${encodeURIComponent(to)}`, {
				email: 'nobody@saltings.example',
				password: 'wrong'
			});
			expect(response.headers.get('location') ?? '').not.to.contain('elsewhere');
		}
	});

	it('signing out ends the session, not only the cookie', async () => {
		const { cookie } = await signInCookie('fitter@saltings.example');
		const client = clientAt(serverUrl(), cookie);
		expect((await client.get('/')).status).to.equal(200);
		expect((await client.post('/sign-out', {})).headers.get('location')).to.equal('/sign-in');
		expect((await client.get('/')).status).to.equal(303);
	});

	it('slows down guessing, and says so', async () => {
		await database().db.delete(tables.rateLimit);
		const server = await startServer({
			build: process.env['ZT_TEST_BUILD'] as string,
			databaseUrl: process.env['ZT_TEST_DATABASE'] as string,
			secret: 'only for this test, thirty-two characters'
		});
		try {
			const statuses: number[] = [];
			for (let i = 0; i < 13; i++)
				statuses.push((await signInCookie('owner@saltings.example', `guess-${i}-guess`, server.url)).status);
			expect(statuses.slice(0, 5).every((s) => s === 400)).to.be.true;
			expect(statuses[12]).to.equal(429);
		} finally {
			// The limits are the database's, and so of every server on it.
			await database().db.delete(tables.rateLimit);
			await server.stop();
		}
	});

	it('a form from another site is refused', async () => {
		const response = await fetch(`${serverUrl()}/sign-out`, {
			method: 'POST',
			headers: { origin: 'https://elsewhere.example', 'content-type': 'application/x-www-form-urlencoded' },
			body: ''
		});
		expect(response.status).to.equal(403);
	});

	it('pages carry their safety headers and load nothing from elsewhere', async () => {
		const response = await (await signedIn('owner')).get('/');
		expect(response.headers.get('content-security-policy')).to.contain("default-src 'self'");
		expect(response.headers.get('x-content-type-options')).to.equal('nosniff');
		expect(await response.text()).not.to.match(/(src|href)="https?:/);
	});
});
