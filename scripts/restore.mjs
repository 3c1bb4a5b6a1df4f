import { createInterface } from 'node:readline/promises';
import path from 'node:path';
import { runAsync } from './lib/host.mjs';
import { openPlace } from './lib/place.mjs';

/** `npm run restore -- FILE [--yes]`: puts a backup in the place of what is there, or says by name why not. */
async function agreed(people) {
	if (people === 0 || process.argv.includes('--yes')) return true;
	if (!process.stdin.isTTY) return false;
	const ask = createInterface({ input: process.stdin, output: process.stdout });
	const answer = await ask.question(`This place has ${people} accounts. Put the backup in place of all of it? [y/N] `);
	ask.close();
	return /^y/i.test(answer.trim());
}

const [given] = process.argv.slice(2).filter((a) => !a.startsWith('--'));
const place = await openPlace({ demo: false, reads: true });
try {
	// Not at the top: the packages may have come only now.
	const { checkBackup, restoreBackup, standsIn } = await import('./lib/backup.mjs');
	if (!given) throw new Error('say which backup: npm run restore -- FILE');
	const file = path.resolve(given);
	const key = process.env.ZT_BACKUP_KEY;
	await checkBackup(file, key);
	const { people, running } = await standsIn(place.url);
	if (running > 0) throw new Error('the place is running: stop it first');
	if (!(await agreed(people)))
		throw new Error(`this place has ${people} accounts: say --yes to put the backup in their place`);
	const manifest = await restoreBackup({ url: place.url, file, key });
	await runAsync(process.execPath, ['--import=tsx', 'scripts/prepareDatabase.ts'], {
		env: { ...process.env, DATABASE_URL: place.url }
	});
	console.log(`Restored as of ${manifest.madeAt}; every table was compared and is equal. Start it with npm start.`);
} catch (error) {
	console.error(`Nothing was restored: ${error.message}`);
	process.exitCode = 1;
} finally {
	await place.leave();
}
