import { spawn } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import type { Database } from '../../src/lib/server/db/index.js';
import { horsesBehind, rejudgeHorses } from '../../src/lib/server/records/index.js';

const WORKER = fileURLToPath(new URL('../judgeHorses.ts', import.meta.url));
const ROOT = fileURLToPath(new URL('../..', import.meta.url));
/** Fewer than these are done here: a second process takes a second to begin. */
const FEW = 60;
const MOST_WORKERS = 4;
const TELL_EVERY = 50;

/** One process that judges some horses; every line it writes is one horse done. */
function worker(databaseUrl: string, ids: readonly string[], onDone: () => void): Promise<void> {
	return new Promise((resolve, reject) => {
		const child = spawn(process.execPath, ['--import=tsx', WORKER], {
			cwd: ROOT,
			env: { ...process.env, DATABASE_URL: databaseUrl },
			stdio: ['pipe', 'pipe', 'inherit']
		});
		child.stdout.setEncoding('utf8').on('data', (text: string) => {
			for (const c of text) if (c === '\n') onDone();
		});
		child.on('error', reject);
		child.on('exit', (code) => (code === 0 ? resolve() : reject(new Error(`judging again ended with ${code}`))));
		child.stdin.end(ids.join('\n'));
	});
}

/** Judges again whatever an earlier engine judged, on as many cores as there are; tells how far it is. Returns how many horses. */
export async function judgeBehind(db: Database, databaseUrl: string, tell: (line: string) => void): Promise<number> {
	const ids = await horsesBehind(db);
	let done = 0;
	const onDone = (): void => {
		done++;
		if (done % TELL_EVERY === 0 || done === ids.length) tell(`judged again: ${done} of ${ids.length} horses`);
	};
	const workers = ids.length < FEW ? 1 : Math.min(MOST_WORKERS, availableParallelism());
	if (workers === 1) await rejudgeHorses(db, ids, onDone);
	else
		await Promise.all(
			Array.from({ length: workers }, (_, w) =>
				worker(
					databaseUrl,
					ids.filter((_id, i) => i % workers === w),
					onDone
				)
			)
		);
	return ids.length;
}
