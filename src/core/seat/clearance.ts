import { backSurface } from './backSurface.js';
import { barRow, barSurfaces } from './barSurface.js';
import type { Bed } from './bed.js';
import { barEnds } from './bed.js';
import { between, EDGE_TOLERANCE } from './polyline.js';
import type { Point, Pose, SeatCase } from './types.js';

/** Height of the saddle's centre line over the spine, mm; undefined where no back is under it. */
export interface Clearance {
	readonly frontMm: number | undefined;
	readonly minMm: number | undefined;
	readonly minAtSMm: number | undefined;
	readonly source: 'arch' | 'inner_edges';
}

const STEPS = 100;
const steps = (from: number, to: number): number[] =>
	Array.from({ length: STEPS + 1 }, (_, i) => from + ((to - from) * i) / STEPS);

/** The saddle's underside on its centre line, [s, y] in its own frame: its arch, or the mean of both inner edges. */
export function centreLine(given: Pick<SeatCase, 'saddle'>): { line: readonly Point[]; source: Clearance['source'] } {
	const { arch, sections } = given.saddle;
	if (arch) {
		const [from, to] = [arch[0] as Point, arch[arch.length - 1] as Point];
		const even = steps(from[0], to[0]).map((s): Point => [s, between(arch, s)]);
		return { line: [...arch, ...even].sort((p, q) => p[0] - q[0]), source: 'arch' };
	}
	const ends = barEnds(given);
	const bars = barSurfaces(sections);
	const inner = (s: number): number => {
		const [near, off] = bars.map((bar) => {
			const { from, to, w } = barRow(bar, s);
			const edge = (cut: typeof from): number => cut.line.y[bar.side === 'near' ? cut.line.y.length - 1 : 0] as number;
			return (1 - w) * edge(from) + w * edge(to);
		}) as [number, number];
		return (near + off) / 2;
	};
	return { line: steps(ends.fromMm, ends.toMm).map((s): Point => [s, inner(s)]), source: 'inner_edges' };
}

/** Clearance at any pose of one saddle on one back; all that hangs on no pose is read once. */
export function clearanceUnder(given: SeatCase, bed: Bed): (pose: Pose) => Clearance {
	const { line, source } = centreLine(given);
	const { cuts } = backSurface(given.back.sections);
	const topline = cuts.map((c): Point => [c.s, c.top]);
	const [first, last] = [topline[0] as Point, topline[topline.length - 1] as Point];
	const frontTo = bed.s0 + bed.lengthMm / 3 + EDGE_TOLERANCE;
	const over = line.flatMap(([own, y]): Point[] => {
		const s = own + given.saddle.offsetMm;
		if (s < first[0] - EDGE_TOLERANCE || s > last[0] + EDGE_TOLERANCE) return [];
		return [[s, y - between(topline, s)]];
	});
	return (pose) => {
		let [frontMm, minMm, minAtSMm]: (number | undefined)[] = [undefined, undefined, undefined];
		for (const [s, y] of over) {
			const height = y + pose.hMm + pose.a * (s - bed.sRefMm);
			if (minMm === undefined || height < minMm) [minMm, minAtSMm] = [height, s];
			if (s <= frontTo && (frontMm === undefined || height < frontMm)) frontMm = height;
		}
		return { frontMm, minMm, minAtSMm, source };
	};
}

export const clearanceOf = (given: SeatCase, bed: Bed, pose: Pose): Clearance => clearanceUnder(given, bed)(pose);
