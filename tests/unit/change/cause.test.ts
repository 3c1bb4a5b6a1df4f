import { expect } from 'chai';
import {
	readCause,
	readDirection,
	sideChanges,
	spreadingsOf,
	type StationChange
} from '../../../src/core/change/index.js';
import { addDays } from '../../../src/core/units/index.js';
import { normal, seededRandom } from '../../../sim/random.js';
import { changeOf as at } from '../../support/changes.js';

const MONTHS = 14;
const dayOf = (i: number) => addDays('2025-01-10', 30 * i);
/** A record of one station: still for half of it, then on to where it is now, read with some noise. */
function record(now: readonly [number, number], seed: number, noiseMm = 0.4): StationChange[] {
	const random = seededRandom(seed);
	return Array.from({ length: MONTHS }, (_, i) => {
		const u = Math.max(0, (i - 6) / (MONTHS - 7));
		const [near, off] = now.map((mm) => mm * u + noiseMm * normal(random)) as [number, number];
		return at(near, off, 0.5, { visitedOn: dayOf(i) });
	});
}
const pattern = (front: [number, number], middle: [number, number], rear: [number, number]) =>
	spreadingsOf(
		new Map([
			['T8', record(front, 1)],
			['T13', record(middle, 2)],
			['T18', record(rear, 3)]
		])
	)(dayOf(MONTHS));

/** Patterns are facts of the trade: common practice, no source. */
describe('cause from the pattern over stations and sides', () => {
	const cases = [
		['whole-body condition changes every cut at once', pattern([7, 7], [6, 6], [6, 5]), undefined, 'condition-gain'],
		['so does thin condition', pattern([-7, -7], [-6, -6], [-5, -5]), undefined, 'condition-loss'],
		['muscle changes some cuts and not others', pattern([-7, -6], [-1, -1], [0, 0]), undefined, 'local-loss'],
		['muscle gained in front', pattern([8, 8], [1, 2], [0, 0]), undefined, 'local-gain'],
		['one side only', pattern([-9, 0], [-3, 0], [0, 0]), undefined, 'one-sided'],
		['a young horse widens most in front, and behind too', pattern([7, 7], [3, 3], [1.5, 1.5]), true, 'growth'],
		['a grown horse does not grow', pattern([7, 7], [3, 3], [1.5, 1.5]), false, 'local-gain'],
		['a loss is never growth', pattern([-7, -7], [-3, -3], [-1.5, -1.5]), true, 'local-loss']
	] as const;
	for (const [what, changes, canGrow, cause] of cases)
		it(`${what}: ${cause}`, () => expect(readCause(changes, canGrow).cause).to.equal(cause));

	it('has nothing to say without T8, or where the front never moved', () => {
		expect(readCause(spreadingsOf(new Map([['T13', record([9, 9], 4)]]))(dayOf(MONTHS)), true).cause).to.equal('none');
		const still = new Map([['T8', Array.from({ length: 6 }, (_, i) => at(0.1, 0.1, 0.5, { visitedOn: dayOf(i) }))]]);
		expect(readCause(spreadingsOf(still)(dayOf(9)), true).cause).to.equal('none');
	});

	it('is read from visits up to the day only', () => {
		const series = new Map([
			['T8', record([-9, -9], 5)],
			['T13', record([-8, -8], 6)]
		]);
		const early = new Map([...series].map(([s, list]) => [s, list.slice(0, 11)] as const));
		expect(spreadingsOf(series)(dayOf(10))).to.deep.equal(spreadingsOf(early)(dayOf(10)));
	});

	it('unequal sides that both moved are not one-sided', () =>
		expect(readCause(pattern([-9, -5.5], [-1, -1], [0, 0]), undefined).cause).to.equal('local-loss'));

	it('where the top rose with it, the same spread speaks for growth', () => {
		const front = record([7, 7], 1);
		const risen = front.map((c) => ({ ...c, readTopMm: 0.05 * c.readMeanMm }));
		const chanceOf = (t8: StationChange[]) => {
			const read = readCause(
				spreadingsOf(
					new Map([
						['T8', t8],
						['T13', record([2.5, 2.5], 2)]
					])
				)(dayOf(MONTHS)),
				undefined
			);
			return read.likeliest === 'growth' ? read.chance : 1 - read.chance;
		};
		expect(chanceOf(risen)).to.be.above(chanceOf(front) + 0.1);
	});

	it('shares are told with their doubt: rough readings say less', () => {
		const calm = spreadingsOf(
			new Map([
				['T8', record([-8, -8], 7)],
				['T13', record([-4, -4], 8)]
			])
		)(dayOf(MONTHS));
		expect(calm?.middle?.share).to.be.closeTo(0.5, 0.12);
		const rough = record([-4, -4], 8).map((c) => ({ ...c, noise: { ...c.noise, sharedMeanVar: 6 } }));
		const less = spreadingsOf(
			new Map([
				['T8', record([-8, -8], 7)],
				['T13', rough]
			])
		)(dayOf(MONTHS));
		expect(less?.middle?.variance).to.be.above(4 * (calm?.middle?.variance ?? 0));
	});
});

describe('direction from the sides that really changed', () => {
	const of = (nearMm: number, offMm: number, sdMm = 0.5) => readDirection(sideChanges('T8', at(nearMm, offMm, sdMm)));
	it('loss, gain, mixed and none', () => {
		expect(of(-6, -5)).to.equal('loss');
		expect(of(6, 5)).to.equal('gain');
		expect(of(-6, 6)).to.equal('mixed');
		expect(of(0.2, -0.3)).to.equal('none');
		expect(of(-6, 5, 9)).to.equal('none');
	});
});
