import type { Pose } from './types.js';

/**
 * How far a place of the saddle stands above the skin under a pose, mm; below 0 it is pressed in (seat-format, section
 * 3). `c` is the height of the zero pose at which the place first touches.
 */
export const gapAt = (pose: Pose, sRefMm: number, s: number, x: number, c: number): number =>
	pose.hMm + pose.a * (s - sRefMm) + pose.b * x - c;
