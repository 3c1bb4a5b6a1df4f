import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { ensureBuild } from './lib/build.mjs';
import { ensureDebian, ensurePackages, runAsync, stateFolder } from './lib/host.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { startServer } from './lib/server.mjs';
import { joinUsers } from './lib/users.mjs';

const USUAL_PORT = 4870;

function portFree(port) {
	return new Promise((resolve) => {
		const probe = net.createServer();
		probe.once('error', () => resolve(false));
		probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
	});
}

/** Signs sessions; made once a checkout, so that a restart keeps people signed in. */
function secretOf(folder) {
	const file = path.join(folder, 'secret');
	if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 });
	return readFileSync(file, 'utf8');
}

async function main() {
	const began = Date.now();
	await ensurePackages();
	const state = stateFolder();
	const own = process.env.DATABASE_URL;
	if (!own) await ensureDebian(['postgresql']);
	const users = joinUsers(path.join(state, 'users'));
	const postgres = own ? { url: own, stop: async () => {} } : await startPostgres(path.join(state, 'postgres'));
	const prepared = runAsync(process.execPath, ['--import=tsx', 'scripts/prepareDatabase.ts', '--demo'], {
		env: { ...process.env, DATABASE_URL: postgres.url }
	});
	const build = ensureBuild();
	await prepared;
	const folder = await build;
	const wanted = Number(process.env.PORT) || USUAL_PORT;
	const port = (await portFree(wanted)) ? wanted : 0;
	const server = await startServer({
		build: folder,
		databaseUrl: postgres.url,
		secret: secretOf(state),
		port,
		env: { ZT_DEMO: '1' }
	});
	let stopping = false;
	const stop = async () => {
		if (stopping) return;
		stopping = true;
		await server.stop();
		if (users.leave()) await postgres.stop();
		process.exit(0);
	};
	for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, stop);
	server.ended.then(stop);
	console.log(`
Zone Tally is ready after ${Math.round((Date.now() - began) / 1000)} s.

  ${server.url}

  owner       owner@saltings.example
  bodyworker  bodyworker@saltings.example
  fitter      fitter@saltings.example
  password    spring-tide-1204   (demo accounts, made-up people)

Ctrl-C stops it. What you record stays for the next start.`);
}

main().catch((error) => {
	console.error(`\nThe demo could not start: ${error.message}`);
	process.exit(1);
});
