import fc from 'fast-check';
import { playInterleaving, steps } from '../support/interleavings.js';

const RUNS = 60;

describe('two devices, late sends and wrong clocks', function () {
	this.timeout(180_000);
	it('no finding for the vet is weaker than the worst that nobody who knew of it has answered', () =>
		// `npm run try:merges -- 1000 [SEED]` plays more of them.
		fc.assert(fc.asyncProperty(steps, playInterleaving), { numRuns: RUNS, seed: 20261202 }));
});
