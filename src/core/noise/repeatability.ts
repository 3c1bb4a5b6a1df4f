import { mean, sampleSd, Z95 } from '../math/index.js';

/** Spread within groups gathered so far: sum of squares about each group's mean, and its degrees of freedom. */
export interface WithinTally {
	readonly squares: number;
	readonly freedom: number;
}

export const NO_SPREAD: WithinTally = { squares: 0, freedom: 0 };

/** The tally with one more group of repeats; a single reading tells nothing of spread. */
export function addGroup(tally: WithinTally, group: readonly number[]): WithinTally {
	if (group.length < 2) return tally;
	const freedom = group.length - 1;
	return { squares: tally.squares + sampleSd(group) ** 2 * freedom, freedom: tally.freedom + freedom };
}

/** Within-subject SD of a tally: square root of the within-group variance weighted by n - 1; NaN without repeats. */
export function withinSd(tally: WithinTally): number {
	return tally.freedom > 0 ? Math.sqrt(tally.squares / tally.freedom) : Number.NaN;
}

/** Within-subject SD over groups of repeats (Bland & Altman 1986). */
export function pooledWithinSd(groups: readonly (readonly number[])[]): number {
	return withinSd(groups.reduce(addGroup, NO_SPREAD));
}

/** Repeatability coefficient, 1.96 √2 s_w: two readings of one thing differ by less in 95 of 100 pairs. */
export function repeatabilityCoefficient(withinSd: number): number {
	return Z95 * Math.SQRT2 * withinSd;
}

export interface LimitsOfAgreement {
	readonly bias: number;
	readonly sd: number;
	readonly lower: number;
	readonly upper: number;
}

/** Limits of agreement of paired readings, bias ± 2 SD of the differences as the 1986 paper prints them. */
export function limitsOfAgreement(a: readonly number[], b: readonly number[]): LimitsOfAgreement {
	const differences = a.map((v, i) => v - (b[i] as number));
	const bias = mean(differences);
	const sd = sampleSd(differences);
	return { bias, sd, lower: bias - 2 * sd, upper: bias + 2 * sd };
}

/** Smallest detectable change, 1.96 √2 SEM (Weir 2005); SEM of a mean of `repeats` tracings is s_w/√repeats. */
export function smallestDetectableChange(withinSd: number, repeats = 1): number {
	return (Z95 * Math.SQRT2 * withinSd) / Math.sqrt(repeats);
}
