import { expect } from 'chai';
import { readCause, readDirection, sideChanges } from '../../../src/core/change/index.js';
import { changeOf as at } from '../../support/changes.js';

const pattern = (front: [number, number], middle: [number, number], rear: [number, number]) =>
	new Map([
		['T8', at(...front)],
		['T13', at(...middle)],
		['T18', at(...rear)]
	]);

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
		it(`${what}: ${cause}`, () => expect(readCause(changes, canGrow)).to.equal(cause));

	it('has nothing to say without T8', () => expect(readCause(new Map([['T13', at(9, 9)]]), true)).to.equal('none'));

	it('unequal sides that both moved are not one-sided', () =>
		expect(readCause(pattern([-9, -5.5], [-1, -1], [0, 0]), undefined)).to.equal('local-loss'));

	it('a left-right difference within its own doubt is not one-sided', () => {
		const doubtful = new Map([['T8', at(-7, -2, 3)]]);
		expect(readCause(doubtful, undefined)).not.to.equal('one-sided');
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
