import type { SideMoved } from './fitDayBack.js';

/** How muscle at the withers fades to the rear, and how it and fat lie over depth, as shares of the front's band. */
export interface Lie {
	readonly muscleAt: readonly [s40: number, s245: number, s450: number];
	readonly muscle: SideMoved;
	readonly fat: SideMoved;
}
const FADE_AT_MM = [40, 245, 450] as const;

/** Muscle at the withers fades to the rear and lies in the band; fat lies everywhere, thicker low. Common practice, no source. */
export const USUAL_LIE: Lie = { muscleAt: [1, 0.36, 0.12], muscle: [0.7, 1, 0.6], fat: [0.6, 1, 1.25] };
/** The same where more of it lies behind and low, or less. */
export const LIES: readonly [more: Lie, less: Lie] = [
	{ muscleAt: [1, 0.5, 0.2], muscle: [0.6, 1, 0.75], fat: [0.5, 1, 1.4] },
	{ muscleAt: [1, 0.22, 0.04], muscle: [0.8, 1, 0.45], fat: [0.7, 1, 1.1] }
];

/** Share of the front's muscle that a station has, by its place behind the blade. */
function muscleAlong(sMm: number, [a, b, c]: Lie['muscleAt']): number {
	const [s0, s1, s2] = FADE_AT_MM;
	if (sMm <= s0) return a;
	if (sMm <= s1) return a + ((b - a) * (sMm - s0)) / (s1 - s0);
	return sMm >= s2 ? c : b + ((c - b) * (sMm - s1)) / (s2 - s1);
}

/** What so many mm of muscle at the front's band are on one side of a station. */
export function muscleMoved(mm: number, sMm: number, { muscleAt, muscle }: Lie = USUAL_LIE): SideMoved {
	const here = mm * muscleAlong(sMm, muscleAt);
	return [here * muscle[0], here * muscle[1], here * muscle[2]];
}

/** What so many mm of fat at the front's band are on one side of any station. */
export const fatMoved = (mm: number, { fat }: Lie = USUAL_LIE): SideMoved => [mm * fat[0], mm * fat[1], mm * fat[2]];
