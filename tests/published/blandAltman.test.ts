import { expect } from 'chai';
import { mean } from '../../src/core/math/index.js';
import {
	limitsOfAgreement,
	pooledWithinSd,
	repeatabilityCoefficient,
	smallestDetectableChange
} from '../../src/core/noise/index.js';

/**
 * Peak expiratory flow of 17 subjects, measured twice by two meters: Bland & Altman, Lancet 1986,
 * i: 307-310. Table and printed results written down from memory.
 */
const LARGE_1 = [494, 395, 516, 434, 476, 557, 413, 442, 650, 433, 417, 656, 267, 478, 178, 423, 427];
const LARGE_2 = [490, 397, 512, 401, 470, 611, 415, 431, 638, 429, 420, 633, 275, 492, 165, 372, 421];
const MINI_1 = [512, 430, 520, 428, 500, 600, 364, 380, 658, 445, 432, 626, 260, 477, 259, 350, 451];
const MINI_2 = [525, 415, 508, 444, 500, 625, 460, 390, 642, 432, 420, 605, 227, 467, 268, 370, 443];

describe('Bland & Altman 1986, peak flow', () => {
	it('limits of agreement between the meters: -79.7 to 75.5 l/min about -2.1', () => {
		const agreement = limitsOfAgreement(LARGE_1, MINI_1);
		expect(agreement.bias).to.be.closeTo(-2.1, 0.05);
		expect(agreement.sd).to.be.closeTo(38.8, 0.05);
		expect(agreement.lower).to.be.closeTo(-79.7, 0.1);
		expect(agreement.upper).to.be.closeTo(75.5, 0.1);
	});

	it('coefficient of repeatability, twice the SD of the differences: 43.2 and 56.4 l/min', () => {
		const twiceSd = (a: number[], b: number[]) => 2 * Math.SQRT2 * pooledWithinSd(a.map((v, i) => [v, b[i] as number]));
		expect(twiceSd(LARGE_1, LARGE_2)).to.be.closeTo(43.2, 0.1);
		expect(twiceSd(MINI_1, MINI_2)).to.be.closeTo(56.4, 0.1);
	});

	it('within-subject SD is 15.3 l/min for the large meter, and 1.96 √2 of it the repeatability', () => {
		const sd = pooledWithinSd(LARGE_1.map((v, i) => [v, LARGE_2[i] as number]));
		expect(sd).to.be.closeTo(15.3, 0.05);
		expect(repeatabilityCoefficient(sd)).to.be.closeTo(2.772 * sd, 0.01);
	});
});

describe('Weir 2005, smallest detectable change', () => {
	it('is 1.96 √2 SEM for one reading, and shrinks with the root of the number of repeats', () => {
		expect(smallestDetectableChange(1)).to.be.closeTo(2.7719, 1e-4);
		expect(smallestDetectableChange(1.8, 3)).to.be.closeTo((2.7719 * 1.8) / Math.sqrt(3), 1e-3);
	});

	it('no spread within groups of one', () => {
		expect(pooledWithinSd([[1], [2]])).to.be.NaN;
		expect(mean([])).to.be.NaN;
	});
});
