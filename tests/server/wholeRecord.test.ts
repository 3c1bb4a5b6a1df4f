import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { Ajv2019 } from 'ajv/dist/2019.js';
import formats from 'ajv-formats';
import Papa from 'papaparse';
import { v7 as uuidv7 } from 'uuid';
import { recordJsonSchema } from '../../scripts/lib/recordJsonSchema.js';
import { tables } from '../../src/lib/server/db/index.js';
import { cookieOf, serverUrl, signedIn, type Client } from '../support/client.js';

import { database, demoHorse } from '../support/database.js';
import { tableCsv } from '../../src/lib/server/wholeRecord/tables.js';
import { clientOf, makePerson } from '../support/people.js';
import { putPhoto } from '../support/photos.js';

// The package is CommonJS: its function is a property of what is imported.
const addFormats = formats as unknown as (ajv: Ajv2019) => void;

type Files = Record<string, Uint8Array>;
interface Put {
	readonly horseId: string;
	readonly added: number;
	readonly known: number;
	readonly code?: string;
}

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;
/** A record without what another yard rightly changes: its ids, when it was packed, whose yard, who wrote, and in which order ids sort. */
function bared(files: Files): unknown {
	const record = JSON.parse(strFromU8(files['record.json']!)) as Record<string, unknown>;
	const strip = (v: unknown): unknown => {
		if (Array.isArray(v))
			return v
				.map(strip)
				.map((x) => JSON.stringify(x))
				.sort();
		if (v !== null && typeof v === 'object')
			return Object.fromEntries(
				Object.entries(v)
					.filter(([k]) => !['madeAt', 'yardName', 'people', 'madeBy', 'replacedBy'].includes(k))
					.map(([k, x]) => [k, strip(x)])
			);
		return typeof v === 'string' ? v.replace(UUID, 'id') : v;
	};
	return strip(record);
}

