import { EDGE_TOLERANCE, heightAt, lastX, firstX, pieceAt, polylineOf, slopeAt, type Polyline } from './polyline.js';
import type { BackSection } from './types.js';

interface Cut {
	readonly s: number;
	readonly top: number;
	readonly line: Polyline;
}

/** The back between its sections (seat-format, section 2). */
export interface BackSurface {
	readonly cuts: readonly Cut[];
}

/** Height and slopes of the back at a point; undefined where there is no back. */
export interface BackPoint {
	readonly y: number;
	/** 1 / sqrt(1 + yx² + ys²): cosine of the slope. */
	readonly cos: number;
}

export const backSurface = (sections: readonly BackSection[]): BackSurface => ({
	cuts: sections.map((c) => ({ s: c.sMm, top: c.toplineYMm, line: polylineOf(c.points) }))
});

/** What a row of points at one s needs of the surface; made once a row. */
export interface BackRow {
	/** A neighbouring pair of cuts and the share of the second; two pairs where s lies on an inner cut. */
	readonly pairs: readonly { readonly from: Cut; readonly to: Cut; readonly w: number }[];
}

/** The row of the back at s; undefined before the first or behind the last cut. */
export function backRow({ cuts }: BackSurface, s: number): BackRow | undefined {
	const [first, last] = [cuts[0] as Cut, cuts[cuts.length - 1] as Cut];
	if (s < first.s - EDGE_TOLERANCE || s > last.s + EDGE_TOLERANCE) return undefined;
	let j = 0;
	while (j < cuts.length - 2 && s > (cuts[j + 1] as Cut).s) j++;
	const pair = (k: number) => {
		const [from, to] = [cuts[k] as Cut, cuts[k + 1] as Cut];
		return { from, to, w: Math.min(1, Math.max(0, (s - from.s) / (to.s - from.s))) };
	};
	const onCut = (k: number): boolean =>
		k > 0 && k < cuts.length - 1 && Math.abs(s - (cuts[k] as Cut).s) <= EDGE_TOLERANCE;
	if (onCut(j)) return { pairs: [pair(j - 1), pair(j)] };
	if (onCut(j + 1)) return { pairs: [pair(j), pair(j + 1)] };
	return { pairs: [pair(j)] };
}

/** The back at x of a row. Slopes on an inner cut are the mean of both sides that are there. */
export function backAt(row: BackRow, x: number): BackPoint | undefined {
	let [y, yx, ys, count] = [0, 0, 0, 0];
	for (const { from, to, w } of row.pairs) {
		const [a, b] = [from.line, to.line];
		if (x < Math.max(firstX(a), firstX(b)) - EDGE_TOLERANCE || x > Math.min(lastX(a), lastX(b)) + EDGE_TOLERANCE)
			continue;
		const [i, k] = [pieceAt(a, x), pieceAt(b, x)];
		const [ya, yb] = [from.top + heightAt(a, x, i), to.top + heightAt(b, x, k)];
		y += (1 - w) * ya + w * yb;
		yx += (1 - w) * slopeAt(a, x, i) + w * slopeAt(b, x, k);
		ys += (yb - ya) / (to.s - from.s);
		count++;
	}
	if (count === 0) return undefined;
	[y, yx, ys] = [y / count, yx / count, ys / count];
	return { y, cos: 1 / Math.sqrt(1 + yx * yx + ys * ys) };
}
