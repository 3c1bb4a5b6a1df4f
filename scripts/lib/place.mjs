import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { createInterface } from 'node:readline/promises';
import { ensureBuild, PREPARE } from './build.mjs';
import { ensureDebian, ensurePackages, runAsync, stateFolder } from './host.mjs';
import { isRunning, startPostgres } from './postgres.mjs';
import { startServer } from './server.mjs';
import { joinUsers } from './users.mjs';

const USUAL_PORT = 4870;
const WATCH_MS = 1000;
const MOST_FAILURES = 5;

function portFree(port, host = '127.0.0.1') {
	return new Promise((resolve) => {
		const probe = net.createServer();
		probe.once('error', () => resolve(false));
		probe.listen(port, host, () => probe.close(() => resolve(true)));
	});
}

/** Signs sessions; made on the first start, so that a restart keeps people signed in. */
function secretOf(folder) {
	const file = path.join(folder, 'secret');
	if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 });
	return readFileSync(file, 'utf8');
}

/** Settings of a file beside the data, one `NAME=value` a line; what the environment says goes before it. */
function settingsFile(folder) {
	const file = path.join(folder, 'settings.env');
	if (existsSync(file)) process.loadEnvFile(file);
	return file;
}

/** Demo accounts have a known password: nobody gets them into a database of their own unasked. */
async function mayWriteDemo() {
	if (process.argv.includes('--yes')) return true;
	if (!process.stdin.isTTY) return false;
	const ask = createInterface({ input: process.stdin, output: process.stdout });
	const answer = await ask.question('DATABASE_URL is set. Write demo accounts, with a known password, into it? [y/N] ');
	ask.close();
	return /^y/i.test(answer.trim());
}

/** The folder of a place, the demo's or the real one, and the database in it or elsewhere; `reads` writes no demo into it. */
export async function openPlace({ demo, reads = false }) {
	await ensurePackages();
	const folder = demo ? stateFolder() : path.join(stateFolder(), 'place');
	mkdirSync(folder, { recursive: true });
	const settings = demo ? undefined : settingsFile(folder);
	const own = process.env.DATABASE_URL;
	if (own && demo && !reads && !(await mayWriteDemo()))
		throw new Error('DATABASE_URL is set: say --yes to write demo accounts into it, or unset it');
	if (!own) await ensureDebian(['postgresql']);
	const users = joinUsers(path.join(folder, 'users'));
	const postgres = own ? { url: own, stop: async () => {} } : await startPostgres(path.join(folder, 'postgres'));
	return {
		folder,
		settings,
		url: postgres.url,
		/** Begins the database again where it fell over; does nothing to one that is somebody else's. */
		mend: async () => {
			const data = path.join(folder, 'postgres');
			if (!own && !isRunning(data)) await startPostgres(data, Number(new URL(postgres.url).port));
		},
		/** Stops the database when nobody else uses it. */
		leave: async () => {
			if (users.leave()) await postgres.stop();
		}
	};
}

/** Prepares and serves a place until it is told to end; answers with where it is. */
export async function runPlace({ demo, env }) {
	const place = await openPlace({ demo });
	const build = await ensureBuild();
	await runAsync(process.execPath, [path.join(build, PREPARE), ...(demo ? ['--demo'] : [])], {
		env: { ...process.env, DATABASE_URL: place.url }
	});
	const wanted = Number(process.env.PORT) || USUAL_PORT;
	const host = process.env.HOST || '127.0.0.1';
	const free = await portFree(wanted, host);
	if (!free && !demo) {
		await place.leave();
		throw new Error(`port ${wanted} is taken: set PORT to another one, or end what listens there`);
	}
	const options = {
		build,
		databaseUrl: place.url,
		secret: process.env.ZT_SECRET || secretOf(place.folder),
		port: free ? wanted : 0,
		host,
		env
	};
	let server = await startServer(options).catch(async (error) => {
		await place.leave();
		throw error;
	});
	options.port = Number(new URL(server.url).port);
	let stopping = false;
	const stop = async () => {
		if (stopping) return;
		stopping = true;
		clearInterval(watch);
		await server.stop();
		await place.leave();
		process.exit(0);
	};
	for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, stop);

	/** What falls over by itself is begun again; what cannot even begin is not tried for ever. */
	let fallen = false;
	let failures = 0;
	const fall = (which) => which.ended.then(() => (fallen = true));
	fall(server);
	let mending = false;
	const watch = setInterval(async () => {
		if (mending || stopping) return;
		mending = true;
		try {
			await place.mend();
			if (fallen) {
				fallen = false;
				server = await startServer(options);
				fall(server);
			}
			failures = 0;
		} catch (error) {
			fallen = true;
			console.error(`could not be begun again: ${error.message}`);
			if (++failures > MOST_FAILURES) await stop();
		} finally {
			mending = false;
		}
	}, WATCH_MS);
	return { url: server.url, settings: place.settings };
}
