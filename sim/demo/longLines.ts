/** Long lines that were drawn of a demo horse: at which visit (before the last), how much they sink, where lowest. */
export const DEMO_LONG_LINES: Readonly<
	Record<string, readonly { readonly before: number; readonly rockMm: number; readonly lowAtMm: number }[]>
> = {
	Marram: [
		{ before: 12, rockMm: 19, lowAtMm: 230 },
		{ before: 0, rockMm: 25, lowAtMm: 250 }
	]
};

const LENGTH_MM = 470;
const STEP_MM = 10;
/** How far its front and rear rise above the low place, as shares of the rock. */
const FRONT_RISE = 1.5;
const REAR_RISE = 0.9;

/** A line along the back: it falls from the withers, sinks to its low place and rises to the loin. */
export function demoLongLine(rockMm: number, lowAtMm: number): { readonly xMm: number[]; readonly yMm: number[] } {
	const xMm = Array.from({ length: LENGTH_MM / STEP_MM + 1 }, (_, i) => i * STEP_MM);
	const yMm = xMm.map((x) => {
		const u = x < lowAtMm ? (lowAtMm - x) / lowAtMm : (x - lowAtMm) / (LENGTH_MM - lowAtMm);
		const rise = x < lowAtMm ? FRONT_RISE : REAR_RISE;
		return Math.round(10 * rockMm * (rise * u * u - FRONT_RISE)) / 10;
	});
	return { xMm, yMm };
}

/** Saddles whose underside was traced, with their rock: they were made to the back they were fitted on. */
export const DEMO_SADDLE_ROCK_MM: Readonly<Record<string, number>> = {
	'Patrol 17 narrow': 18,
	'Patrol 3': 15,
	'Old Warden': 14
};
