import { mean, sampleSd, Z95 } from '../math/index.js';

/** Within-subject SD over groups of repeats: square root of the mean within-group variance weighted by n - 1 (Bland & Altman 1986). */
export function pooledWithinSd(groups: readonly (readonly number[])[]): number {
	let squares = 0;
	let freedom = 0;
	for (const g of groups) {
		if (g.length < 2) continue;
		squares += sampleSd(g) ** 2 * (g.length - 1);
		freedom += g.length - 1;
	}
	return freedom > 0 ? Math.sqrt(squares / freedom) : Number.NaN;
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

/** Starting belief about one operator's within-visit SD, mm, worth this many degrees of freedom. */
export const STARTING_SD_MM = 1.5;
const STARTING_FREEDOM = 6;

/** Within-visit SD shrunk toward the starting value until the data outweigh it, mm. */
export function shrunkWithinSd(groups: readonly (readonly number[])[], startingSdMm = STARTING_SD_MM): number {
	let squares = STARTING_FREEDOM * startingSdMm ** 2;
	let freedom = STARTING_FREEDOM;
	for (const g of groups) {
		if (g.length < 2) continue;
		squares += sampleSd(g) ** 2 * (g.length - 1);
		freedom += g.length - 1;
	}
	return Math.sqrt(squares / freedom);
}
