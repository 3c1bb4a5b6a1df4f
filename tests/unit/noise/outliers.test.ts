import { expect } from 'chai';
import { addGroup, findOutliers, STARTING_SD_MM, startingTally, withinSd } from '../../../src/core/noise/index.js';

describe('findOutliers', () => {
	it('leaves out the one that is far off', () =>
		expect(findOutliers([1, 1.2, 9], 1)).to.deep.equal([false, false, true]));
	it('never judges between two', () => expect(findOutliers([1, 40], 1)).to.deep.equal([false, false]));
	it('leaves out at most one in three, the worst', () => {
		expect(findOutliers([1, 12, 20], 1)).to.deep.equal([false, false, true]);
		expect(findOutliers([1, 1, 1, 1, 20, 30], 1)).to.deep.equal([false, false, false, false, true, true]);
	});
	it('keeps a noisy hand’s tracings', () => expect(findOutliers([2, 3, 7], 2)).to.deep.equal([false, false, false]));
});

const shrunk = (groups: readonly number[][]): number => withinSd(groups.reduce(addGroup, startingTally()));

describe('the within-visit SD, shrunk', () => {
	it('starts at the stated value without data', () => expect(shrunk([])).to.equal(STARTING_SD_MM));
	it('ignores visits with a single tracing', () => expect(shrunk([[4], [9]])).to.equal(STARTING_SD_MM));
	it('follows the data once there is much of it', () => {
		const groups = Array.from({ length: 200 }, () => [10, 10 + 0.6 * Math.SQRT2]);
		expect(shrunk(groups)).to.be.closeTo(0.6, 0.06);
	});
	it('moves only part of the way after one visit', () => expect(shrunk([[10, 16]])).to.be.within(1.6, 2.4));
});
