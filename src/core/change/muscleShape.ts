import { BAND_BOTTOM_MM, BAND_TOP_MM } from '../curve/index.js';

/** Where muscle usually lies on a flank, mm of depth, and how far it reaches up and down. From simulation and common practice, no source. */
const CENTRE_MM = 87;
const REACH_MM = 36;

/** Half-width change, mm a mm: the usual bump, what lying lower adds to it, and what reaching further adds. */
export type Muscle = readonly [bump: number, lower: number, wider: number];
export const MUSCLE_COLUMNS = 3;

function muscleAt(depthMm: number): Muscle {
	const z = (depthMm - CENTRE_MM) / REACH_MM;
	const bump = Math.exp(-0.5 * z * z);
	return [bump, bump * z, bump * (z * z - 0.5)];
}

const DEEPEST_MM = 225;
const TABLE = Array.from({ length: DEEPEST_MM }, (_, d) => muscleAt(d));

/** The same by whole millimetres: it is looked up for every point of every tracing. */
export const tabledMuscleAt = (depthMm: number): Muscle =>
	TABLE[Math.max(0, Math.min(DEEPEST_MM - 1, Math.round(depthMm)))] as Muscle;

/** Mean half-width change over the bearing band for each mm of the columns. */
export const BAND_MUSCLE: Muscle = (() => {
	const steps = Array.from({ length: 61 }, (_, i) => BAND_TOP_MM + ((BAND_BOTTOM_MM - BAND_TOP_MM) * i) / 60);
	const meanOf = (k: 0 | 1 | 2): number => steps.reduce((s, d) => s + muscleAt(d)[k], 0) / steps.length;
	return [meanOf(0), meanOf(1), meanOf(2)];
})();
