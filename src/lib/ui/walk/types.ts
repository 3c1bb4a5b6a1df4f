import type { HandSchool, SaddleKind } from '$core/checks/index.js';
import type { FingerCalibration } from '$core/units/index.js';
import type { Sign } from '$core/zones/index.js';

export interface WalkPairing {
	readonly id: string;
	readonly saddleName: string;
	readonly saddleKind: SaddleKind;
	readonly handSchool: HandSchool;
	/** Length of the bearing surface, mm, where it is known. */
	readonly bearingMm: number | null;
}

export interface WalkHand extends FingerCalibration {
	readonly breadthMm: number;
	readonly measured: boolean;
}

/** What earlier visits say to this one. */
export interface WalkBefore {
	/** Day of the latest tape, condition or load reading. */
	readonly readOn: string | null;
	readonly signs: readonly Sign[];
	/** Last tape, condition and load readings by field. */
	readonly numbers: Readonly<Record<string, number>>;
	readonly texts: Readonly<Record<string, string>>;
	/** Flank slope at T8 in degrees, where it was traced. */
	readonly slopeDeg: number | null;
	/** Day the next look would fall due. */
	readonly nextOn: string;
}
