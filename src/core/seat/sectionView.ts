import { backAt, backRow, backSurface } from './backSurface.js';
import type { Bed } from './bed.js';
import { gapAt } from './gapAt.js';
import type { SaddlePlace } from './measuredSaddle.js';
import { BAR_SIDES, type BackSection, type BarSide, type Point, type Pose } from './types.js';

/** A place of a bar over the back: where, how high its underside (with what is under it), and how far above the skin; below 0 it is pressed in. */
export interface OverBack {
	readonly xMm: number;
	readonly yMm: number;
	readonly gapMm: number;
}

/** A cut through saddle and back, seen from behind: x to the off side, y up from the back's own top there, mm. */
export interface SectionView {
	/** The third of which it is the middle, if it is one's. */
	readonly place: SaddlePlace | undefined;
	/** Its row of corners on the bars, and its share of their length from the front, 0..1. */
	readonly row: number;
	readonly share: number;
	readonly sMm: number;
	readonly back: readonly Point[];
	/** From the inner edge outward. */
	readonly bars: Readonly<Record<BarSide, readonly OverBack[]>>;
	/** Largest gap of the section, mm. */
	readonly gapMm: number;
}

/** As many cuts as show every turn of a bar; the middles of the thirds are among them. */
const PARTS = 12;
const MIDDLES: Readonly<Record<number, SaddlePlace>> = { 2: 'front', 6: 'middle', 10: 'rear' };
const REACH_MM = 150;
const STEP_MM = 6;
const tenth = (v: number): number => Math.round(10 * v) / 10;

/** Cuts through a seat, front to rear. */
export function sectionViews(back: readonly BackSection[], bed: Bed, pose: Pose): SectionView[] {
	const surface = backSurface(back);
	return Array.from({ length: PARTS + 1 }, (_, i) => i).flatMap((part): SectionView[] => {
		const row = Math.round((part / PARTS) * bed.rows);
		const sMm = bed.s0 + (row * bed.lengthMm) / bed.rows;
		const under = backRow(surface, sMm);
		const top = under && backAt(under, 0)?.y;
		if (!under || top === undefined) return [];
		const xs = Array.from({ length: (2 * REACH_MM) / STEP_MM + 1 }, (_, i) => i * STEP_MM - REACH_MM);
		const skin = xs.flatMap((x): Point[] => {
			const here = backAt(under, x);
			return here ? [[x, tenth(here.y - top)]] : [];
		});
		const bar = (k: number): OverBack[] => {
			const { columns, cornersFrom } = bed.bars[k] as (typeof bed.bars)[number];
			return Array.from({ length: columns + 1 }, (_, i) => cornersFrom + row * (columns + 1) + i).flatMap(
				(at): OverBack[] => {
					const [x, c] = [bed.corners.x[at] as number, bed.corners.c[at] as number];
					const here = backAt(under, x);
					if (Number.isNaN(c) || !here) return [];
					const gap = gapAt(pose, bed.sRefMm, sMm, x, c);
					return [{ xMm: tenth(x), yMm: tenth(here.y - top + gap), gapMm: tenth(gap) }];
				}
			);
		};
		const bars = { near: bar(BAR_SIDES.indexOf('near')), off: bar(BAR_SIDES.indexOf('off')) };
		return [
			{
				place: MIDDLES[part],
				row,
				share: row / bed.rows,
				sMm: tenth(sMm),
				back: skin,
				bars,
				gapMm: Math.max(0, ...bars.near.concat(bars.off).map((p) => p.gapMm))
			}
		];
	});
}
