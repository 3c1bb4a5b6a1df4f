import { expect } from 'chai';
import { createHash } from 'node:crypto';
import { spawn } from 'node:child_process';
import { eq, sql } from 'drizzle-orm';
import pg from 'pg';
import sharp from 'sharp';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { clientAt, cookieOf, serverUrl, signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { eventually } from '../support/eventually.js';
import { batchBody, noteBody, rideBody, visitBody } from '../support/visits.js';

const databaseUrl = (): string => process.env['ZT_TEST_DATABASE'] as string;
const many = (n: number, text: string) => Array.from({ length: n }, () => text).join(',');

describe('a stranger', () => {
	const stranger = clientAt(serverUrl(), '');
	const form = (body: string) =>
		fetch(`${serverUrl()}/sign-in`, {
			method: 'POST',
			body,
			redirect: 'manual',
			headers: { origin: serverUrl(), accept: 'text/html', 'content-type': 'application/x-www-form-urlencoded' }
		});

	it('is refused a sign-in of megabytes or of a thousand fields, before anything is looked at', async () => {
		const fields = Array.from({ length: 400_000 }, (_, i) => `f${i}=1`).join('&');
		expect(fields.length).to.be.above(3_000_000);
		expect((await form(fields)).status).to.equal(413);
		expect((await form(Array.from({ length: 1000 }, (_, i) => `f${i}=1`).join('&'))).status).to.equal(413);
		expect((await form('email=a%40b.example&password=wrong-entirely')).status).to.equal(400);
	});

	it('cannot have a body-less write sent from another site’s page', async () => {
		const cookie = await cookieOf('owner');
		const { visitIds } = await demoHorse('Samphire');
		const from = (headers: Record<string, string>) =>
			fetch(`${serverUrl()}/api/visits/${visitIds[0]}`, { method: 'POST', headers: { cookie, ...headers } });
		expect((await from({ origin: 'https://elsewhere.example' })).status).to.equal(403);
		expect((await from({ 'sec-fetch-site': 'cross-site' })).status).to.equal(403);
		expect((await from({ origin: serverUrl() })).status).to.equal(200);
	});

	it('is told by every answer not to guess what it is', async () => {
		for (const path of ['/sign-in', '/mark.svg', '/api/find', '/no-such'])
			expect((await stranger.get(path)).headers.get('x-content-type-options'), path).to.equal('nosniff');
	});
});

describe('too much at once', () => {
	let owner: Client;
	before(async () => (owner = await signedIn('owner')));

	it('20 000 small things in a visit, 200 000 in a ride, or a thousand deep, are refused unread', async () => {
		const { id: horseId } = await demoHorse('Samphire');
		const v = visitBody(horseId, '2026-03-14');
		const visit = JSON.stringify({ ...v, tracings: [] }).replace('"tracings":[]', `"tracings":[${many(20_000, '{}')}]`);
		expect((await owner.send('PUT', `/api/visits/${v.id}`, visit)).status).to.equal(413);
		const ride = rideBody(horseId);
		const body = JSON.stringify({ ...ride, seen: [] }).replace('"seen":[]', `"seen":[${many(200_000, '{}')}]`);
		expect((await owner.send('PUT', `/api/rides/${ride.id}`, body)).status).to.equal(413);
		const deep = `${'['.repeat(1000)}${']'.repeat(1000)}`;
		expect((await owner.send('PUT', `/api/visits/${v.id}`, deep)).status).to.equal(413);
	});

	it('the largest honest visit is taken, and all its exports are made', async () => {
		const { id: horseId } = await demoHorse('Eider');
		const v = visitBody(horseId, '2024-02-02', 3, ['T8', 'T13', 'T18']);
		const xMm = Array.from({ length: 9000 }, (_, i) => -180 + (360 * i) / 8999);
		const tracings = v.tracings.map((t, k) => ({ ...t, xMm, yMm: xMm.map((x) => -(x * x) / (150 + k)) }));
		const kept = await owner.send('PUT', `/api/visits/${v.id}`, { ...v, tracings });
		expect(kept.status).to.equal(200);
		for (const name of ['tracings.svg', 'tracings.dxf', 'template.pdf', 'back.stl']) {
			const made = await owner.get(`/api/horses/${horseId}/${name}?on=2024-02-02`);
			expect(made.status, name).to.equal(200);
			expect((await made.arrayBuffer()).byteLength, name).to.be.above(2000);
		}
		// Ten at once are made off the thread that answers: a page comes before the last of them.
		const order: string[] = [];
		await Promise.all([
			...Array.from({ length: 10 }, async () => {
				const sheets = await owner.get(`/api/horses/${horseId}/sheets.pdf?size=a3&on=a4`);
				expect(sheets.status).to.equal(200);
				order.push('sheets');
			}),
			owner.get('/hands').then(() => order.push('page'))
		]);
		expect(order.at(-1)).to.equal('sheets');
		await owner.send('DELETE', `/api/visits/${v.id}`);
	});
});

describe('a picture', () => {
	it('is kept without the place it was taken at, upright, with the hash of what came; a bomb is refused', async () => {
		const owner = await signedIn('owner');
		const { visitIds } = await demoHorse('Samphire');
		const url = (id: string) => `${serverUrl()}/api/photos/${id}?visit=${visitIds[0]}&kind=side`;
		const send = async (bytes: Buffer) => {
			const id = uuidv7();
			const cookie = await cookieOf('owner');
			const answer = await fetch(url(id), {
				method: 'PUT',
				headers: { cookie, 'content-type': 'image/jpeg' },
				body: new Uint8Array(bytes)
			});
			return { id, status: answer.status, code: answer.ok ? '' : (await answer.json()).code };
		};
		const sent = await sharp({ create: { width: 40, height: 20, channels: 3, background: '#a0522d' } })
			.jpeg()
			.withExif({ IFD0: { Make: 'made-up' }, IFD3: { GPSLatitude: '51/1 4/1 0/1', GPSLatitudeRef: 'N' } })
			.withMetadata({ orientation: 6 })
			.toBuffer();
		const { id, status, code } = await send(sent);
		expect([status, code]).to.deep.equal([200, '']);
		const kept = await sharp(Buffer.from(await (await owner.get(`/api/photos/${id}`)).arrayBuffer())).metadata();
		expect([kept.width, kept.height, kept.exif, kept.orientation]).to.deep.equal([20, 40, undefined, undefined]);
		const [row] = await database().db.select().from(tables.photo).where(eq(tables.photo.id, id));
		expect(row?.originalSha256).to.equal(createHash('sha256').update(sent).digest('hex'));
		const bomb = await sharp({ create: { width: 12_000, height: 12_000, channels: 3, background: '#fff' } })
			.png()
			.toBuffer();
		expect(await send(bomb)).to.include({ status: 400, code: 'picture-too-large' });
		expect(await send(sent.subarray(0, sent.length - 60))).to.include({ status: 400, code: 'not-an-image' });
		expect(await send(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'))).to.include({ code: 'not-an-image' });
	});
});

describe('a database that falters', () => {
	let owner: Client;
	before(async () => (owner = await signedIn('owner')));

	it('20 connections cut during writes: the server stays up, and loses nothing it acknowledged', async () => {
		const { id: horseId } = await demoHorse('Curlew');
		const killer = new pg.Client({ connectionString: databaseUrl() });
		await killer.connect();
		let cut = 0;
		let writing = true;
		const cutting = (async () => {
			while (writing) {
				const { rows } = await killer.query(
					`select pg_terminate_backend(pid) from pg_stat_activity
					where pid <> pg_backend_pid() and backend_type = 'client backend' and application_name = 'zone-tally' limit 2`
				);
				cut += rows.length;
				await new Promise((resolve) => setTimeout(resolve, 15));
			}
		})();
		const acknowledged: string[] = [];
		for (let round = 0; round < 40 || (cut < 20 && round < 400); round++) {
			const ride = { ...rideBody(horseId), riddenOn: '2025-01-01' };
			const answer = await owner.send('PUT', `/api/rides/${ride.id}`, ride);
			expect([200, 503], String(answer.status)).to.include(answer.status);
			if (answer.status === 200) acknowledged.push(ride.id);
			else {
				expect(answer.headers.get('retry-after')).to.be.a('string');
				expect((await answer.json()).message).to.contain('try again');
			}
		}
		writing = false;
		await cutting;
		await killer.end();
		expect(cut).to.be.at.least(20);
		const kept = new Set((await database().db.select({ id: tables.ride.id }).from(tables.ride)).map((r) => r.id));
		expect(acknowledged.filter((id) => !kept.has(id))).to.deep.equal([]);
		let status = 0;
		for (let i = 0; i < 20 && status !== 200; i++) status = (await owner.get('/')).status;
		expect(status).to.equal(200);
		await database().db.delete(tables.ride).where(eq(tables.ride.riddenOn, '2025-01-01'));
	});

	it('a row that somebody holds holds up nobody else: its writers are told to try again', async () => {
		const { id: horseId } = await demoHorse('Curlew');
		const holder = new pg.Client({ connectionString: databaseUrl() });
		await holder.connect();
		await holder.query('begin');
		await holder.query('select 1 from horse where id = $1 for update', [horseId]);
		try {
			const writes = Array.from({ length: 30 }, () => {
				const ride = rideBody(horseId);
				return owner.send('PUT', `/api/rides/${ride.id}`, ride);
			});
			// Another yard's pages and writes go on while they wait.
			const worker = await signedIn('bodyworker');
			const { id: other } = await demoHorse('Avocet');
			for (let i = 0; i < 12; i++) expect((await worker.get(`/horses/${other}`)).status).to.equal(200);
			const id = uuidv7();
			const tap = await worker.send('POST', `/api/visits/${id}/entries`, batchBody(other, [noteBody('way', 'full')]));
			expect(tap.status).to.equal(200);
			await database().db.delete(tables.visit).where(eq(tables.visit.id, id));
			const answers = await Promise.all(writes);
			expect(new Set(answers.map((a) => a.status))).to.deep.equal(new Set([503]));
			expect((await (answers[0] as Response).json()).code).to.equal('busy');
		} finally {
			await holder.query('rollback');
			await holder.end();
		}
		const ride = rideBody(horseId);
		expect((await owner.send('PUT', `/api/rides/${ride.id}`, ride)).status).to.equal(200);
		await owner.send('DELETE', `/api/rides/${ride.id}`);
	});

	it('a tap judges no shape again and rewrites no call', async () => {
		const { id: horseId, pairingId } = await demoHorse('Samphire');
		const written = () =>
			database().db.execute(
				sql`select max(xmin::text::bigint) as last, count(*) as n from stored_call where pairing_id = ${pairingId}`
			);
		const before = (await written()).rows[0];
		const id = uuidv7();
		const batch = batchBody(horseId, [noteBody('sign/hair/girth/near', { grade: 1 })], '2026-03-01');
		expect((await owner.send('POST', `/api/visits/${id}/entries`, batch)).status).to.equal(200);
		expect((await written()).rows[0]).to.deep.equal(before);
		// Putting the same saddle on again does judge, and writes none of the calls that come out the same.
		const { saddleId } = await demoHorse('Samphire');
		const paired = await owner.post('/saddles?/pair', { id: uuidv7(), horseId, saddleId, school: 'close' });
		expect(paired.status).to.equal(200);
		expect((await written()).rows[0]).to.deep.equal(before);
		await owner.send('DELETE', `/api/visits/${id}`);
	});
});

describe('a server that is told to end', () => {
	it('finishes what is under way', async function () {
		// The real program with a handler that takes its time.
		const slow = `import http from 'node:http'; export const handler = (q, s) => { console.log('asked'); setTimeout(() => s.end('done'), 600); };`;
		const folder = `${process.env['TMPDIR'] ?? '/tmp'}/zt-slow-${process.pid}`;
		const { mkdirSync, rmSync, writeFileSync } = await import('node:fs');
		mkdirSync(folder, { recursive: true });
		writeFileSync(`${folder}/handler.js`, slow);
		writeFileSync(`${folder}/config.mjs`, 'export const readConfig = () => ({});');
		writeFileSync(`${folder}/package.json`, '{"type":"module"}');
		const child = spawn(process.execPath, ['scripts/serve.mjs'], {
			env: { ...process.env, BUILD_DIR: folder, PORT: '0' },
			stdio: ['ignore', 'pipe', 'inherit']
		});
		try {
			const port = await new Promise<string>((resolve) =>
				child.stdout.on('data', (said: Buffer) => {
					const found = /listening (\d+)/.exec(said.toString())?.[1];
					if (found) resolve(found);
				})
			);
			let asked = 0;
			child.stdout.on('data', (said: Buffer) => (asked += said.toString().split('\n').length - 1));
			const under = Array.from({ length: 100 }, () => fetch(`http://127.0.0.1:${port}/`).then((r) => r.text()));
			// All are under way before it is told: how soon that is hangs on the machine.
			await eventually(async () => asked >= under.length);
			const ended = new Promise((resolve) => child.once('exit', resolve));
			child.kill('SIGTERM');
			expect(new Set(await Promise.all(under))).to.deep.equal(new Set(['done']));
			expect(await ended).to.equal(0);
		} finally {
			child.kill('SIGKILL');
			rmSync(folder, { recursive: true, force: true });
		}
	});
});
