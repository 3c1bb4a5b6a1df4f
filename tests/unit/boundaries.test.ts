import { expect } from 'chai';
import { tooNoisy, reasonsFor, type ReasonInput } from '../../src/core/call/reasons.js';
import { verdictFromShape } from '../../src/core/call/verdict.js';
import { probabilitiesBeyond } from '../../src/core/call/beyond.js';
import { watchHorse, type Verdict } from '../../src/core/call/index.js';
import {
	compareDays,
	forecastLimit,
	LIMITS,
	likeliestOf,
	sideChanges,
	type CauseRead
} from '../../src/core/change/index.js';
import { makeCurve, type Tracing } from '../../src/core/curve/index.js';
import { lengthFit } from '../../src/core/load/index.js';
import { strokeAge } from '../../src/core/zones/index.js';
import { isGood, answered, newItem } from '../../src/lib/ui/desk/sheetItem.js';
import { planVisits } from '../../src/lib/ui/entry/importPlan.js';
import type { FileResult } from '../../src/lib/ui/entry/readFiles.js';
import type { ReadLine } from '../../src/core/photo/index.js';
import { addDays } from '../../src/core/units/index.js';
import { changeOf } from '../support/changes.js';
import { codeOf } from '../support/codes.js';
import { trueCurve } from '../support/shapes.js';

