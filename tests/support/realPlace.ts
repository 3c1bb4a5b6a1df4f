import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { isRoot, ROOT } from '../../scripts/lib/host.mjs';
import { freePort } from '../../scripts/lib/postgres.mjs';

/** A place as `npm start` begins it, empty, in a folder of its own. */
export interface RealPlace {
	readonly url: string;
	readonly child: ChildProcess;
	/** Where its database and settings stand. */
	readonly folder: string;
	readonly stop: () => Promise<void>;
}

export async function startRealPlace(env: Record<string, string>): Promise<RealPlace> {
	// PostgreSQL's own user must be able to reach it.
	const folder = mkdtempSync(path.join(isRoot() ? '/var/tmp' : tmpdir(), 'zone-tally-place-'));
	chmodSync(folder, 0o755);
	const port = await freePort();
	const { DATABASE_URL: _, ...rest } = process.env;
	const child = spawn(process.execPath, ['scripts/start.mjs'], {
		cwd: ROOT,
		stdio: ['ignore', 'pipe', 'pipe'],
		env: { ...rest, ZT_STATE: folder, PORT: String(port), ...env }
	});
	let said = '';
	const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
	const ready = new Promise<void>((resolve, reject) => {
		const hear = (chunk: Buffer) => {
			said += chunk.toString();
			if (said.includes('Zone Tally is ready')) resolve();
		};
		child.stdout.on('data', hear);
		child.stderr.on('data', hear);
		void ended.then(() => reject(new Error(`the place did not start: ${said}`)));
	});
	await ready;
	return {
		url: `http://127.0.0.1:${port}`,
		child,
		folder,
		stop: async () => {
			child.kill('SIGTERM');
			await ended;
			rmSync(folder, { recursive: true, force: true });
		}
	};
}
