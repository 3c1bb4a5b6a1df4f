import { createCipheriv, createDecipheriv, createHash, randomBytes, scryptSync } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { spawn } from 'node:child_process';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import { postgresPrograms, ROOT } from './host.mjs';

/**
 * A backup is two files: NAME.dump, PostgreSQL's own archive, encrypted where a key is given; and NAME.dump.json, which
 * says what must be in it: a checksum of the file, and of every table how many rows and a hash over them.
 */
export const FORMAT = 1;
const CIPHER = 'aes-256-gcm';
const TAG_BYTES = 16;

export class BackupError extends Error {}

const journal = () =>
	JSON.parse(readFileSync(path.join(ROOT, 'src/lib/server/db/migrations/meta/_journal.json'), 'utf8')).entries;

const connected = async (url, work) => {
	const client = new pg.Client({ connectionString: url, application_name: 'zone-tally-backup' });
	await client.connect();
	try {
		return await work(client);
	} finally {
		await client.end();
	}
};

const quoted = (name) => `"${name.replaceAll('"', '""')}"`;

/** Of every table how many rows it has, and a hash over them that does not depend on their order. */
export async function contentOf(client) {
	const { rows: tables } = await client.query(
		`select table_name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`
	);
	const content = {};
	for (const { table_name: name } of tables) {
		const { rows } = await client.query(
			`select count(*)::int n, coalesce(sum(('x' || left(md5(t::text), 15))::bit(60)::bigint::numeric), 0)::text h from ${quoted(name)} t`
		);
		content[name] = { rows: rows[0].n, hash: rows[0].h };
	}
	return content;
}

/** Runs one of PostgreSQL's programs on a database; the password does not stand in its arguments. */
function program(name, url, args, { stdin, stdout } = {}) {
	const at = new URL(url);
	const env = {
		...process.env,
		PGHOST: at.hostname,
		PGPORT: at.port || '5432',
		PGUSER: decodeURIComponent(at.username),
		PGPASSWORD: decodeURIComponent(at.password),
		PGDATABASE: at.pathname.slice(1)
	};
	const child = spawn(path.join(postgresPrograms(), name), args, {
		env,
		stdio: [stdin ? 'pipe' : 'ignore', stdout ? 'pipe' : 'ignore', 'pipe']
	});
	let said = '';
	child.stderr.setEncoding('utf8').on('data', (text) => (said = (said + text).slice(-2000)));
	const ended = new Promise((resolve, reject) => {
		child.once('error', reject);
		child.once('close', (code) =>
			code === 0 ? resolve() : reject(new BackupError(`${name} ended with ${code}: ${said.trim()}`))
		);
	});
	// A program that ends early closes its door: what it said is told, not that.
	child.stdin?.on('error', () => undefined);
	return { child, ended };
}

async function checksum(file) {
	const hash = createHash('sha256');
	await pipeline(createReadStream(file), hash);
	return hash.digest('hex');
}

/** The key of a file, and what tells whether it is the right one without trying it on the file. */
function keyFrom(word, salt) {
	const made = scryptSync(word, salt, 64);
	return { key: made.subarray(0, 32), check: createHash('sha256').update(made.subarray(32)).digest('hex') };
}

/** Writes a backup of a database into a folder; answers with its file. */
export async function makeBackup({ url, folder, key, now = new Date() }) {
	const file = path.join(folder, `zone-tally-${now.toISOString().replace(/[-:]/g, '').slice(0, 15)}.dump`);
	return connected(url, async (client) => {
		// Dump and hashes are of one moment, whatever is written meanwhile.
		await client.query('begin isolation level repeatable read read only');
		const snapshot = (await client.query('select pg_export_snapshot() s')).rows[0].s;
		const dump = program(
			'pg_dump',
			url,
			// What waited in the queue then is not done again years later: a restored place begins with an empty one.
			['--format=custom', `--snapshot=${snapshot}`, '--no-owner', '--no-privileges', '--exclude-schema=pgboss'],
			{
				stdout: true
			}
		);
		const [salt, iv] = [randomBytes(16), randomBytes(12)];
		const made = key ? keyFrom(key, salt) : undefined;
		const cipher = made ? createCipheriv(CIPHER, made.key, iv) : undefined;
		const steps = cipher ? [dump.child.stdout, cipher] : [dump.child.stdout];
		await Promise.all([pipeline(...steps, createWriteStream(file, { mode: 0o600 })), dump.ended]);
		const tag = cipher?.getAuthTag();
		const content = await contentOf(client);
		const entries = journal();
		const manifest = {
			format: FORMAT,
			madeAt: now.toISOString(),
			program: JSON.parse(readFileSync(path.join(ROOT, 'package.json'), 'utf8')).version,
			schema: entries.length,
			schemaTag: entries.at(-1).tag,
			encrypted: cipher
				? { salt: salt.toString('hex'), iv: iv.toString('hex'), tag: tag.toString('hex'), check: made.check }
				: null,
			bytes: statSync(file).size,
			sha256: await checksum(file),
			content
		};
		writeFileSync(`${file}.json`, `${JSON.stringify(manifest, null, '\t')}\n`, { mode: 0o600 });
		await client.query('commit');
		return { file, manifest };
	});
}

