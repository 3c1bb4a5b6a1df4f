import { expect } from 'chai';
import {
	followHorse,
	readCause,
	readDirection,
	sideChanges,
	type BackChange,
	type Cause
} from '../../../src/core/change/index.js';
import type { StationChange } from '../../../src/core/change/index.js';
import { KINDS } from '../../../src/core/change/kinds.js';
import { CALM_HAND } from '../../../sim/trace.js';
import { changeOf as at } from '../../support/changes.js';
import { series, slide, START } from '../../support/shapes.js';

/** The cause told at the last visit of a back that moved by so many mm: front, middle and rear as shares. */
function told(
	mm: number,
	spread: { near: number; off: number; middle: number; rear: number },
	canGrow?: boolean
): Cause {
	const tracings = series(slide(mm, 8, 28, spread), { visits: 12, hand: CALM_HAND, seed: 71 });
	const change = followHorse(tracings, START, 'T8')?.at(-1);
	const front = change?.stations.get('T8') as StationChange;
	return readCause(change, front.both.mm, canGrow).cause;
}

/** Patterns are facts of the trade: common practice, no source. */
describe('cause from the pattern over stations and sides', () => {
	const everywhere = { near: 1, off: 1, middle: 0.95, rear: 0.9 };
	const front = { near: 1, off: 1, middle: 0.2, rear: 0 };
	const one = { near: 1, off: 0.05, middle: 0.3, rear: 0.1 };
	const grown = { near: 1, off: 1, middle: 0.55, rear: 0.35 };
	const cases = [
		['whole-body condition changes every cut at once', 8, everywhere, undefined, 'condition-gain'],
		['so does thin condition', -8, everywhere, undefined, 'condition-loss'],
		['muscle changes some cuts and not others', -8, front, undefined, 'local-loss'],
		['muscle gained in front', 8, front, false, 'local-gain'],
		['one side only', -10, one, undefined, 'one-sided'],
		['a young horse widens most in front, and behind too', 9, grown, true, 'growth']
	] as const;
	for (const [what, mm, spread, canGrow, cause] of cases)
		it(`${what}: ${cause}`, () => expect(told(mm, spread, canGrow)).to.equal(cause));

	it('a grown horse does not grow, and a loss is never growth', () => {
		expect(told(9, grown, false)).to.not.equal('growth');
		expect(told(-9, grown, true)).to.not.equal('growth');
	});

	it('what comes slowly, for a year, is the more likely growth where nobody knows the age', () => {
		const chanceOfGrowth = (weeks: number): number => {
			const tracings = series(slide(9, 4, 4 + weeks, grown), { visits: 17, hand: CALM_HAND, seed: 73 });
			const change = followHorse(tracings, START, 'T8')?.at(-1);
			const read = readCause(change, (change?.stations.get('T8') as StationChange).both.mm, undefined);
			return read.likeliest === 'growth' ? read.chance : read.rival === 'growth' ? 1 - read.chance : 0;
		};
		const [slow, fast] = [chanceOfGrowth(60), chanceOfGrowth(8)];
		expect(slow).to.be.above(0.6);
		expect(fast).to.be.below(slow - 0.2);
	});

	it('the kind that foresaw what came speaks for its cause; one that says nothing leaves it to the shape', () => {
		const tracings = series(slide(-9, 8, 28, front), { visits: 12, hand: CALM_HAND, seed: 71 });
		const change = followHorse(tracings, START, 'T8')?.at(-1) as BackChange;
		const seenAs = (kind: (typeof KINDS)[number]) =>
			readCause({ ...change, kinds: KINDS.map((k) => Number(k === kind)) }, -9, false);
		const chanceOf = (kind: (typeof KINDS)[number], cause: Cause): number => {
			const read = seenAs(kind);
			return read.likeliest === cause ? read.chance : 1 - read.chance;
		};
		expect(seenAs('still').likeliest).to.equal('local-loss');
		expect(chanceOf('local', 'local-loss')).to.be.above(chanceOf('still', 'local-loss'));
		expect(chanceOf('near', 'local-loss')).to.be.below(chanceOf('still', 'local-loss'));
	});

	it('has nothing to say without a change', () => expect(readCause(undefined, 0, true).cause).to.equal('none'));
});

describe('direction', () => {
	const of = (near: number, off: number) => readDirection(sideChanges('T8', at(near, off, 0.4)));
	it('is read from the sides that really changed', () => {
		expect([of(-5, -4), of(6, 5), of(-6, 6), of(0.2, 0.3)]).to.deep.equal(['loss', 'gain', 'mixed', 'none']);
	});
	it('leans where nothing is sure and something is said', () => {
		const front = sideChanges('T8', at(-1, -1, 1));
		expect(readDirection(front, front[0])).to.equal('loss');
	});
});
