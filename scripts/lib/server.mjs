import { spawn } from 'node:child_process';
import path from 'node:path';
import { ROOT } from './host.mjs';
import { jobsUrlOf, serverUrlOf } from './serverRole.mjs';

/** What the database answers where there is no such role. */
const NO_ROLE = ['28P01', '28000'];

/** The addresses by which the server comes to the database: its owner's only where the server's own roles are not there. */
async function serversUrls(ownerUrl) {
	// Not at the top: what brings the packages imports this file.
	const { default: pg } = await import('pg');
	const own = { people: serverUrlOf(ownerUrl), system: jobsUrlOf(ownerUrl) };
	const client = new pg.Client({ connectionString: own.system });
	return client.connect().then(
		async () => {
			await client.end();
			return own;
		},
		// A database that is away for a moment is no reason to go without row-level security.
		(error) => (NO_ROLE.includes(error.code) ? { people: ownerUrl, system: ownerUrl } : own)
	);
}

/** Starts a build on a database, which is given by its owner's address; resolves with its own when it listens. */
export async function startServer({ build, databaseUrl: ownerUrl, secret, port = 0, host = '127.0.0.1', env = {} }) {
	const urls = await serversUrls(ownerUrl);
	const child = spawn(process.execPath, [path.join(ROOT, 'scripts/serve.mjs')], {
		cwd: ROOT,
		stdio: ['ignore', 'pipe', 'inherit'],
		detached: true,
		env: {
			...process.env,
			NODE_ENV: 'production',
			BODY_SIZE_LIMIT: '24M',
			BUILD_DIR: build,
			DATABASE_URL: urls.people,
			ZT_SYSTEM_DATABASE_URL: urls.system,
			ZT_SECRET: secret,
			HOST: host,
			PORT: String(port),
			...env
		}
	});
	const ended = new Promise((resolve) => child.once('exit', resolve));
	const stop = async (signal = 'SIGTERM') => {
		if (child.exitCode === null && child.signalCode === null) child.kill(signal);
		await ended;
	};
	return new Promise((resolve, reject) => {
		child.once('exit', (code) => reject(new Error(`the server ended with ${code}; what it said stands above`)));
		let said = '';
		child.stdout.on('data', (chunk) => {
			said += chunk;
			const port = /listening (\d+)/.exec(said)?.[1];
			if (port) resolve({ url: `http://${host}:${port}`, pid: child.pid, stop, ended });
		});
	});
}
