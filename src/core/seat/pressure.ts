import type { Bed } from './bed.js';
import { gapAt } from './gapAt.js';
import type { Pose } from './types.js';

/** Pressures over the bars, kPa; 0 where nothing touches or no back is. */
export interface Pressure {
	readonly kPa: Float64Array;
	/** The largest, at centres and corners, with its place. */
	readonly peak: { readonly kPa: number; readonly xMm: number; readonly sMm: number };
	readonly peakCellKpa: number;
}

export function pressureOf(bed: Bed, kKpaPerMm: number, pose: Pose): Pressure {
	const { cells, corners, rows, bars, sRefMm } = bed;
	const kPa = new Float64Array(cells.count);
	const into = (c: number, s: number, x: number): number => Math.max(0, -gapAt(pose, sRefMm, s, x, c));
	let peak = { kPa: 0, xMm: 0, sMm: 0 };
	let peakCellKpa = 0;
	for (const { columns, cellsFrom, cornersFrom } of bars)
		for (let j = 0; j < rows; j++)
			for (let i = 0; i < columns; i++) {
				const at = cellsFrom + j * columns + i;
				const cos = cells.cos[at] as number;
				if (Number.isNaN(cos)) continue;
				const [x, s] = [cells.x[at] as number, cells.s[at] as number];
				const p = kKpaPerMm * cos * into(cells.c[at] as number, s, x);
				kPa[at] = p;
				peakCellKpa = Math.max(peakCellKpa, p);
				if (p > peak.kPa) peak = { kPa: p, xMm: x, sMm: s };
				const first = cornersFrom + j * (columns + 1) + i;
				for (const corner of [first, first + 1, first + columns + 1, first + columns + 2]) {
					const c = corners.c[corner] as number;
					if (Number.isNaN(c)) continue;
					const [cx, cs] = [corners.x[corner] as number, corners.s[corner] as number];
					const there = kKpaPerMm * cos * into(c, cs, cx);
					if (there > peak.kPa) peak = { kPa: there, xMm: cx, sMm: cs };
				}
			}
	return { kPa, peak, peakCellKpa };
}
