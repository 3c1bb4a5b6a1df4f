import { expect } from 'chai';
import { runOf, scoreOf, type Run } from '../../../scripts/lib/scoreSeries.js';
import { REFIT } from '../../../src/core/call/index.js';
import { COURSES, makeMadeSeries, MAKES } from '../../../sim/makes/index.js';
import { seededRandom } from '../../../sim/random.js';

/** Largest error of each make, mm, root mean square: rulers that smooth and spring err more than lines that waver. */
const ERROR_MM: Readonly<Record<string, number>> = { bumps: 1.25, proportion: 1.6, layers: 1.9, families: 1.75 };

/** A small fixed set of every make: bounds tight enough that a constant of the engine that slips is noticed. */
describe('the engine on horses of four unlike makes', () => {
	const all: Run[] = [];
	for (const make of MAKES) {
		describe(`${make.name}: ${make.idea}`, () => {
			const runs: Run[] = [];
			after(() => all.push(...runs));
			before(() => {
				const random = seededRandom(4242);
				COURSES.forEach((course, i) =>
					runs.push(runOf(makeMadeSeries(make, course, i % 2 ? 'low' : 'mid', random, 'none', 18)))
				);
			});
			it('changes are caught by the second visit, and none is cried where there is none', () => {
				const s = scoreOf(runs, REFIT.enter);
				expect(s.crossings - s.caught).to.be.below(2);
				expect(s.falseQuiet).to.be.below(2);
				expect(s.early).to.be.below(2);
			});
			it('errors are small', () => {
				const s = scoreOf(runs, REFIT.enter);
				expect(Math.sqrt(s.squares / s.count)).to.be.below(ERROR_MM[make.name] as number);
			});
			it('direction, side and cause are right more often than not', () => {
				const s = scoreOf(runs, REFIT.enter);
				expect(s.told - s.direction).to.be.below(2);
				expect(s.told - s.side).to.be.below(2);
				expect(s.cause / s.told).to.be.at.least(0.65);
			});
			it('a horse gone fat, lean or grown is seen too', () => {
				const { byCourse } = scoreOf(runs, REFIT.enter);
				const [caught, crossings] = (['condition-loss', 'condition-gain', 'growth'] as const).reduce(
					([a, b], c) => [a + (byCourse.get(c)?.[0] ?? 0), b + (byCourse.get(c)?.[1] ?? 0)],
					[0, 0]
				);
				expect(crossings).to.be.above(2);
				expect(caught).to.be.at.least(crossings - 1);
			});
		});
	}

	// Nine horses of one make are too few to count intervals on; all makes together are not.
	describe('all makes together', () => {
		it('intervals hold the truth', () => {
			const s = scoreOf(all, REFIT.enter);
			expect(s.count).to.be.above(1000);
			expect(s.inside / s.count).to.be.within(0.9, 0.99);
		});
	});
});
