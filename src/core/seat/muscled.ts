import { frameAtApex, makeCurve, type Curve } from '../curve/index.js';
import { movedAt } from './fitDayBack.js';
import { muscleMoved } from './muscleLie.js';

/** The most muscle at the withers that is thought of, mm a side: a back that changes by more is another back. */
export const MOST_MUSCLE_MM = 12;

/**
 * A cut with so many mm of half-width more (or less, below 0) of muscle at the withers, fading to the rear as far as
 * the cut lies behind the blade. Its top stays where it is.
 */
export function muscled(curve: Curve, sMm: number, mm: number): Curve {
	if (mm === 0) return curve;
	const { xMm, yMm } = frameAtApex(curve);
	const moved = muscleMoved(mm, sMm);
	return makeCurve(
		Array.from(xMm, (x, i) => {
			const y = yMm[i] as number;
			// No flank goes past the middle.
			return [Math.sign(x) * Math.max(0, Math.abs(x) + movedAt(moved, -y)), y] as const;
		})
	);
}
