import { expect } from 'chai';
import { SMTPServer } from 'smtp-server';
import { startServer } from '../../scripts/lib/server.mjs';
import { makeDatabase } from '../../scripts/lib/stage.mjs';
import { freePort } from '../../scripts/lib/postgres.mjs';
import { clientAt } from '../support/client.js';
import { eventually } from '../support/eventually.js';

/** A mail server from the registry that can refuse, and what it took. */
function mailServer(refuse: { times: number }) {
	const taken: string[] = [];
	let tries = 0;
	const server = new SMTPServer({
		authOptional: true,
		disabledCommands: ['STARTTLS'],
		onData(stream, _session, done) {
			let text = '';
			stream.setEncoding('utf8').on('data', (chunk: string) => (text += chunk));
			stream.on('end', () => {
				tries++;
				if (refuse.times-- > 0) return done(Object.assign(new Error('try later'), { responseCode: 451 }));
				taken.push(text);
				done();
			});
		}
	});
	server.on('error', () => undefined);
	return { server, taken, tries: () => tries };
}

describe('mail by a server that refuses, or is away', function () {
	this.timeout(120_000);
	let database: Awaited<ReturnType<typeof makeDatabase>>;
	let place: Awaited<ReturnType<typeof startServer>>;
	let port: number;
	before(async () => {
		database = await makeDatabase({ demo: false });
		port = await freePort();
		place = await startServer({
			build: process.env['ZT_TEST_BUILD'] as string,
			databaseUrl: database.url,
			secret: 'only for this test, thirty-two characters',
			env: { ZT_MAIL: `smtp://127.0.0.1:${port}`, ZT_REGISTRATION: 'open', ZT_PROCESSES: '1' }
		});
	});
	after(async () => {
		await place.stop();
		await database.stop();
	});
	const signUp = async (email: string): Promise<number> =>
		(
			await clientAt(place.url, '').post('/sign-up', {
				name: 'Mail Quay',
				email,
				password: 'low-water-springs',
				invite: ''
			})
		).status;
	const listen = (of: SMTPServer): Promise<void> =>
		new Promise((resolve) => of.listen(port, '127.0.0.1', () => resolve()));
	const close = (of: SMTPServer): Promise<void> => new Promise((resolve) => of.close(() => resolve()));

	it('refused twice, it is tried again until it is taken, and taken once', async () => {
		const mail = mailServer({ times: 2 });
		await listen(mail.server);
		// Nobody who makes an account waits for the mail server.
		expect(await signUp('refused@saltings.example')).to.equal(303);
		await eventually(async () => mail.taken.length > 0, 120);
		await new Promise((resolve) => setTimeout(resolve, 1000));
		expect([mail.tries(), mail.taken.length]).to.deep.equal([3, 1]);
		expect(mail.taken[0])
			.to.contain('refused@saltings.example')
			.and.match(/\/confirm\?token=/);
		await close(mail.server);
	});

	it('away, it is sent when the mail server is back', async () => {
		expect(await signUp('away@saltings.example')).to.equal(303);
		await new Promise((resolve) => setTimeout(resolve, 1500));
		const mail = mailServer({ times: 0 });
		await listen(mail.server);
		await eventually(async () => mail.taken.length > 0, 120);
		expect(mail.taken[0]).to.contain('away@saltings.example');
		await close(mail.server);
	});
});
