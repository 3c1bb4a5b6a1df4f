import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { contentName, isRoot, ROOT } from '../../scripts/lib/host.mjs';
import { freePort, startPostgres } from '../../scripts/lib/postgres.mjs';
import { joinUsers } from '../../scripts/lib/users.mjs';

async function ask(url: string, query: string): Promise<unknown> {
	const client = new pg.Client({ connectionString: url });
	await client.connect();
	try {
		const { rows } = await client.query(query);
		return Object.values((rows[0] as Record<string, unknown>) ?? {})[0];
	} finally {
		await client.end();
	}
}

describe('the private database', () => {
	const folder = mkdtempSync(path.join(isRoot() ? '/var/tmp' : tmpdir(), 'zone-tally-cluster-'));
	after(() => rmSync(folder, { recursive: true, force: true }));

	it('starts on loopback with a password of its own, owned by no root, and keeps its data over a restart', async () => {
		const first = await startPostgres(folder);
		expect(new URL(first.url).hostname).to.equal('127.0.0.1');
		expect(new URL(first.url).password.length).to.be.above(20);
		expect(statSync(path.join(folder, 'data')).uid).not.to.equal(0);
		expect(statSync(path.join(folder, 'password')).mode & 0o077).to.equal(0);
		await ask(first.url, "create table kept as select 'as drawn' as it");
		await first.stop();
		const second = await startPostgres(folder);
		expect(await ask(second.url, 'select it from kept')).to.equal('as drawn');
		await second.stop();
	});

	it('is joined, not started twice, by a second demo of the same checkout', async () => {
		const [one, two] = [await startPostgres(folder), await startPostgres(folder)];
		expect(two.url).to.equal(one.url);
		await two.stop();
	});

	it('refuses a wrong password', async () => {
		const { url, stop } = await startPostgres(folder);
		const wrong = new URL(url);
		wrong.password = 'guess';
		const refused = await ask(wrong.href, 'select 1').catch((e: { code: string }) => e.code);
		expect(refused).to.equal('28P01');
		await stop();
	});

	it('does not listen on a socket that others could find', async () => {
		const { url, stop } = await startPostgres(folder);
		expect(await ask(url, 'show unix_socket_directories')).to.equal('');
		expect(await ask(url, 'show listen_addresses')).to.equal('127.0.0.1');
		await stop();
	});
});

describe('the helpers of the two commands', () => {
	const folder = mkdtempSync(path.join(tmpdir(), 'zone-tally-users-'));
	after(() => rmSync(folder, { recursive: true, force: true }));

	it('the last one out is told so, and a demo that died does not count', () => {
		const users = path.join(folder, 'users');
		const mine = joinUsers(users);
		const dead = spawnSync(process.execPath, ['-e', '']).pid;
		writeFileSync(path.join(users, String(dead)), '');
		expect(mine.leave()).to.be.true;
	});

	it('another demo that lives keeps the database up', () => {
		const users = path.join(folder, 'users');
		const mine = joinUsers(users);
		writeFileSync(path.join(users, String(process.ppid)), '');
		expect(mine.leave()).to.be.false;
	});

	it('a content name follows content and nothing else', () => {
		const place = path.relative(ROOT, path.join(folder, 'sources'));
		mkdirSync(path.join(folder, 'sources'));
		const file = path.join(folder, 'sources/a.ts');
		writeFileSync(file, 'one');
		const before = contentName([place]);
		writeFileSync(file, readFileSync(file));
		expect(contentName([place])).to.equal(before);
		writeFileSync(file, 'two');
		expect(contentName([place])).not.to.equal(before);
	});

	it('free ports are free', async () => {
		const [a, b] = [await freePort(), await freePort()];
		for (const port of [a, b]) expect(port).to.be.within(1024, 65535);
	});
});
