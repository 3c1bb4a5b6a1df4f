import { consensusCurve, SIDES, sideSign, walkSide, type Curve, type Side } from '../curve/index.js';
import type { BackSection, Point } from './types.js';

/** A fitted day's cut as a seat needs it: each side from the apex outward. */
export interface FittedCut {
	readonly station: string;
	readonly sMm: number;
	readonly sides: Readonly<Record<Side, readonly { readonly outMm: number; readonly depthMm: number }[]>>;
}

/** What became of a side of a cut: mm of half-width near the top, in the bearing band and below it. */
export type SideMoved = readonly [topMm: number, bandMm: number, lowMm: number];

/** Depths for which those three stand: the middles of the parts of the change model, mm. */
export const PART_DEPTHS_MM = [38, 90, 136] as const;

/** The cut of a fitted day, the middle of its tracings. */
export function fittedCut(station: string, sMm: number, curves: readonly Curve[]): FittedCut {
	const middle = consensusCurve(curves);
	const side = (s: Side) => {
		const { outMm, depthMm } = walkSide(middle, s);
		return Array.from(outMm, (out, i) => ({ outMm: out, depthMm: depthMm[i] as number }));
	};
	return { station, sMm, sides: { near: side('near'), off: side('off') } };
}

/** Change of half-width at a depth: nothing at the spine, straight over the root of depth between the parts. */
export function movedAt([top, band, low]: SideMoved, depthMm: number): number {
	const u = Math.sqrt(Math.max(0, depthMm));
	const [u0, u1, u2] = PART_DEPTHS_MM.map(Math.sqrt) as [number, number, number];
	if (u <= u0) return (top * u) / u0;
	if (u <= u1) return top + ((band - top) * (u - u0)) / (u1 - u0);
	return band + ((low - band) * Math.min(u - u1, u2 - u1)) / (u2 - u1);
}

/** Points lie this far apart across, mm. */
const STEP_MM = 4;
/** A flank steeper than this is none that a bar could lie on: prolonged no steeper. */
const STEEPEST = 6;
/** How much of a line's end says which way it goes on, mm. */
const END_MM = 20;

/** Height of a side over x from the spine to `reachMm`, prolonged straight where the line ends. */
function heights(cut: FittedCut, side: Side, moved: SideMoved, reachMm: number): { y: number[]; prolongedMm: number } {
	// Only what can be seen from above carries: under an overhang the outermost skin counts.
	const seen: { x: number; y: number }[] = [];
	for (const { outMm, depthMm } of cut.sides[side]) {
		const x = outMm + movedAt(moved, depthMm);
		const last = seen[seen.length - 1];
		if (!last || x > last.x + 0.25) seen.push({ x, y: -depthMm });
	}
	const last = seen[seen.length - 1] as { x: number; y: number };
	const before = [...seen].reverse().find((p) => last.x - p.x >= END_MM) ?? (seen[0] as { x: number; y: number });
	const slope = Math.max(-STEEPEST, Math.min(0, (last.y - before.y) / Math.max(1e-6, last.x - before.x)));
	const y: number[] = [];
	let i = 0;
	for (let x = 0; x <= reachMm + 1e-9; x += STEP_MM) {
		while (i < seen.length - 2 && (seen[i + 1] as { x: number }).x < x) i++;
		const [p, q] = [seen[i], seen[i + 1]] as [{ x: number; y: number }, { x: number; y: number }];
		y.push(x > last.x ? last.y + slope * (x - last.x) : p.y + ((q.y - p.y) * (x - p.x)) / (q.x - p.x));
	}
	return { y, prolongedMm: Math.max(0, reachMm - last.x) };
}

/** A section of the back as it is after a change; the spine at x = 0, y = 0. */
export function sectionOf(
	cut: FittedCut,
	moved: Readonly<Record<Side, SideMoved>>,
	reachMm: number
): { section: BackSection; prolongedMm: number } {
	const each = SIDES.map((side) => ({ side, ...heights(cut, side, moved[side], reachMm) }));
	const points = each.flatMap(({ side, y }): Point[] => {
		const out = y.map((v, i): Point => [sideSign(side) * i * STEP_MM, v]);
		return side === 'near' ? out.slice(1).reverse() : out;
	});
	return {
		section: { sMm: cut.sMm, toplineYMm: 0, points },
		prolongedMm: Math.max(...each.map((e) => e.prolongedMm))
	};
}