/** Every number that decides, from both of its sides: docs/constants.md gives the reasons. */
describe('on either side of a number that decides', () => {
	const DAY = '2026-03-14';

	it('a limit within two years is forecast, a day later is not', () => {
		const calm = { mmPerDay: 0.01, sdMmPerDay: 0.001 };
		const left = (days: number) => forecastLimit(DAY, { mm: 0, sdMm: 0.1 }, calm, 0.01 * days).refitOn;
		expect(left(730)).to.equal(addDays(DAY, 730));
		expect(left(731)).to.be.null;
	});

	it('a slope no larger than its own doubt foretells nothing', () => {
		const at = (sdMmPerDay: number) =>
			forecastLimit(DAY, { mm: 3, sdMm: 0.1 }, { mmPerDay: 0.05, sdMmPerDay }, 6).refitOn;
		expect(at(0.0499)).to.equal(addDays(DAY, 60));
		expect(at(0.05)).to.be.null;
	});

	it('a cause is named from a chance of 0.4, and without its rival from 0.8', () => {
		const read = (chance: number) =>
			likeliestOf([
				['local-loss', Math.log(chance)],
				['one-sided', Math.log((1 - chance) / 2)],
				['condition-loss', Math.log((1 - chance) / 2)]
			]).cause;
		expect([read(0.3999), read(0.4001)]).to.deep.equal(['none', 'local-loss']);

		const named = (chance: number): string[] => {
			const change = changeOf(-8, -7, 0.5);
			const front = sideChanges('T8', change);
			const cause: CauseRead = { cause: 'local-loss', likeliest: 'local-loss', chance, rival: 'growth' };
			const beyond = probabilitiesBeyond(front, change, LIMITS.close);
			const input: ReasonInput = {
				verdict: 'refit',
				beyond,
				front,
				change,
				others: new Map(),
				cause,
				body: {},
				limits: LIMITS.close,
				detectableMm: 3,
				doubted: false,
				guard: undefined,
				plain: undefined
			};
			return reasonsFor(input).map((r) => r.code);
		};
		expect(named(0.8)).not.to.include('cause-leaning');
		expect(named(0.79)).to.include('cause-leaning');
	});

	it('too noisy to say: an interval over 3 mm, and a chance of a watch that is neither small nor large', () => {
		const front = (halfMm: number) => [{ ...sideChanges('T8', changeOf(-3, -3))[0]!, sdMm: halfMm / 1.96 }];
		const beyond = (watch: number) => ({
			...probabilitiesBeyond(front(1), changeOf(-3, -3), LIMITS.close),
			watch
		});
		expect(tooNoisy(beyond(0.5), front(3.01))).to.be.true;
		expect(tooNoisy(beyond(0.5), front(2.99))).to.be.false;
		for (const [watch, said] of [
			[0.14, false],
			[0.16, true],
			[0.84, true],
			[0.86, false]
		] as const)
			expect(tooNoisy(beyond(watch), front(4)), `chance ${watch}`).to.equal(said);
	});

	it('a watch is entered at 60 in 100 and left under 35; a refit entered at 40 and left under 20', () => {
		const b = (watch: number, refit: number) => ({
			...probabilitiesBeyond(sideChanges('T8', changeOf(0, 0)), changeOf(0, 0), LIMITS.close),
			watch,
			refit,
			apart: 0
		});
		const of = (watch: number, refit: number, last: Verdict) => verdictFromShape(b(watch, refit), last, false);
		expect([of(0.6, 0, 'steady'), of(0.599, 0, 'steady')]).to.deep.equal(['watch', 'steady']);
		expect([of(0.35, 0, 'watch'), of(0.349, 0, 'watch')]).to.deep.equal(['watch', 'steady']);
		expect([of(1, 0.4, 'watch'), of(1, 0.399, 'watch')]).to.deep.equal(['refit', 'watch']);
		expect([of(1, 0.2, 'refit'), of(1, 0.199, 'refit')]).to.deep.equal(['refit', 'watch']);
	});

	it('a tracing 21 days from the fit mark may stand for it, 22 days may not', () => {
		const tracings: Tracing[] = [1, 2, 3].map((repeat) => ({
			visitedOn: DAY,
			station: 'T8',
			repeat,
			curve: trueCurve('T8')
		}));
		const from = (days: number) => () => watchHorse(tracings, { school: 'close', fittedOn: addDays(DAY, days) }).fitDay;
		expect([from(21)(), from(-21)()]).to.deep.equal([DAY, DAY]);
		expect([codeOf(from(22)), codeOf(from(-22))]).to.deep.equal(['no-visit-at-fit', 'no-visit-at-fit']);
	});

	it('repeats share an error: a hundred tracings alike are not told to a tenth of a millimetre', () => {
		const many = (n: number): Tracing[] =>
			[DAY, addDays(DAY, 30)].flatMap((visitedOn) =>
				Array.from({ length: n }, (_, i) => ({ visitedOn, station: 'T8', repeat: i + 1, curve: trueCurve('T8') }))
			);
		const widthOf = (n: number) => compareDays('T8', many(n), DAY)?.days[1]?.plusMinusMm[8] ?? 0;
		// Pressing, the marked place and how the horse stood on two days: they do not average away.
		expect(widthOf(30)).to.be.within(2, 5);
		expect(widthOf(1)).to.be.above(1.1 * widthOf(30));
	});

	it('a sheet read with a score of 0.8 needs no look, one of 0.79 does', () => {
		const read = (score: number) =>
			answered(newItem(1, new File(['x'], 'a.jpg'), 'blob:1', 'a3', 'T8'), {
				status: 'read',
				line: { quality: { score, warnings: [] } } as unknown as ReadLine,
				width: 10,
				height: 8
			});
		expect([isGood(read(0.8)), isGood(read(0.79))]).to.deep.equal([true, false]);
	});

	it('a later file’s tracing of the same day, station and repeat gives way to an earlier one’s', () => {
		const file = (name: string, depthMm: number): FileResult => ({
			name,
			status: 'read',
			report: {
				kind: 'points-csv',
				lines: [],
				problems: [],
				notes: [],
				tracings: [
					{
						visitedOn: DAY,
						station: 'T8',
						repeat: 1,
						curve: makeCurve([
							[-60, -depthMm],
							[0, 0],
							[60, -depthMm]
						])
					}
				]
			}
		});
		const depthOf = (first: number, then: number) =>
			planVisits([file('a', first), file('b', then)]).map((v) => v.tracings.map((t) => t.yMm[0]));
		expect(depthOf(50, 70)).to.deep.equal([[-50]]);
		expect(depthOf(70, 50)).to.deep.equal([[-70]]);
	});

	it('strokes fade at four and twelve weeks and are no longer counted after half a year', () =>
		expect([28, 29, 84, 85, 182, 183].map(strokeAge)).to.deep.equal([
			'fresh',
			'fading',
			'fading',
			'old',
			'old',
			undefined
		]));

	it('a saddle 6 mm over the last rib is a little over, 25 mm is too long', () =>
		expect([500, 501, 506, 507, 524, 525].map((mm) => lengthFit(mm, 500))).to.deep.equal([
			'fits',
			'little-over',
			'little-over',
			'over',
			'over',
			'too-long'
		]));
});
