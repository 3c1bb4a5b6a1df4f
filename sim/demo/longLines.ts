interface LongLine {
	readonly rockMm: number;
	readonly lowAtMm: number;
	/** How far front and rear rise above the low place, as shares of the rock. */
	readonly frontRise?: number;
	readonly rearRise?: number;
}

/** Long lines that were drawn of a demo horse: at which visit (before the last), how much they sink, where lowest. */
export const DEMO_LONG_LINES: Readonly<Record<string, readonly (LongLine & { readonly before: number })[]>> = {
	Samphire: [{ before: 0, rockMm: 12, lowAtMm: 210 }],
	// Low in front, as cobs are and fillies for a while.
	Eider: [{ before: 0, rockMm: 16, lowAtMm: 170, frontRise: 0.4, rearRise: 2.6 }],
	// High in front, as horses that haul uphill become.
	Thrift: [{ before: 0, rockMm: 14, lowAtMm: 260, frontRise: 2.8, rearRise: 0.6 }],
	Marram: [
		{ before: 12, rockMm: 19, lowAtMm: 230 },
		{ before: 0, rockMm: 25, lowAtMm: 250 }
	]
};

const LENGTH_MM = 470;
const STEP_MM = 10;

/** A line along the back: it falls from the withers, sinks to its low place and rises to the loin. */
export function demoLongLine({ rockMm, lowAtMm, frontRise = 1.5, rearRise = 0.9 }: LongLine): {
	readonly xMm: number[];
	readonly yMm: number[];
} {
	const xMm = Array.from({ length: LENGTH_MM / STEP_MM + 1 }, (_, i) => i * STEP_MM);
	const yMm = xMm.map((x) => {
		const u = x < lowAtMm ? (lowAtMm - x) / lowAtMm : (x - lowAtMm) / (LENGTH_MM - lowAtMm);
		const rise = x < lowAtMm ? frontRise : rearRise;
		return Math.round(10 * rockMm * (rise * u * u - frontRise)) / 10;
	});
	return { xMm, yMm };
}
