import { fingersToMm, type FingerCalibration } from '../units/index.js';
import type { FingerCheck, HandSchool, Stage } from './define.js';

/** Room above the withers that the back-swing school asks for, bare, mm (common practice, no source). */
export const SWING_CLEARANCE_MM = { least: 50, most: 75 } as const;

/** True where a school states the room in mm, whatever the hand. */
export const statesMm = (check: FingerCheck, stage: Stage, school: HandSchool): boolean =>
	check.id === 'clearance-top' && school === 'swing' && stage !== 'rider';

export interface FingerLimit {
	readonly leastFingers: number;
	readonly leastMm: number;
	readonly mostFingers: number | undefined;
	readonly mostMm: number | undefined;
}

/**
 * A finger check's limit in this person's fingers and in mm. Where the school states the room in mm,
 * that is kept and the fingers follow from the hand: two or three broad ones, three or four slim.
 */
export function fingerLimit(
	check: FingerCheck,
	stage: Stage,
	school: HandSchool,
	hand: FingerCalibration
): FingerLimit {
	const { least, most } = check.limits(stage, school);
	if (statesMm(check, stage, school)) {
		const counts = [2, 3, 4].filter((n) => fingersToMm(n, hand) >= SWING_CLEARANCE_MM.least);
		const under = [2, 3, 4].filter((n) => fingersToMm(n, hand) <= SWING_CLEARANCE_MM.most);
		return {
			leastFingers: counts[0] ?? 4,
			leastMm: SWING_CLEARANCE_MM.least,
			mostFingers: under[under.length - 1] ?? 2,
			mostMm: SWING_CLEARANCE_MM.most
		};
	}
	return {
		leastFingers: least,
		leastMm: fingersToMm(least, hand),
		mostFingers: most,
		mostMm: most === undefined ? undefined : fingersToMm(most, hand)
	};
}
