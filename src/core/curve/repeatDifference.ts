import { alignToReference, makeReference } from './alignToReference.js';
import { consensusCurve } from './consensus.js';
import { halfWidthsAtDepths, walkSide } from './halfWidth.js';
import { SIDES, type Curve, type Side } from './types.js';

export interface RepeatDifference {
	readonly mm: number;
	readonly side: Side;
	readonly depthMm: number;
}

const DEPTHS_MM = Array.from({ length: 19 }, (_, i) => 30 + i * 5);

/**
 * The largest difference between two tracings of one station, after tilt and apex pick are removed:
 * half-widths at depths from 30 to 120 mm. Undefined when they share no depth.
 */
export function repeatDifference(a: Curve, b: Curve): RepeatDifference | undefined {
	const reference = makeReference(consensusCurve([a, b]));
	const [one, two] = [alignToReference(reference, a), alignToReference(reference, b)];
	let worst: RepeatDifference | undefined;
	for (const side of SIDES) {
		const wa = halfWidthsAtDepths(walkSide(one, side), DEPTHS_MM);
		const wb = halfWidthsAtDepths(walkSide(two, side), DEPTHS_MM);
		DEPTHS_MM.forEach((depthMm, i) => {
			const [x, y] = [wa[i], wb[i]];
			if (x === undefined || y === undefined) return;
			const mm = Math.abs(x - y);
			if (!worst || mm > worst.mm) worst = { mm, side, depthMm };
		});
	}
	return worst;
}