/** Reads what a backup says of itself, and that its file is whole. Throws what is wrong by name; touches nothing. */
export async function checkBackup(file, key) {
	if (!existsSync(file)) throw new BackupError(`there is no file ${file}`);
	if (!existsSync(`${file}.json`))
		throw new BackupError(`${path.basename(file)}.json is missing: it belongs beside the backup`);
	let manifest;
	try {
		manifest = JSON.parse(readFileSync(`${file}.json`, 'utf8'));
	} catch {
		throw new BackupError(`${path.basename(file)}.json is damaged`);
	}
	if (typeof manifest?.format !== 'number' || typeof manifest.content !== 'object' || !manifest.sha256)
		throw new BackupError('this is not a backup of Zone Tally');
	if (manifest.format > FORMAT || manifest.schema > journal().length)
		throw new BackupError(`the backup is from a newer version (${manifest.program}): update this program first`);
	if (statSync(file).size !== manifest.bytes || (await checksum(file)) !== manifest.sha256)
		throw new BackupError('the backup is truncated or damaged: its checksum does not match');
	if (manifest.encrypted && !key) throw new BackupError('the backup is encrypted: set ZT_BACKUP_KEY');
	if (
		manifest.encrypted &&
		keyFrom(key, Buffer.from(manifest.encrypted.salt, 'hex')).check !== manifest.encrypted.check
	)
		throw new BackupError('ZT_BACKUP_KEY is not the key of this backup');
	return manifest;
}

/** Clears a database in the transaction that fills it again. */
const CLEAR = 'drop schema if exists drizzle cascade; drop schema public cascade; create schema public;\n';

/** Reads a backup into a database, all of it or nothing: in one transaction, which ends only when the whole file was read. */
async function readInto(url, file, { encrypted }, key, { clear = false } = {}) {
	const script = program('pg_restore', url, ['--no-owner', '--no-privileges', '--file=-'], {
		stdin: true,
		stdout: true
	});
	const psql = program(
		'psql',
		url,
		['--single-transaction', '--set=ON_ERROR_STOP=1', '--quiet', '--no-psqlrc', '--file=-'],
		{
			stdin: true
		}
	);
	const steps = [createReadStream(file)];
	if (encrypted) {
		const [salt, iv, tag] = [encrypted.salt, encrypted.iv, encrypted.tag].map((hex) => Buffer.from(hex, 'hex'));
		const decipher = createDecipheriv(CIPHER, keyFrom(key, salt).key, iv, { authTagLength: TAG_BYTES });
		decipher.setAuthTag(tag);
		steps.push(decipher);
	}
	if (clear) psql.child.stdin.write(CLEAR);
	const read = pipeline(...steps, script.child.stdin).catch((error) => {
		script.child.kill();
		throw error;
	});
	const sent = pipeline(script.child.stdout, psql.child.stdin, { end: false });
	const stopped = (error) => {
		psql.child.kill();
		throw error;
	};
	const whole = Promise.all([read, script.ended, sent]).then(() => psql.child.stdin.end(), stopped);
	const all = await Promise.allSettled([read, whole, psql.ended]);
	const failed = all.find((r) => r.status === 'rejected');
	if (failed) throw failed.reason;
}

/** Throws where a database does not hold what a backup says. */
async function mustHold(url, manifest) {
	const content = await connected(url, contentOf);
	const apart = Object.keys({ ...manifest.content, ...content }).filter(
		(t) => JSON.stringify(manifest.content[t]) !== JSON.stringify(content[t])
	);
	if (apart.length > 0) throw new BackupError(`what came back differs in ${apart.join(', ')}`);
}

/** Restores a backup into a database made for it, compares every table, and drops it again. */
export async function rehearse({ url, file, key }) {
	const manifest = await checkBackup(file, key);
	const name = `zt_rehearsal_${randomBytes(6).toString('hex')}`;
	const scratch = Object.assign(new URL(url), { pathname: `/${name}` }).href;
	await connected(url, (c) => c.query(`create database ${quoted(name)}`));
	try {
		await readInto(scratch, file, manifest, key, { clear: true });
		await mustHold(scratch, manifest);
	} finally {
		await connected(url, (c) => c.query(`drop database if exists ${quoted(name)} with (force)`));
	}
	return manifest;
}

/** What stands in a database, for the question whether to write over it. */
export const standsIn = (url) =>
	connected(url, async (client) => {
		const { rows } = await client.query(`select to_regclass('public.person') is not null there`);
		const people = rows[0].there ? (await client.query('select count(*)::int n from person')).rows[0].n : 0;
		const running = (
			await client.query(
				`select count(*)::int n from pg_stat_activity where datname = current_database() and application_name = 'zone-tally'`
			)
		).rows[0].n;
		return { people, running };
	});

/** Puts a backup in the place of what a database holds. It is rehearsed first: what cannot be restored touches nothing. */
export async function restoreBackup({ url, file, key }) {
	const manifest = await rehearse({ url, file, key });
	await readInto(url, file, manifest, key, { clear: true });
	await mustHold(url, manifest);
	return manifest;
}
