import { CoreError } from '../errors/index.js';

/**
 * How far a pad or shim of `thicknessMm` lifts the saddle on a flank that slopes `slopeDeg` from the
 * horizontal, mm: t / cos θ. Throws `bad-pad` outside 0-40 mm and 0-75 degrees.
 */
export function padLiftMm(thicknessMm: number, slopeDeg: number): number {
	if (!(thicknessMm >= 0 && thicknessMm <= 40 && slopeDeg >= 0 && slopeDeg <= 75))
		throw new CoreError('bad-pad', { thicknessMm, slopeDeg });
	return thicknessMm / Math.cos((slopeDeg * Math.PI) / 180);
}

/** Shims come in steps of about 3 mm (common practice, no source). */
export const SHIM_STEP_MM = 3;

/** The shim for a measured gap: the largest step that is still thinner than the gap; 0 for none. */
export function shimForGapMm(gapMm: number): number {
	if (!(gapMm >= 0 && gapMm <= 60)) throw new CoreError('bad-pad', { thicknessMm: gapMm, slopeDeg: 0 });
	const steps = Math.ceil(gapMm / SHIM_STEP_MM) - 1;
	return Math.max(0, steps) * SHIM_STEP_MM;
}

/** Moving each panel down its flank by d widens by about 2 d in all (common practice, no source). */
export const panelSpreadMm = (eachDownMm: number): number => 2 * eachDownMm;

export type ShimPlace = 'front' | 'centre' | 'rear' | 'wedge';
export const SHIM_PLACES: readonly ShimPlace[] = ['front', 'centre', 'rear', 'wedge'];
