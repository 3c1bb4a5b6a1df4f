import { fitLine } from '../math/index.js';
import { radToDeg } from '../units/index.js';
import { BAND_BOTTOM_MM, BAND_TOP_MM, sideSign, type Curve, type Side } from './types.js';

/** One side of a framed curve as a walk outward from the apex: distance out and depth, both mm >= 0 at the apex. */
export interface SideWalk {
	readonly outMm: Float64Array;
	readonly depthMm: Float64Array;
}

/** Splits a framed curve (apex at the origin) at x = 0 and walks one side outward. */
export function walkSide(curve: Curve, side: Side): SideWalk {
	const sign = sideSign(side);
	const n = curve.xMm.length;
	const out: number[] = [0];
	const depth: number[] = [0];
	for (let k = 0; k < n; k++) {
		const i = side === 'off' ? k : n - 1 - k;
		const x = (curve.xMm[i] as number) * sign;
		if (x > 1e-9 || (out.length > 1 && x > 0)) {
			out.push(x);
			depth.push(-(curve.yMm[i] as number));
		}
	}
	return { outMm: Float64Array.from(out), depthMm: Float64Array.from(depth) };
}

/**
 * Half-widths in mm at increasing depths below the apex: where the side first falls to each.
 * Undefined where the curve does not reach a depth; never extrapolated.
 */
export function halfWidthsAtDepths(walk: SideWalk, increasingDepthsMm: readonly number[]): (number | undefined)[] {
	const { outMm, depthMm: depths } = walk;
	let i = 1;
	return increasingDepthsMm.map((wanted) => {
		while (i < depths.length && (depths[i] as number) < wanted) i++;
		if (i >= depths.length) return undefined;
		const d0 = depths[i - 1] as number;
		const t = Math.max(0, (wanted - d0) / ((depths[i] as number) - d0));
		return (outMm[i - 1] as number) * (1 - t) + (outMm[i] as number) * t;
	});
}

/** Half-width in mm at one depth; undefined where the curve does not reach it. */
export function halfWidthAtDepth(walk: SideWalk, depthMm: number): number | undefined {
	return halfWidthsAtDepths(walk, [depthMm])[0];
}

const BAND_STEP_MM = 1;

/** The depths at which the bearing band is sampled, mm. */
export const BAND_DEPTHS_MM: readonly number[] = Array.from(
	{ length: (BAND_BOTTOM_MM - BAND_TOP_MM) / BAND_STEP_MM + 1 },
	(_, i) => BAND_TOP_MM + i * BAND_STEP_MM
);

function bandWidths(walk: SideWalk): number[] | undefined {
	const widths = halfWidthsAtDepths(walk, BAND_DEPTHS_MM);
	return widths.every((w) => w !== undefined) ? widths : undefined;
}

/** Mean half-width over the bearing band (60 to 120 mm), mm, by the trapezium rule in 1 mm steps. */
export function bandHalfWidthMm(walk: SideWalk): number | undefined {
	const widths = bandWidths(walk);
	if (!widths) return undefined;
	const ends = ((widths[0] as number) + (widths[widths.length - 1] as number)) / 2;
	return (widths.slice(1, -1).reduce((a, b) => a + b, 0) + ends) / (widths.length - 1);
}

/** Flank slope over the band, degrees from the horizontal: least-squares line of half-width on depth. */
export function flankSlopeDeg(walk: SideWalk): number | undefined {
	const widths = bandWidths(walk);
	if (!widths) return undefined;
	return radToDeg(Math.atan2(1, fitLine(BAND_DEPTHS_MM, widths).slope));
}

/** Area between midline and curve from the apex to 120 mm depth, cm². */
export function sideAreaCm2(walk: SideWalk): number | undefined {
	const { outMm, depthMm } = walk;
	const bottom = halfWidthAtDepth(walk, BAND_BOTTOM_MM);
	if (bottom === undefined) return undefined;
	let areaMm2 = 0;
	for (let i = 1; i < depthMm.length; i++) {
		const d0 = depthMm[i - 1] as number;
		const d1 = depthMm[i] as number;
		const reaches = d1 >= BAND_BOTTOM_MM;
		const dEnd = reaches ? BAND_BOTTOM_MM : d1;
		const wEnd = reaches ? bottom : (outMm[i] as number);
		areaMm2 += ((dEnd - d0) * ((outMm[i - 1] as number) + wEnd)) / 2;
		if (reaches) break;
	}
	return areaMm2 / 100;
}

const HOLLOW_TOP_MM = 30;
const HOLLOW_DEPTHS_MM: readonly number[] = Array.from(
	{ length: 2 * (BAND_BOTTOM_MM - HOLLOW_TOP_MM) + 1 },
	(_, i) => HOLLOW_TOP_MM + i / 2
);

/**
 * Pocket hollow, mm: the largest inward distance of the side from the chord between its points at
 * 30 and 120 mm depth. Where it bulges instead (outward more than four times as far as inward),
 * minus the largest outward distance.
 */
export function pocketHollowMm(walk: SideWalk): number | undefined {
	const widths = halfWidthsAtDepths(walk, HOLLOW_DEPTHS_MM);
	const topW = widths[0];
	const bottomW = widths[widths.length - 1];
	if (topW === undefined || bottomW === undefined) return undefined;
	const run = bottomW - topW;
	const rise = BAND_BOTTOM_MM - HOLLOW_TOP_MM;
	const chord = Math.hypot(run, rise);
	let inwardMm = 0;
	let outwardMm = 0;
	HOLLOW_DEPTHS_MM.forEach((d, i) => {
		const onChord = topW + ((d - HOLLOW_TOP_MM) / rise) * run;
		const inward = ((onChord - (widths[i] as number)) * rise) / chord;
		inwardMm = Math.max(inwardMm, inward);
		outwardMm = Math.max(outwardMm, -inward);
	});
	return inwardMm >= outwardMm / 4 ? inwardMm : -outwardMm;
}
