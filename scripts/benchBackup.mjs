import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureDebian, ensurePackages, isRoot, run } from './lib/host.mjs';

/**
 * `npm run bench:backup -- [HORSES] [VISITS]`: fills a throwaway database, backs it up, encrypted, restores the backup into a
 * scratch database and compares every table's rows and hash. Prints the times; ends with 1 where it is not equal.
 */
const HORSES = Number(process.argv[2]) || 10_000;
const VISITS = Number(process.argv[3]) || 6;

await ensurePackages();
await ensureDebian(['postgresql']);
const { makeDatabase } = await import('./lib/stage.mjs');
const { makeBackup, rehearse } = await import('./lib/backup.mjs');

const database = await makeDatabase({ demo: true });
const folder = mkdtempSync(path.join(isRoot() ? '/var/tmp' : tmpdir(), 'zone-tally-backup-'));
const seconds = (from) => ((performance.now() - from) / 1000).toFixed(1);
try {
	const filling = performance.now();
	run(process.execPath, ['--import=tsx', 'scripts/benchFill.ts'], {
		env: {
			...process.env,
			DATABASE_URL: database.url,
			ZT_FILL_HORSES: String(HORSES),
			ZT_FILL_VISITS: String(VISITS)
		}
	});
	console.log(`filled with ${HORSES} horses of ${VISITS} visits in ${seconds(filling)} s`);
	const key = 'only for the bench, thirty-two characters';
	const backing = performance.now();
	const { file, manifest } = await makeBackup({ url: database.url, folder, key });
	const rows = Object.values(manifest.content).reduce((n, t) => n + t.rows, 0);
	console.log(`backed up ${rows} rows, ${(manifest.bytes / 1e6).toFixed(1)} MB, encrypted, in ${seconds(backing)} s`);
	const restoring = performance.now();
	await rehearse({ url: database.url, file, key });
	console.log(`restored and found equal in ${seconds(restoring)} s`);
} catch (error) {
	console.error(error.message);
	process.exitCode = 1;
} finally {
	await database.stop();
	rmSync(folder, { recursive: true, force: true });
}
