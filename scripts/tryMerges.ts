import fc from 'fast-check';
import { closeDatabase } from '../tests/support/database.js';
import { played as tried, playInterleaving, steps } from '../tests/support/interleavings.js';
import { makeDatabase } from './lib/stage.mjs';

/** `npm run try:merges -- 1000 [SEED]`: so many random interleavings of two devices, late sends and clocks, each on a horse of its own. */
const [count = '1000', seed = String(Date.now() % 1_000_000)] = process.argv.slice(2);
const database = await makeDatabase();
process.env['ZT_TEST_DATABASE'] = database.url;
let [played, failed] = [0, 0];
try {
	console.log(`seed ${seed}`);
	const all = fc.sample(steps, { numRuns: Number(count), seed: Number(seed) });
	for (const interleaving of all) {
		played++;
		await playInterleaving(interleaving).catch((error: unknown) => {
			failed++;
			console.log(`${error instanceof Error ? error.message : String(error)}\n  ${JSON.stringify(interleaving)}`);
		});
		if (played % 100 === 0) console.log(`${played} of ${count}`);
	}
} finally {
	await closeDatabase();
	await database.stop();
}
console.log(
	`${tried.tapsStored} taps stored; a finding for the vet was left open ${tried.open} times, answered ${tried.answered} times`
);
console.log(`${played} interleavings, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
