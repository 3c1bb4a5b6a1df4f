/**
 * Length for the bearing surface by both schools, mm along the panel line (common practice, no source).
 * `fingers`: from two fingers behind the blade (about T8) to the last rib. `tape`: from the tape at the blade's
 * edge to the tape at the rib, all of it. A saddle set behind the back-swing has only what is left there.
 */
export interface BearingLength {
	readonly fingersMm: number;
	readonly tapeMm: number;
	readonly swingMm: number | undefined;
}

export interface LengthInput {
	/** From the resting blade edge to the last rib. */
	readonly bladeToRibMm: number;
	/** How far the edge moves back when the foreleg is drawn forward. */
	readonly swingMm: number | undefined;
	readonly twoFingersMm: number;
}

export function bearingLength({ bladeToRibMm, swingMm, twoFingersMm }: LengthInput): BearingLength {
	return {
		fingersMm: Math.max(0, bladeToRibMm - twoFingersMm),
		tapeMm: bladeToRibMm,
		swingMm: swingMm === undefined ? undefined : Math.max(0, bladeToRibMm - swingMm)
	};
}

/** What a person asks of length: the school, and whether the saddle is set behind the back-swing. */
export interface LengthRules {
	readonly lengthFrom: 'fingers' | 'tape';
	readonly place: 'rest' | 'swing';
}

/** The length that counts for a person's choices: never more than what is left behind where the saddle is set. */
export function usableLengthMm(length: BearingLength, { lengthFrom, place }: LengthRules): number {
	const school = lengthFrom === 'tape' ? length.tapeMm : length.fingersMm;
	return place === 'swing' && length.swingMm !== undefined ? Math.min(school, length.swingMm) : school;
}

/** Over the last rib: a few mm are tolerable, 25 mm are too long (common practice, no source). */
export const TOO_LONG_MM = 25;
const A_LITTLE_MM = 6;

export type LengthFit = 'fits' | 'little-over' | 'over' | 'too-long';

/** How a saddle's bearing length sits in the length there is. */
export function lengthFit(saddleMm: number, availableMm: number): LengthFit {
	const overMm = saddleMm - availableMm;
	if (overMm <= 0) return 'fits';
	if (overMm <= A_LITTLE_MM) return 'little-over';
	return overMm < TOO_LONG_MM ? 'over' : 'too-long';
}
