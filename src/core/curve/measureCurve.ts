import { radToDeg } from '../units/index.js';
import { frameAtApex } from './findApex.js';
import {
	bandHalfWidthMm,
	flankSlopeDeg,
	halfWidthAtDepth,
	pocketHollowMm,
	sideAreaCm2,
	walkSide,
	type SideWalk
} from './halfWidth.js';
import { makeCurve, type Curve, type Side } from './types.js';

/** Depths below the apex at which half-widths are reported, mm. */
export const REPORTED_DEPTHS_MM = [30, 60, 75, 90, 120, 150] as const;

export interface SideMeasures {
	/** Half-widths, mm, in the order of REPORTED_DEPTHS_MM; undefined where the curve ends above. */
	readonly halfWidthsMm: readonly (number | undefined)[];
	readonly bandHalfWidthMm: number | undefined;
	readonly flankSlopeDeg: number | undefined;
	readonly areaCm2: number | undefined;
	readonly hollowMm: number | undefined;
}

export interface CurveMeasures {
	readonly sides: Readonly<Record<Side, SideMeasures>>;
	/** (off - near) / mean of the two band half-widths, percent. */
	readonly lopsidednessPercent: number | undefined;
	/** The small rotation that would make the two flanks most alike, degrees, off side down positive; told, not applied. */
	readonly symmetryTiltDeg: number | undefined;
}

function measureSide(walk: SideWalk): SideMeasures {
	return {
		halfWidthsMm: REPORTED_DEPTHS_MM.map((d) => halfWidthAtDepth(walk, d)),
		bandHalfWidthMm: bandHalfWidthMm(walk),
		flankSlopeDeg: flankSlopeDeg(walk),
		areaCm2: sideAreaCm2(walk),
		hollowMm: pocketHollowMm(walk)
	};
}

/** A curve turned about its top so that its two flanks are most alike: the paper's tilt, and the horse's lean, taken out. */
export function levelled(curve: Curve): Curve {
	const framed = frameAtApex(curve);
	const tiltDeg = -(measureCurve(framed).symmetryTiltDeg ?? 0);
	const [cos, sin] = [Math.cos((tiltDeg * Math.PI) / 180), Math.sin((tiltDeg * Math.PI) / 180)];
	const { xMm, yMm } = framed;
	return makeCurve(
		Array.from(xMm, (x, i) => [x * cos + (yMm[i] as number) * sin, (yMm[i] as number) * cos - x * sin] as const)
	);
}

export function lopsidednessPercent(nearMm: number | undefined, offMm: number | undefined): number | undefined {
	if (nearMm === undefined || offMm === undefined) return undefined;
	return (200 * (offMm - nearMm)) / (offMm + nearMm);
}

/** Tilt in degrees from the heights of the two sides at equal distances out; least squares through 0. */
export function symmetryTiltDeg(near: SideWalk, off: SideWalk): number | undefined {
	let top = 0;
	let bottom = 0;
	for (let d = 30; d <= 150; d += 10) {
		const n = halfWidthAtDepth(near, d);
		const o = halfWidthAtDepth(off, d);
		if (n === undefined || o === undefined) break;
		const slope = (n - (halfWidthAtDepth(near, d - 5) as number) + o - (halfWidthAtDepth(off, d - 5) as number)) / 10;
		// A small turn moves a flank sideways at its depth by d + w (dw/dd), oppositely on the two sides.
		const lever = d + ((n + o) / 2) * slope;
		top += lever * ((n - o) / 2);
		bottom += lever ** 2;
	}
	return bottom > 0 ? radToDeg(Math.atan(top / bottom)) : undefined;
}

/** All measures of one tracing as drawn: framed at its apex, not turned (see docs/decisions). */
export function measureCurve(curve: Curve): CurveMeasures {
	const framed = frameAtApex(curve);
	const near = walkSide(framed, 'near');
	const off = walkSide(framed, 'off');
	const sides = { near: measureSide(near), off: measureSide(off) };
	return {
		sides,
		lopsidednessPercent: lopsidednessPercent(sides.near.bandHalfWidthMm, sides.off.bandHalfWidthMm),
		symmetryTiltDeg: symmetryTiltDeg(near, off)
	};
}
