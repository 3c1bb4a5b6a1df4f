import { closeDatabase } from '../tests/support/database.js';
import { makeSequencePlace, playSequence } from '../tests/support/sequences.js';
import { openBrowser } from './lib/browser.mjs';
import { setStage } from './lib/stage.mjs';

/** `npm run try:sequences -- 500 [SEED]`: so many random sequences of entries, each followed by every page as every role. */
const [count = '500', first = '1'] = process.argv.slice(2);
const LANES = 2;
const stage = await setStage({ demo: false });
process.env['ZT_TEST_URL'] = stage.url;
process.env['ZT_TEST_DATABASE'] = stage.databaseUrl;
const browser = await openBrowser();
let [played, failed] = [0, 0];
try {
	let seed = Number(first);
	/** Each lane plays in a yard of its own. */
	const lane = async (): Promise<void> => {
		const place = await makeSequencePlace(browser);
		while (played < Number(count)) {
			played++;
			await playSequence(place, seed++).catch((error: unknown) => {
				failed++;
				console.log(error instanceof Error ? error.message : String(error));
			});
			if (played % 25 === 0) console.log(`${played} of ${count}`);
		}
	};
	await Promise.all(Array.from({ length: LANES }, lane));
} finally {
	await browser.close();
	await closeDatabase();
	await stage.stop();
}
console.log(`${played} sequences, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
