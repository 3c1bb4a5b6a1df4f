import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { copyFileSync, mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { v7 as uuidv7 } from 'uuid';
import { BackupError, checkBackup, contentOf, makeBackup, rehearse, restoreBackup } from '../../scripts/lib/backup.mjs';
import { connect, tables } from '../../src/lib/server/db/index.js';
import { database } from '../support/database.js';

const url = (): string => process.env['ZT_TEST_DATABASE'] as string;
const KEY = 'cockle beds at low water';

async function refusal(work: () => Promise<unknown>): Promise<string> {
	try {
		await work();
	} catch (error) {
		if (error instanceof BackupError) return (error as Error).message;
		throw error;
	}
	return 'not refused';
}

describe('backup and restore', function () {
	this.timeout(120_000);
	const folder = mkdtempSync(path.join(tmpdir(), 'zone-tally-backups-'));
	let file: string;
	after(() => rmSync(folder, { recursive: true, force: true }));

	async function scratch(work: (target: string) => Promise<void>): Promise<void> {
		const name = `zt_test_${uuidv7().slice(-12)}`;
		const client = new pg.Client({ connectionString: url() });
		await client.connect();
		await client.query(`create database ${name}`);
		try {
			await work(Object.assign(new URL(url()), { pathname: `/${name}` }).href);
		} finally {
			await client.query(`drop database ${name} with (force)`);
			await client.end();
		}
	}
	async function contentAt(target: string): Promise<unknown> {
		const client = new pg.Client({ connectionString: target });
		await client.connect();
		try {
			return await contentOf(client);
		} finally {
			await client.end();
		}
	}

	it('is made, encrypted, and restores into a scratch database equal in every table', async () => {
		const made = await makeBackup({ url: url(), folder, key: KEY });
		file = made.file;
		const manifest = await rehearse({ url: url(), file, key: KEY });
		expect(manifest.content.horse?.rows).to.be.greaterThan(6);
		// Nothing of the record can be read in the file.
		expect(readFileSync(file).includes('saltings.example')).to.be.false;
	});

	it('on another database, and over what stood there', async () => {
		await scratch(async (target) => {
			for (let i = 0; i < 2; i++) {
				const manifest = await restoreBackup({ url: target, file, key: KEY });
				expect(await contentAt(target)).to.deep.equal(manifest.content);
				const there = connect(target, 1);
				await there.db.delete(tables.ride);
				await there.pool.end();
			}
		});
	});

	it('a changed row is noticed: the hash is of what is in the rows', async () => {
		await scratch(async (target) => {
			const manifest = await restoreBackup({ url: target, file, key: KEY });
			const there = connect(target, 1);
			const [horse] = await there.db.select().from(tables.horse).limit(1);
			await there.db
				.update(tables.horse)
				.set({ about: 'another' })
				.where(eq(tables.horse.id, horse?.id as string));
			await there.pool.end();
			const now = (await contentAt(target)) as Record<string, unknown>;
			expect(now['horse']).not.to.deep.equal(manifest.content.horse);
			expect(now['visit']).to.deep.equal(manifest.content.visit);
		});
	});

	it('truncated, foreign, newer, keyless or with another key: refused by name, nothing touched', async () => {
		const before = await contentAt(url());
		const copy = (name: string, change: (f: string) => void): string => {
			const target = path.join(folder, name);
			copyFileSync(file, target);
			copyFileSync(`${file}.json`, `${target}.json`);
			change(target);
			return target;
		};
		const manifest = (f: string, change: Record<string, unknown>): void =>
			writeFileSync(`${f}.json`, JSON.stringify({ ...JSON.parse(readFileSync(`${f}.json`, 'utf8')), ...change }));
		const tried = (f: string, key: string | undefined = KEY) =>
			refusal(() => restoreBackup({ url: url(), file: f, key }));
		expect(await tried(copy('short.dump', (f) => truncateSync(f, 5000)))).to.contain('truncated');
		expect(await tried(copy('newer.dump', (f) => manifest(f, { schema: 999 })))).to.contain('newer version');
		expect(await tried(copy('foreign.dump', (f) => writeFileSync(`${f}.json`, '{"name":"else"}')))).to.contain(
			'not a backup'
		);
		expect(await tried(copy('alone.dump', (f) => rmSync(`${f}.json`)))).to.contain('missing');
		expect(await tried(file, '')).to.contain('encrypted');
		expect(await tried(file, 'not the key')).to.contain('not the key');
		expect(await refusal(() => checkBackup(path.join(folder, 'nowhere.dump'), KEY))).to.contain('no file');
		expect(await contentAt(url())).to.deep.equal(before);
		expect((await database().db.select().from(tables.horse)).length).to.be.greaterThan(6);
	});
});
