import type { BearingView } from '$core/seat/index.js';

/** Four cells as one, row by row: what is drawn as one dot. */
export function paired(cells: BearingView['near']): number[][] {
	const out: number[][] = [];
	for (let j = 0; j + 1 < cells.length; j += 2) {
		const [a, b] = [cells[j], cells[j + 1]] as [readonly number[], readonly number[]];
		const row: number[] = [];
		for (let i = 0; i < a.length; i += 2) {
			const four = [a[i], a[i + 1], b[i], b[i + 1]].filter((v): v is number => v !== undefined);
			row.push(four.reduce((x, y) => x + y, 0) / four.length);
		}
		out.push(row);
	}
	return out;
}

/** Size of a dot, at most 8: even load is a middling one; the eye is to see a third more or less. */
export const dotRadius = (share: number): number => (share < 0.05 ? 0 : Math.min(8, Math.max(1, 5 + 6 * (share - 1))));

/** From a quarter over even a dot is dark. */
export const isHeavy = (share: number): boolean => share >= 1.25;

/** Size of a difference of two loads, of either sign; less than a tenth of even load is none. */
export const apartRadius = (more: number): number => (Math.abs(more) < 0.1 ? 0 : Math.min(8, 1 + 8 * Math.abs(more)));
