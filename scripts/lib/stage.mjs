import { randomBytes } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ensureBuild } from './build.mjs';
import { isRoot, run } from './host.mjs';
import { startPostgres } from './postgres.mjs';
import { startServer } from './server.mjs';

/** A database of its own in a throwaway folder, migrated; with the demo when asked. */
export async function makeDatabase({ demo = false } = {}) {
	const base = isRoot() ? '/var/tmp' : (process.env.TMPDIR ?? '/tmp');
	mkdirSync(base, { recursive: true });
	const folder = mkdtempSync(path.join(base, 'zone-tally-'));
	const postgres = await startPostgres(path.join(folder));
	const prepare = (...args) =>
		run(process.execPath, ['--import=tsx', 'scripts/prepareDatabase.ts', ...args], {
			env: { ...process.env, DATABASE_URL: postgres.url }
		});
	prepare(...(demo ? ['--demo'] : []));
	return {
		url: postgres.url,
		stop: async () => {
			await postgres.stop();
			rmSync(folder, { recursive: true, force: true });
		}
	};
}

/** A whole throwaway application: database, build, server. `restart` ends the server and starts it again. */
export async function setStage({ demo = true, env: more = {} } = {}) {
	const env = { ZT_MAIL: 'mailbox', ZT_REGISTRATION: 'open', ...(demo ? { ZT_DEMO: '1' } : {}), ...more };
	const build = await ensureBuild();
	const database = await makeDatabase({ demo });
	const secret = randomBytes(24).toString('hex');
	let server = await startServer({ build, databaseUrl: database.url, secret, env });
	const port = Number(new URL(server.url).port);
	return {
		url: server.url,
		databaseUrl: database.url,
		build,
		restart: async (signal = 'SIGTERM') => {
			await server.stop(signal);
			server = await startServer({ build, databaseUrl: database.url, secret, port, env });
		},
		kill: () => server.stop('SIGKILL'),
		stop: async () => {
			await server.stop();
			await database.stop();
		}
	};
}
