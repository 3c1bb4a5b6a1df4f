import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { openPlace } from './lib/place.mjs';

/** `npm run backup -- [FOLDER] [--demo]`: backs the place up, restores it into a scratch database and compares. */
const [folder] = process.argv.slice(2).filter((a) => !a.startsWith('--'));
const place = await openPlace({ demo: process.argv.includes('--demo'), reads: true });
try {
	// Not at the top: the packages may have come only now.
	const { makeBackup, rehearse } = await import('./lib/backup.mjs');
	const into = path.resolve(folder ?? process.env.ZT_BACKUP_FOLDER ?? path.join(place.folder, 'backups'));
	mkdirSync(into, { recursive: true, mode: 0o700 });
	const key = process.env.ZT_BACKUP_KEY;
	const began = Date.now();
	const { file, manifest } = await makeBackup({ url: place.url, folder: into, key });
	const made = Date.now();
	await rehearse({ url: place.url, file, key });
	const rows = Object.values(manifest.content).reduce((n, t) => n + t.rows, 0);
	console.log(
		`${file}\n${manifest.bytes} bytes, ${rows} rows, ${manifest.encrypted ? 'encrypted' : 'not encrypted: set ZT_BACKUP_KEY'}; made in ${((made - began) / 1000).toFixed(1)} s, restored into a scratch database and found equal in ${((Date.now() - made) / 1000).toFixed(1)} s`
	);
} catch (error) {
	console.error(`No backup: ${error.message}`);
	process.exitCode = 1;
} finally {
	await place.leave();
}
