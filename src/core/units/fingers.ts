import { CoreError } from '../errors/index.js';

/** One person's stacked fingers, each in mm: what 2, 3 and 4 fingers measure on this hand. */
export interface FingerCalibration {
	readonly twoMm: number;
	readonly threeMm: number;
	readonly fourMm: number;
}

/** Starting values until a person calibrates (common practice, no source). */
export const DEFAULT_FINGERS: FingerCalibration = { twoMm: 36, threeMm: 54, fourMm: 72 };

/** Checks a calibration: increasing, and each finger 12 to 30 mm thick. Throws `bad-fingers`. */
export function checkFingers(f: FingerCalibration): FingerCalibration {
	const steps = [f.twoMm / 2, f.threeMm - f.twoMm, f.fourMm - f.threeMm];
	if (!steps.every((mm) => mm >= 12 && mm <= 30))
		throw new CoreError('bad-fingers', { twoMm: f.twoMm, threeMm: f.threeMm, fourMm: f.fourMm });
	return f;
}

const knots = (f: FingerCalibration): readonly (readonly [number, number])[] => [
	[0, 0],
	[2, f.twoMm],
	[3, f.threeMm],
	[4, f.fourMm]
];

function piecewise(pairs: readonly (readonly [number, number])[], x: number): number {
	const last = pairs.length - 1;
	let i = 1;
	while (i < last && x > (pairs[i] as readonly [number, number])[0]) i++;
	const [x0, y0] = pairs[i - 1] as readonly [number, number];
	const [x1, y1] = pairs[i] as readonly [number, number];
	return y0 + ((x - x0) / (x1 - x0)) * (y1 - y0);
}

/** Fingers (any count, halves too) to mm on this hand; beyond four the last finger repeats. */
export function fingersToMm(fingers: number, f: FingerCalibration): number {
	return piecewise(knots(f), fingers);
}

/** mm to fingers on this hand; the inverse of `fingersToMm`. */
export function mmToFingers(mm: number, f: FingerCalibration): number {
	return piecewise(
		knots(f).map(([a, b]) => [b, a] as const),
		mm
	);
}
