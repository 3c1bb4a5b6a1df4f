import { expect } from 'chai';
import { bodyWeightKg, CONDITION } from '../../src/core/load/index.js';

/**
 * Carroll & Huntington, Body condition scoring and weight estimation of horses, Equine Veterinary
 * Journal 1988: weight (kg) = girth² (cm) × length (cm) / 11 880. Formula from memory; the products
 * below were worked by hand.
 */
describe('body weight by girth and length (Carroll & Huntington 1988, from memory)', () => {
	const WORKED = [
		[180, 158, 430.909],
		[190, 165, 501.389],
		[150, 135, 255.682]
	] as const;
	for (const [girth, length, kg] of WORKED)
		it(`${girth} cm and ${length} cm give ${kg} kg`, () =>
			expect(bodyWeightKg(girth, length)).to.be.closeTo(kg, 0.001));
});

/** Henneke et al., Relationship between condition score, physical measurements and body fat, Equine Veterinary Journal 1983 (from memory). */
describe('condition score (Henneke et al. 1983, from memory)', () =>
	it('runs from 1 to 9 with 5 moderate', () => expect(CONDITION).to.deep.equal({ least: 1, most: 9, moderate: 5 })));
