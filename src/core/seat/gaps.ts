import type { Bed } from './bed.js';
import { gapAt } from './gapAt.js';
import type { Pose } from './types.js';

/** Largest vertical gaps under a pose, mm; undefined where a third has no back under it. */
export interface Gaps {
	readonly maxMm: number;
	readonly at: { readonly xMm: number; readonly sMm: number };
	readonly thirds: readonly [number | undefined, number | undefined, number | undefined];
}

/** Third of the bars that a row of cells (or of corners) lies in. */
export const thirdOfRow = (row: number, rows: number): 0 | 1 | 2 =>
	Math.min(2, Math.floor((3 * row) / rows)) as 0 | 1 | 2;

/** Calls for every corner that has a back, with its third and the gap under the pose (negative where pressed in). */
export function eachCorner(bed: Bed, pose: Pose, tell: (index: number, third: 0 | 1 | 2, gapMm: number) => void): void {
	const { corners, rows, bars, sRefMm } = bed;
	for (const { columns, cornersFrom } of bars)
		for (let j = 0; j <= rows; j++) {
			const third = thirdOfRow(j, rows);
			for (let i = 0; i <= columns; i++) {
				const at = cornersFrom + j * (columns + 1) + i;
				const c = corners.c[at] as number;
				if (Number.isNaN(c)) continue;
				tell(at, third, gapAt(pose, sRefMm, corners.s[at] as number, corners.x[at] as number, c));
			}
		}
}

export function gapsUnder(bed: Bed, pose: Pose): Gaps {
	let [maxMm, where] = [-Infinity, 0];
	const thirds: [number | undefined, number | undefined, number | undefined] = [undefined, undefined, undefined];
	eachCorner(bed, pose, (at, third, gap) => {
		if (gap > maxMm) [maxMm, where] = [gap, at];
		thirds[third] = Math.max(gap, thirds[third] ?? -Infinity);
	});
	return { maxMm, at: { xMm: bed.corners.x[where] as number, sMm: bed.corners.s[where] as number }, thirds };
}

/** First touch of a level saddle coming straight down: the height of its zero pose then, mm. */
export function touchHeight({ corners }: Bed): number {
	let most = -Infinity;
	for (let i = 0; i < corners.count; i++) if ((corners.c[i] as number) > most) most = corners.c[i] as number;
	return most;
}
