import { normal, type Random } from './random.js';

/** How a made-up pad reads. */
export interface PadFaults {
	/** Noise of a cell, as a share of what it reads. */
	readonly noiseShare: number;
	/** Cells over a curve read too much by so much of themselves at the pad's outer edge. */
	readonly edgeShare: number;
	/** Gain drifts by so much of itself over a recording. */
	readonly driftShare: number;
}
export const USUAL_PAD: PadFaults = { noiseShare: 0.08, edgeShare: 0.05, driftShare: 0.04 };

export interface PadShape {
	readonly rows: number;
	readonly columns: number;
	readonly alongMm: number;
	readonly acrossMm: number;
}
export const USUAL_PAD_SHAPE: PadShape = { rows: 20, columns: 16, alongMm: 25, acrossMm: 25 };

/** One frame as lines: what lies on a flexible pad, its cells counted along the skin from the spine (near below 0). */
export function padFrame(
	shape: PadShape,
	kPaAt: (alongMm: number, arcMm: number) => number,
	faults: PadFaults,
	share: number,
	random: Random
): string {
	const { rows, columns, alongMm, acrossMm } = shape;
	return Array.from({ length: rows }, (_, r) =>
		Array.from({ length: columns }, (__, c) => {
			const arc = (c + 0.5 - columns / 2) * acrossMm;
			const edge = 1 + faults.edgeShare * Math.abs((2 * c + 1) / columns - 1);
			const gain = 1 + faults.driftShare * (share - 0.5);
			const kPa = kPaAt((r + 0.5) * alongMm, arc) * edge * gain * (1 + faults.noiseShare * normal(random));
			return Math.max(0, kPa).toFixed(2);
		}).join(',')
	).join('\n');
}

/** A recording as CSV: the cell's size as a remark, frames parted by empty lines. */
export const padCsv = (
	shape: PadShape,
	kPaAt: (alongMm: number, arcMm: number) => number,
	faults: PadFaults,
	frames: number,
	random: Random
): string =>
	[
		`# made-up pressure pad, kPa, rows from the front, cells from near to off\n# cell_mm: ${shape.alongMm} x ${shape.acrossMm}`,
		...Array.from({ length: frames }, (_, f) => padFrame(shape, kPaAt, faults, f / Math.max(1, frames - 1), random))
	].join('\n\n') + '\n';

/** Load over two bars that bridge: more at both ends than in the middle, kPa. */
export function bridgingKpa(alongMm: number, arcMm: number): number {
	const [from, to] = [40, 460];
	const out = Math.abs(arcMm);
	if (alongMm < from || alongMm > to || out < 40 || out > 160) return 0;
	const middle = 1 - Math.abs((2 * (alongMm - from)) / (to - from) - 1);
	return 14 - 9 * middle;
}
