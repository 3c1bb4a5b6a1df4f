import { PARTS, SPLINES } from './depthBasis.js';
import { sideAt } from './followBack.js';
import type { PlainWidth } from './plainReading.js';

/**
 * How far the front's width as drawn stood from the level that the model put under it, over the visits so far: sum of
 * weights (1/mm²) and of weighted offsets. The offset is the fitted day's own width, the same at every visit.
 */
export interface WidthTrack {
	readonly weight: number;
	readonly sum: number;
}
export const NO_WIDTHS: WidthTrack = { weight: 0, sum: 0 };

/** The front's band, mean of both sides, in the mean of a belief, mm from the fitted day's reference. */
export function frontLevel(mean: Float64Array, front: number): number {
	let sum = 0;
	for (let i = 0; i < SPLINES; i++)
		for (const side of [0, 1] as const)
			sum += ((PARTS.band[i] as number) / 2) * (mean[sideAt(front, side) + i] as number);
	return sum;
}

export const widthAfter = (track: WidthTrack, now: PlainWidth, levelMm: number): WidthTrack => ({
	weight: track.weight + 1 / now.variance,
	sum: track.sum + (now.mm - levelMm) / now.variance
});

/** A back that goes on as foreseen may stray so far within a week, mm; a jump is of this size. */
const STRAY_MM_PER_WEEK = 0.12;
const JUMP_MM = 7;
/** A width that is plainly wrong tells no more than this, in logarithms. */
const MOST_TOLD = 6;

/**
 * How much likelier the width as drawn is where the back jumped, in logarithms: a test in one dimension, that no error
 * of drawing which the model thinks of can explain away. 0 where there is nothing to compare with.
 */
export function jumpTold(track: WidthTrack, now: PlainWidth | undefined, foreseenMm: number, weeks: number): number {
	if (!now || track.weight === 0) return 0;
	const apart = now.mm - foreseenMm - track.sum / track.weight;
	const variance = now.variance + 1 / track.weight + (STRAY_MM_PER_WEEK * weeks) ** 2;
	const jumped = variance + JUMP_MM ** 2;
	return Math.min(MOST_TOLD, 0.5 * (Math.log(variance / jumped) + apart ** 2 * (1 / variance - 1 / jumped)));
}
