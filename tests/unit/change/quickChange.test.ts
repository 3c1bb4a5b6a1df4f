import { expect } from 'chai';
import { watchHorse, type Call } from '../../../src/core/call/index.js';
import type { Tracing } from '../../../src/core/curve/index.js';
import { normalCdf } from '../../../src/core/math/index.js';
import { addDays } from '../../../src/core/units/index.js';
import { makeMadeSeries, MAKES, type Course } from '../../../sim/makes/index.js';
import { seededRandom } from '../../../sim/random.js';
import { runOf, tracingsOf } from '../../../scripts/lib/scoreSeries.js';

type Make = (typeof MAKES)[number];
const meanOf = (c: { near: number; off: number }): number => (c.near + c.off) / 2;

/** The fitted day and, four weeks on, the visit of a long series on which it had moved the most. */
function second(make: Make, course: Course, seed: number): { call: Call; trueMm: number; drawnMm: number } {
	const run = runOf(makeMadeSeries(make, course, 'low', seededRandom(seed), 'none', 14));
	const [first, ...rest] = run.visits;
	const fitted = (first as (typeof rest)[number]).call.visitedOn;
	const most = rest.reduce((best, v) => (Math.abs(meanOf(v.true)) > Math.abs(meanOf(best.true)) ? v : best));
	const soon = addDays(fitted, 28);
	const tracings = tracingsOf(run.series).flatMap((t): Tracing[] =>
		t.visitedOn === fitted ? [t] : t.visitedOn === most.call.visitedOn ? [{ ...t, visitedOn: soon }] : []
	);
	const call = watchHorse(tracings, { school: 'close', fittedOn: fitted }).calls[1] as Call;
	return { call, trueMm: meanOf(most.true), drawnMm: call.plain?.mm ?? NaN };
}
const judgedMm = (call: Call): number => call.changes.find((c) => c.station === 'T8' && c.side === 'both')?.mm ?? NaN;

describe('the second visit, four weeks after the fitting', () => {
	for (const make of MAKES)
		it(`${make.name}: what moved 7 mm is never steady, and is judged nearly as drawn`, () => {
			const moved = (['condition-loss', 'condition-gain', 'local-loss'] as const)
				.flatMap((course) => [71, 72, 73].map((seed) => second(make, course, seed)))
				.filter(({ trueMm, drawnMm }) => Math.abs(trueMm) >= 7 && Math.abs(drawnMm) >= 7);
			expect(moved.length).to.be.above(3);
			for (const { call } of moved) expect(call.verdict).to.not.equal('steady');
			const shares = moved.map(({ call, drawnMm }) => judgedMm(call) / drawnMm);
			expect(shares.reduce((a, b) => a + b, 0) / shares.length).to.be.above(0.7);
		});

	it('a still horse is called no refit', () => {
		for (const make of MAKES)
			for (const seed of [81, 82, 83]) expect(second(make, 'quiet', seed).call.verdict).to.not.equal('refit');
	});

	it('steady is told no surer than the width as drawn gives it', () => {
		let told = 0;
		for (const make of MAKES)
			for (const seed of [91, 92]) {
				const { call, drawnMm } = second(make, 'quiet', seed);
				if (call.verdict !== 'steady') continue;
				told++;
				// The chance of lying under the nearer limit alone is more than that of lying between both.
				const nearest = (4 - Math.abs(drawnMm)) / (call.plain?.sdMm ?? NaN);
				expect(call.sureness).to.be.at.most(normalCdf(nearest) + 1e-9);
			}
		expect(told).to.be.above(3);
	});
});
