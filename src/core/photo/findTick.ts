import type { FollowedLine } from './followLine.js';
import { quantile, sample, type Raster } from './raster.js';

/** How far above and below the line a spine tick reaches at least, mm. */
const NEAR_MM = 1.6;
const FAR_MM = 3.6;
/** A tick stands within this much of the line's top. */
const BELOW_TOP_MM = 30;

/** Ink of a short upright stroke at x between two heights, over the paper beside it. */
function strokeInk(ink: Raster, pxPerMm: number, xMm: number, fromMm: number, toMm: number): number {
	const column = (dx: number): number => {
		let s = 0;
		const n = 9;
		for (let k = 0; k < n; k++)
			s += sample(ink, (xMm + dx) * pxPerMm - 0.5, (fromMm + ((toMm - fromMm) * k) / (n - 1)) * pxPerMm - 0.5);
		return s / n;
	};
	const beside = Math.max(column(-1.8), column(1.8), column(-1.3), column(1.3));
	return column(0) - beside;
}

/**
 * Place on the line, by index, where a short upright stroke crosses it near the top: the spine as it
 * was marked. Up is towards smaller y. Undefined when no such stroke stands out.
 */
export function findTick(ink: Raster, pxPerMm: number, line: FollowedLine): number | undefined {
	const top = Math.min(...line.yMm);
	const usual = quantile(line.ink, 0.5);
	let best = 0;
	let at: number | undefined;
	for (let i = 0; i < line.xMm.length; i++) {
		const [x, y] = [line.xMm[i] as number, line.yMm[i] as number];
		if (y > top + BELOW_TOP_MM) continue;
		for (const dx of [-0.2, 0, 0.2]) {
			const above = strokeInk(ink, pxPerMm, x + dx, y - FAR_MM, y - NEAR_MM);
			const below = strokeInk(ink, pxPerMm, x + dx, y + NEAR_MM, y + FAR_MM);
			const both = Math.min(above, below);
			if (both > best) {
				best = both;
				at = i;
			}
		}
	}
	return best > 0.3 * usual ? at : undefined;
}
