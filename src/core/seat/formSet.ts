import { degToRad } from '../units/index.js';
import { SADDLE_PLACES, type SaddleMeasures, type SaddlePlace, type UndersideTracing } from './measuredSaddle.js';

/** A fitting form: even bars by angle, rock and twist, to be held on a back, or seated on one here. */
export interface FittingForm {
	/** Between both bars in front, degrees. */
	readonly angleDeg: number;
	/** How far the middle stands out under a straight edge along a bar, mm. */
	readonly rockMm: number;
	/** By how much each bar lies flatter at the rear than in front, degrees. */
	readonly twistDeg: number;
}

const ANGLES_DEG = [74, 84, 94, 104] as const;
const ROCKS_MM = [10, 26] as const;
const TWISTS_DEG = [6, 16] as const;

/** A made-up set, maker-neutral: every angle with every rock and twist (steps a hand tells apart; common practice, no source). */
export const FORM_SET: readonly FittingForm[] = ANGLES_DEG.flatMap((angleDeg) =>
	ROCKS_MM.flatMap((rockMm) => TWISTS_DEG.map((twistDeg) => ({ angleDeg, rockMm, twistDeg })))
);

/** How long the bars of a form bear, mm. */
export const FORM_BEARS_MM = 420;

/** Bars end so far from the middle, mm; the top is round and bears nothing. */
const REACH_MM = 150;
const ROUND_MM = 22;
const STEP_MM = 5;
const CHANNEL_MM: Readonly<Record<SaddlePlace, number>> = { front: 70, middle: 70, rear: 75 };
/** Share of the twist that is there. */
const TWISTED: Readonly<Record<SaddlePlace, number>> = { front: 0, middle: 0.5, rear: 1 };

/** Underside at a place: a hyperbola that nears both bars' lines and is rounded over the spine. */
function sectionOf(
	{ angleDeg, twistDeg }: FittingForm,
	place: SaddlePlace,
	channelsMm: Readonly<Record<SaddlePlace, number>>
): UndersideTracing {
	const fall = 1 / Math.tan(degToRad(angleDeg / 2 + TWISTED[place] * twistDeg));
	const xMm = Array.from({ length: (2 * REACH_MM) / STEP_MM + 1 }, (_, i) => i * STEP_MM - REACH_MM);
	const tenth = (v: number): number => Math.round(10 * v) / 10;
	return {
		xMm,
		yMm: xMm.map((x) => tenth(-fall * (Math.hypot(x, ROUND_MM) - ROUND_MM))),
		channelMm: channelsMm[place]
	};
}

/** What a person measures of a saddle's angles, degrees: between both bars in front, and how much flatter each lies behind. */
export const FRONT_ANGLE_DEG = { least: 60, most: 130, usual: 88 } as const;
export const TWIST_DEG = { least: 0, most: 30, usual: 10 } as const;

/** A form, or a saddle of which only angle, twist, rock and channels were measured, as if its underside had been traced. */
export const formMeasures = (form: FittingForm, channelsMm = CHANNEL_MM): SaddleMeasures => ({
	sections: Object.fromEntries(SADDLE_PLACES.map((place) => [place, sectionOf(form, place, channelsMm)])) as Record<
		SaddlePlace,
		UndersideTracing
	>,
	rockMm: form.rockMm
});
