import type { Curve } from './types.js';

export interface Apex {
	readonly xMm: number;
	readonly yMm: number;
}

/** Sideways reach of the smoothing that keeps one shaky point from becoming the apex, mm. */
const SMOOTHING_MM = 4;
/** A drawn spine tick is believed while it lies this close under the highest point, mm. */
const TICK_DEPTH_MM = 6;

/** Height of the line over x, linear between points; undefined outside it. */
export function heightAt(curve: Curve, xMm: number): number | undefined {
	const { xMm: xs, yMm: ys } = curve;
	for (let i = 1; i < xs.length; i++) {
		const x0 = xs[i - 1] as number;
		const x1 = xs[i] as number;
		if (x0 <= xMm && xMm <= x1) {
			const t = x1 > x0 ? (xMm - x0) / (x1 - x0) : 0;
			return (ys[i - 1] as number) * (1 - t) + (ys[i] as number) * t;
		}
	}
	return undefined;
}

function smoothedHeight(curve: Curve, xMm: number): number {
	let sum = 0;
	let weights = 0;
	for (let k = -4; k <= 4; k++) {
		const offset = (k * SMOOTHING_MM) / 2;
		const y = heightAt(curve, xMm + offset);
		if (y === undefined) continue;
		const w = Math.exp(-0.5 * (offset / SMOOTHING_MM) ** 2);
		sum += w * y;
		weights += w;
	}
	return weights > 0 ? sum / weights : Number.NEGATIVE_INFINITY;
}

function highestPoint(curve: Curve): number {
	const ys = curve.yMm;
	let top = 0;
	for (let i = 1; i < ys.length; i++) if ((ys[i] as number) > (ys[top] as number)) top = i;
	return top;
}

/** x of the highest point of the smoothed line, to 0.05 mm. */
function highestX(curve: Curve): number {
	let best = curve.xMm[highestPoint(curve)] as number;
	let bestHeight = smoothedHeight(curve, best);
	for (const stepMm of [2, 0.4, 0.05]) {
		const centre = best;
		for (let k = -10; k <= 10; k++) {
			const height = smoothedHeight(curve, centre + k * stepMm);
			if (height <= bestHeight + 1e-12) continue;
			best = centre + k * stepMm;
			bestHeight = height;
		}
	}
	return best;
}

/**
 * The apex: the given origin when the line passes through it near its top (the drawn spine mark,
 * as the contract's frame says), otherwise the highest point of the smoothed line.
 */
export function findApex(curve: Curve): Apex {
	const atOrigin = heightAt(curve, 0);
	const topMm = curve.yMm[highestPoint(curve)] as number;
	if (atOrigin !== undefined && Math.abs(atOrigin) <= 2 && topMm - atOrigin <= TICK_DEPTH_MM)
		return { xMm: 0, yMm: atOrigin };
	const xMm = highestX(curve);
	return { xMm, yMm: heightAt(curve, xMm) as number };
}

/** The curve moved so that its apex is the origin. */
export function frameAtApex(curve: Curve): Curve {
	const apex = findApex(curve);
	if (apex.xMm === 0 && apex.yMm === 0) return curve;
	return { xMm: curve.xMm.map((x) => x - apex.xMm), yMm: curve.yMm.map((y) => y - apex.yMm) };
}
