import { between } from './polyline.js';
import type { BarSide, Pad, Zone } from './types.js';

/** Where the bars begin and end, saddle frame, mm. */
export interface BarEnds {
	readonly fromMm: number;
	readonly toMm: number;
}

/** s of a third of the bars; its outer ends reach as far as anybody likes. */
export function zoneReach(zone: Zone, { fromMm, toMm }: BarEnds): readonly [number, number] {
	const third = (toMm - fromMm) / 3;
	if (zone === 'front') return [-Infinity, fromMm + third];
	if (zone === 'middle') return [fromMm + third, fromMm + 2 * third];
	return [fromMm + 2 * third, Infinity];
}

const clip = (v: number): number => Math.min(1, Math.max(0, v));

function ramp(s: number, [s0, s1]: readonly [number, number], featherMm: number): number {
	if (featherMm <= 0) return s >= s0 && s <= s1 ? 1 : 0;
	return clip((s - s0) / featherMm + 0.5) * clip((s1 - s) / featherMm + 0.5);
}

/** Thickness of one pad at s (saddle frame) for a bar, along the normal, mm; before the limits across are asked. */
function thicknessAlong(pad: Pad, s: number, ends: BarEnds): number {
	if (pad.type === 'sheet') return pad.tMm;
	if (pad.type === 'shim') {
		const reach = typeof pad.place === 'string' ? zoneReach(pad.place, ends) : pad.place;
		return pad.tMm * ramp(s, reach, pad.featherMm);
	}
	const [first, last] = [pad.tAtS[0], pad.tAtS[pad.tAtS.length - 1]];
	if (!first || !last || s < first[0] || s > last[0]) return 0;
	return between(pad.tAtS, s);
}

/** Pads that count in one row of one bar, each with its thickness there. */
export interface PadRow {
	readonly layers: readonly { readonly tMm: number; readonly u: readonly [number, number] }[];
}

export const padRow = (pads: readonly Pad[], side: BarSide, s: number, ends: BarEnds): PadRow => ({
	layers: pads
		.filter((p) => p.sides === 'both' || p.sides === side)
		.map((p) => ({ tMm: thicknessAlong(p, s, ends), u: p.u }))
		.filter((l) => l.tMm !== 0)
});

/** Thickness at a share of the bar's width, mm. */
export function thicknessAt({ layers }: PadRow, u: number): number {
	let sum = 0;
	for (const l of layers) if (u >= l.u[0] && u <= l.u[1]) sum += l.tMm;
	return sum;
}
