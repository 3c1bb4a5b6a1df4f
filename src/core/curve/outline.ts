import type { Curve } from './types.js';

/** Points of a curve that others are measured against, walked from near to off, with outward normals. */
export interface Outline {
	readonly xMm: Float64Array;
	readonly yMm: Float64Array;
	readonly normalX: Float64Array;
	readonly normalY: Float64Array;
	/** Signed length along the curve from the apex, mm, negative on the near side. */
	readonly alongMm: Float64Array;
}

/** Where the apex stands in a framed curve (a point at the origin), and each point's signed length along the curve from it, mm. */
export function lengthsFromApex(curve: Curve): { readonly apex: number; readonly alongMm: Float64Array } {
	const n = curve.xMm.length;
	const apex = curve.xMm.findIndex((x, i) => x === 0 && curve.yMm[i] === 0);
	const alongMm = new Float64Array(n);
	for (let i = apex + 1; i < n; i++) alongMm[i] = (alongMm[i - 1] as number) + gap(curve, i - 1);
	for (let i = apex - 1; i >= 0; i--) alongMm[i] = (alongMm[i + 1] as number) - gap(curve, i);
	return { apex, alongMm };
}

function gap(curve: Curve, i: number): number {
	return Math.hypot(
		(curve.xMm[i + 1] as number) - (curve.xMm[i] as number),
		(curve.yMm[i + 1] as number) - (curve.yMm[i] as number)
	);
}
