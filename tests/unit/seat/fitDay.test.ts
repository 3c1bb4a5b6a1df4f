import { expect } from 'chai';
import { fitDayJson } from '../../../src/cli/seat.js';
import { problemOf } from '../../../src/core/errors/index.js';
import { seatFitDay, type FitDayOptions } from '../../../src/core/seat/index.js';
import { MAKES, makeMadeSeries, type Course } from '../../../sim/makes/index.js';
import { seededRandom } from '../../../sim/random.js';
import { tracingsOf } from '../../../scripts/lib/scoreSeries.js';
import { trueOutcome } from '../../../scripts/lib/trueSeat.js';

function horse(make: number, course: Course, seed: number, visit = 20) {
	const series = makeMadeSeries(MAKES[make]!, course, 'low', seededRandom(seed));
	const on = series.visits[visit]!.day;
	const truth = trueOutcome(
		(p) => series.sectionOn(series.fittedOn, p),
		(p) => series.sectionOn(on, p)
	);
	return { tracings: tracingsOf(series), options: { fitDay: series.fittedOn, on }, truth: truth.outcome, series };
}

describe('the saddle as it fitted, on a later back', () => {
	for (const [course, make] of [
		['local-loss', 0],
		['condition-loss', 3],
		['local-gain', 1],
		['lay-off', 3]
	] as const)
		it(`${course}: drop and tip go the way of the true saddle, inside their intervals`, () => {
			const { tracings, options, truth } = horse(make, course, 31 + make);
			const { dropFrontMm, tipDeg, rollDeg } = seatFitDay(tracings, options);
			expect(Math.abs(truth[0]), 'a horse that shows something').to.be.above(2);
			for (const [i, got] of [dropFrontMm, tipDeg, rollDeg].entries())
				expect(Math.abs(got.value - (truth[i] as number)), `figure ${i}`).to.be.below(2.6 * got.sd);
			expect(Math.sign(dropFrontMm.value)).to.equal(Math.sign(truth[0]));
		});

	it('withers lost tip it forward; fat lost all over lowers it more than it tips', () => {
		const withers = horse(3, 'lay-off', 5);
		const fat = horse(3, 'condition-loss', 5);
		const tipped = seatFitDay(withers.tracings, withers.options);
		const sunk = seatFitDay(fat.tracings, fat.options);
		expect(tipped.tipDeg.value).to.be.above(0.3);
		const lean = (s: typeof sunk): number => s.tipDeg.value / s.dropFrontMm.value;
		expect(lean(sunk)).to.be.below(lean(tipped));
		expect(tipped.clearanceFrontChangeMm.value).to.be.below(0);
	});

	it('one side lost rolls it down on that side', () => {
		const { tracings, options, truth } = horse(1, 'one-sided', 8);
		const { rollDeg } = seatFitDay(tracings, options);
		expect(Math.abs(truth[2])).to.be.above(0.4);
		expect(Math.sign(rollDeg.value)).to.equal(Math.sign(truth[2]));
	});

	it('a horse that stayed as it was keeps its saddle, and a small roll is not believed', () => {
		const { tracings, options } = horse(0, 'quiet', 3);
		const seat = seatFitDay(tracings, options);
		expect(seat.conditions).to.deep.equal(['fits']);
		expect(Math.abs(seat.dropFrontMm.value)).to.be.below(2);
		expect(Math.abs(seat.rollDeg.value)).to.be.below(0.15);
	});

	it('visits after the day asked for change nothing', () => {
		const { tracings, options } = horse(1, 'local-loss', 12, 10);
		const cut = tracings.filter((t) => t.visitedOn <= options.on);
		expect(fitDayJson(cut, options)).to.deep.equal(fitDayJson(tracings, options));
		expect(fitDayJson(cut, { fitDay: options.fitDay })).to.deep.equal(fitDayJson(tracings, options));
	});

	it('what is missing is doubted', () => {
		const { tracings, options } = horse(0, 'local-loss', 4, 8);
		const only = (stations: string[], day?: string) =>
			tracings.filter((t) => (day !== undefined && t.visitedOn !== day) || stations.includes(t.station));
		expect(seatFitDay(tracings, options).doubts).to.not.include('station-missing');
		expect(seatFitDay(only(['T8', 'T13'], options.on), options).doubts).to.include('station-missing');
		expect(seatFitDay(only(['T8', 'T13'], options.fitDay), options).doubts).to.include.members([
			'station-missing',
			'rear-prolonged'
		]);
		expect(seatFitDay(only(['T8']), options).doubts).to.include('front-only');
	});

	const refused: readonly (readonly [string, (o: FitDayOptions) => FitDayOptions, string])[] = [
		['a day after the last visit', (o) => ({ ...o, on: '2031-01-01' }), 'on-after-last'],
		['a day before the fitted day', (o) => ({ ...o, on: '2020-01-01' }), 'on-not-after-fit'],
		['the fitted day itself', (o) => ({ ...o, on: o.fitDay }), 'on-not-after-fit'],
		['a fitted day that is not there', (o) => ({ ...o, fitDay: '2022-01-11' }), 'fit-day-absent'],
		['a saddle as short as a hand', (o) => ({ ...o, bearsMm: 100 }), 'bad-bears']
	];
	const { tracings, options } = horse(0, 'quiet', 3, 4);
	const codeOf = (of: () => unknown): string => {
		try {
			of();
			return 'answered';
		} catch (error) {
			return problemOf(error).code;
		}
	};
	for (const [what, change, code] of refused)
		it(`${what}: ${code}`, () => expect(codeOf(() => seatFitDay(tracings, change(options)))).to.equal(code));

	it('no front tracing on one of the days: no-front-tracing', () => {
		const without = tracings.filter((t) => t.station !== 'T8' || t.visitedOn !== options.fitDay);
		expect(codeOf(() => seatFitDay(without, options))).to.equal('no-front-tracing');
	});
});