describe('the whole record of a horse', () => {
	let owner: Client;
	let horse: Awaited<ReturnType<typeof demoHorse>>;
	let zip: Uint8Array;
	let files: Files;
	/** Copies that this test made: other tests look horses up by what they look like. */
	const copies: string[] = [];
	after(async () => {
		const { db } = database();
		for (const id of copies) {
			await db.delete(tables.fitMark).where(eq(tables.fitMark.horseId, id));
			await db.delete(tables.ride).where(eq(tables.ride.horseId, id));
			await db.delete(tables.pairing).where(eq(tables.pairing.horseId, id));
			const visits = await db.select({ id: tables.visit.id }).from(tables.visit).where(eq(tables.visit.horseId, id));
			for (const v of visits) await db.delete(tables.photo).where(eq(tables.photo.visitId, v.id));
			await db.delete(tables.visit).where(eq(tables.visit.horseId, id));
			await db.delete(tables.horse).where(eq(tables.horse.id, id));
		}
	});
	before(async () => {
		owner = await signedIn('owner');
		horse = await demoHorse('Marram');
		await owner.post(`/horses/${horse.id}?/task`, {
			id: uuidv7(),
			askedOf: 'fitter',
			what: 'look at the front of the near panel',
			byOn: ''
		});
		const answer = await putPhoto(
			{ ...owner, cookie: await cookieOf('owner') },
			`/api/photos/${uuidv7()}?visit=${horse.visitIds.at(-1)}&kind=side`
		);
		expect(answer.status).to.equal(200);
		zip = new Uint8Array(await (await owner.get(`/api/horses/${horse.id}/record.zip`)).arrayBuffer());
		files = unzipSync(zip);
	});
	const send = async (who: 'owner' | string, yardId: string, bytes: Uint8Array, as = 'same') => {
		const cookie = who === 'owner' ? await cookieOf('owner') : who;
		const answer = await fetch(`${serverUrl()}/api/yards/${yardId}/record?as=${as}`, {
			method: 'POST',
			headers: { cookie, origin: serverUrl(), 'content-type': 'application/zip' },
			body: Buffer.from(bytes)
		});
		return { status: answer.status, body: (await answer.json()) as Put };
	};
	// Rows of another program, broken on purpose.
	// eslint-disable-next-line @typescript-eslint/no-explicit-any
	const changed = (change: (record: Record<string, any>) => void): Uint8Array => {
		const record = JSON.parse(strFromU8(files['record.json']!));
		change(record);
		return zipSync({ ...files, 'record.json': strToU8(JSON.stringify(record)) } as Zippable);
	};

	it('holds everything: rows, the points as CSV, the pictures as they are kept', () => {
		const record = JSON.parse(strFromU8(files['record.json']!));
		expect(record.visits.length).to.equal(horse.visitIds.length);
		expect(record.tracings.length).to.be.above(100);
		// Four of the demo, and the one of this test.
		expect(record.photos.length).to.be.at.least(5);
		expect(Object.keys(files).filter((f) => f.startsWith('photos/'))).to.have.length(record.photos.length);
		expect(strFromU8(files['tracings.csv']!).split('\n')[0]).to.match(/^visited_on,station,repeat,x_mm,y_mm/);
		expect(strFromU8(files['record.json']!)).to.not.match(/@|verdict"|judgedRevision/);
	});

	it('has its rows as tables for spreadsheets, read back by another reader as they are, nothing a formula', () => {
		const record = JSON.parse(strFromU8(files['record.json']!)) as Record<string, Record<string, unknown>[]>;
		for (const part of ['visits', 'rides', 'entries', 'fitMarks', 'tasks']) {
			const { data, errors } = Papa.parse<Record<string, string>>(strFromU8(files[`tables/${part}.csv`]!), {
				header: true,
				skipEmptyLines: true
			});
			expect(errors, part).to.deep.equal([]);
			expect(
				data.map((r) => r['id']),
				part
			).to.deep.equal(record[part]!.map((r) => r['id']));
		}
		const csv = tableCsv([{ id: 'a', note: '=HYPERLINK("x")', n: -5, list: ['b', 'c'], none: null }]);
		expect(csv).to.equal(`id,note,n,list,none\r\na,"'=HYPERLINK(""x"")",-5,"[""b"",""c""]",\r\n`);
	});

	it('is what docs/record.schema.json says, by a validator from outside; and that file is what the door asks', () => {
		const written = readFileSync(path.resolve(import.meta.dirname, '../../docs/record.schema.json'), 'utf8');
		expect(JSON.parse(written), 'npm run record:schema').to.deep.equal(JSON.parse(JSON.stringify(recordJsonSchema())));
		const ajv = new Ajv2019({ allErrors: true, strict: false });
		addFormats(ajv);
		const fits = ajv.compile(JSON.parse(written) as object);
		const record = JSON.parse(strFromU8(files['record.json']!)) as Record<string, Record<string, unknown>[]>;
		expect(fits(record), JSON.stringify(fits.errors?.slice(0, 3))).to.be.true;
		expect(record['tasks']).to.have.length.at.least(1);
		for (const spoil of [
			(r: typeof record) => delete r['visits'],
			(r: typeof record) => (r['tracings']![0]!['xMm'] = ['a', 'b', 'c', 'd', 'e']),
			(r: typeof record) => (r['tasks']![0]!['askedOf'] = 'king'),
			(r: typeof record) => (r['rides']![0]!['movedMm'] = 4000)
		]) {
			const copy = structuredClone(record);
			spoil(copy);
			expect(fits(copy), String(spoil)).to.be.false;
		}
	});

	it('a record from before there were tasks is taken in as it is', async () => {
		const older = changed((r) => delete r['tasks']);
		const { status, body } = await send('owner', horse.yardId, older);
		expect([status, body.added]).to.deep.equal([200, 0]);
	});

	it('the same again adds nothing, twice', async () => {
		for (const _ of [1, 2]) {
			const { status, body } = await send('owner', horse.yardId, zip);
			expect(status).to.equal(200);
			expect(body).to.include({ added: 0, horseId: horse.id });
		}
	});

	it('as a new horse, and in another yard, it is the same record to the last byte of every row and picture', async () => {
		const person = await makePerson('record-keeper');
		const other = await clientOf(person);
		const yardId = uuidv7();
		await other.post('/yards/new', { id: yardId, name: 'Record yard' });
		const again = await send('owner', horse.yardId, zip, 'new');
		expect(again.body.horseId).to.not.equal(horse.id);
		const there = await send(other.cookie, yardId, zip);
		expect(there.status).to.equal(200);
		copies.push(again.body.horseId, there.body.horseId);
		expect(there.body.horseId).to.not.equal(horse.id);
		for (const [client, id] of [
			[owner, again.body.horseId],
			[other, there.body.horseId]
		] as const) {
			const copy = unzipSync(new Uint8Array(await (await client.get(`/api/horses/${id}/record.zip`)).arrayBuffer()));
			expect(bared(copy)).to.deep.equal(bared(files));
			expect(strFromU8(copy['tracings.csv']!)).to.equal(strFromU8(files['tracings.csv']!));
			const pictures = (f: Files): string[] =>
				Object.keys(f)
					.filter((n) => n.startsWith('photos/'))
					.map((n) => Buffer.from(f[n]!).toString('base64'))
					.sort();
			expect(pictures(copy)).to.deep.equal(pictures(files));
		}
		// Judged there as it was here; what a person's page says is the same.
		const said = async (client: Client, id: string) =>
			/data-testid="verdict"[^>]*>([A-Za-z]+)/.exec(await (await client.get(`/horses/${id}`)).text())?.[1];
		expect(await said(other, there.body.horseId)).to.equal(await said(owner, horse.id));
		// Once more into the other yard: it is known there by now.
		expect((await send(other.cookie, yardId, zip)).body.added).to.equal(0);
		const rows = await database().db.select().from(tables.horse).where(eq(tables.horse.yardId, yardId));
		expect(rows).to.have.length(1);
		await database()
			.db.update(tables.horse)
			.set({ name: 'Copy of a record' })
			.where(eq(tables.horse.id, again.body.horseId));
		await database().db.update(tables.horse).set({ name: 'Copy elsewhere' }).where(eq(tables.horse.yardId, yardId));
	});

	it('zt export and zt import do the same from the command line', async () => {
		const folder = mkdtempSync(path.join(tmpdir(), 'zt-record-'));
		const file = path.join(folder, 'horse.zip');
		const zt = (...args: string[]) => {
			const done = spawnSync(process.execPath, ['scripts/zt.mjs', ...args], {
				encoding: 'utf8',
				env: { ...process.env, DATABASE_URL: process.env['ZT_TEST_DATABASE'] }
			});
			return {
				status: done.status,
				json: JSON.parse(done.stdout) as Record<string, unknown> & { error?: { code: string } }
			};
		};
		try {
			const taken = zt('export', 'Samphire', '--out', file);
			expect(taken.json).to.include({ horse: 'Samphire', file });
			expect(Object.keys(unzipSync(readFileSync(file)))).to.include('record.json');
			expect(zt('import', file).json).to.include({ horse: 'Samphire', added: 0 });
			expect(zt('export', 'Nobody’s horse', '--out', file).json.error?.code).to.equal('horse-unknown');
			expect(zt('import', path.join(folder, 'none.zip')).json.error?.code).to.equal('file-unreadable');
			expect(zt('export', 'Samphire').json.error?.code).to.equal('bad-option');
		} finally {
			rmSync(folder, { recursive: true });
		}
	});

	it('a part that is there already is merged: only what is new is added', async () => {
		const more = changed((r) => {
			r['visits'].push({ ...r['visits'][0], id: uuidv7(), visitedOn: '2024-02-03', note: 'found in a drawer' });
		});
		const { body } = await send('owner', horse.yardId, more);
		expect(body.added).to.equal(1);
		expect((await send('owner', horse.yardId, more)).body.added).to.equal(0);
		await database().db.delete(tables.visit).where(eq(tables.visit.note, 'found in a drawer'));
	});

	const hostile: readonly (readonly [string, () => Uint8Array, string])[] = [
		['no ZIP', () => strToU8('PK is not enough'), 'archive-broken'],
		['another file', () => strToU8('%PDF-1.4'), 'not-record'],
		['a ZIP of something else', () => zipSync({ 'record.json': strToU8('{}') }), 'archive-broken'],
		['a ZIP without a record', () => zipSync({ 'tracings.csv': strToU8('a') }), 'not-record'],
		['cut off in the middle', () => zip.slice(0, zip.length >> 1), 'archive-broken'],
		['a way out of the folder', () => zipSync({ ...files, '../evil.txt': strToU8('x') } as Zippable), 'archive-broken'],
		['a script for a name', () => zipSync({ ...files, '<script>.png': strToU8('x') } as Zippable), 'archive-broken'],
		['a newer version', () => changed((r) => (r['version'] = 99)), 'archive-newer'],
		['a picture that was changed', () => changed((r) => (r['photos'][0].sha256 = '0'.repeat(64))), 'archive-broken'],
		['a visit of another horse', () => changed((r) => (r['visits'][0].horseId = uuidv7())), 'archive-broken'],
		['a tracing of no visit', () => changed((r) => (r['tracings'][0].visitId = uuidv7())), 'archive-broken'],
		['a curve to the moon', () => changed((r) => (r['tracings'][0].xMm[0] = 4e8)), 'archive-broken'],
		['a column nobody knows', () => changed((r) => (r['horse'].owner = 'me')), 'archive-broken'],
		['a bomb', () => zipSync({ 'record.json': new Uint8Array(101_000_000) }, { level: 1 }), 'too-large']
	];
	for (const [what, bytes, code] of hostile)
		it(`${what}: ${code}, and nothing is written`, async function () {
			this.timeout(120_000);
			const count = async () => (await database().db.select({ id: tables.visit.id }).from(tables.visit)).length;
			const before = await count();
			const { status, body } = await send('owner', horse.yardId, bytes());
			expect(status).to.be.within(400, 499);
			expect(body.code).to.equal(code);
			expect(await count()).to.equal(before);
		});

	it('the rows of somebody else are not reached by naming them', async () => {
		const person = await makePerson('record-thief');
		const thief = await clientOf(person);
		const yardId = uuidv7();
		await thief.post('/yards/new', { id: yardId, name: 'Thief yard' });
		const planted = changed((r) => (r['horse'].name = 'Taken over'));
		const put = await send(thief.cookie, yardId, planted);
		expect(put.status).to.equal(200);
		copies.push(put.body.horseId);
		const [real] = await database().db.select().from(tables.horse).where(eq(tables.horse.id, horse.id));
		expect(real?.name).to.equal('Marram');
		expect((await thief.get(`/horses/${horse.id}`)).status).to.equal(404);
	});
});
