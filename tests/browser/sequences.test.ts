import type { Browser } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { makeSequencePlace, playSequence, type SequencePlace } from '../support/sequences.js';

const SEQUENCES = 20;
const FIRST_SEED = 4100;

describe('every page opens after every kind of entry, as every role', function () {
	this.timeout(120_000);
	let browser: Browser;
	let place: SequencePlace;
	before(async () => {
		browser = await openBrowser();
		place = await makeSequencePlace(browser);
	});
	after(() => browser.close());

	// `npm run try:sequences -- 500 [SEED]` plays more of them.
	for (let seed = FIRST_SEED; seed < FIRST_SEED + SEQUENCES; seed++)
		it(`sequence ${seed}`, () => playSequence(place, seed));
});
