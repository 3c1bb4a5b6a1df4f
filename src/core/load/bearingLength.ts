/**
 * Length for the bearing surface, mm along the panel line (common practice, no source).
 * `rest`: behind the resting blade edge plus two fingers. `swing`: behind the furthest back-swing.
 */
export interface BearingLength {
	readonly restMm: number;
	readonly swingMm: number | undefined;
}

/** Back-swing that leaves too little is said for a saddle's bearing length. */
export interface LengthInput {
	/** From the resting blade edge to the last rib. */
	readonly bladeToRibMm: number;
	/** How far the edge moves back when the foreleg is drawn forward. */
	readonly swingMm: number | undefined;
	readonly twoFingersMm: number;
}

export function bearingLength({ bladeToRibMm, swingMm, twoFingersMm }: LengthInput): BearingLength {
	return {
		restMm: Math.max(0, bladeToRibMm - twoFingersMm),
		swingMm: swingMm === undefined ? undefined : Math.max(0, bladeToRibMm - swingMm)
	};
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
