import type { HandRules, SaddleKind } from '$core/checks/index.js';
import type { LoggedRide } from '$core/reading/index.js';
import type { FieldState } from '$core/visit/index.js';
import type { FingerCalibration } from '$core/units/index.js';
import type { Sign } from '$core/zones/index.js';

export interface WalkPairing {
	readonly id: string;
	readonly saddleName: string;
	readonly saddleKind: SaddleKind;
	readonly rules: HandRules;
	/** Day of its latest fit mark. */
	readonly fittedOn: string | undefined;
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
	/** What is under and in each saddle, by pairing. */
	readonly setups: Readonly<
		Record<string, readonly (readonly [part: string, value: string | number, since: string])[]>
	>;
	/** Flank slope at T8 in degrees, where it was traced. */
	readonly slopeDeg: number | null;
	/** What of earlier visits still bears on today. */
	readonly visits: readonly {
		readonly id: string;
		readonly visitedOn: string;
		readonly fields: readonly FieldState[];
	}[];
	/** Entries that ask for the vet and that no look has answered. */
	readonly openEntryIds: readonly string[];
	readonly rides: readonly LoggedRide[];
	readonly tracedOn: string | null;
}
