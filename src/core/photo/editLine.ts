import { distance, project, type Point } from './geometry.js';
import type { ReadLine } from './readSheet.js';
import { unbend } from './view.js';

/** How far a nudge is felt along the line, mm on the sheet. */
const NUDGE_MM = 9;

/** A line with its points put elsewhere in the picture: mm follow, and the spine stays where it was. */
export function withPoints(line: ReadLine, inPicture: readonly Point[]): ReadLine {
	const { lens } = line.view;
	const mm = inPicture.map((p) => project(line.fromPicture, lens ? unbend(lens, p) : p));
	const spine = line.inPicture[line.apexIndex] as Point;
	return {
		...line,
		inPicture,
		xMm: Float64Array.from(mm, (p) => p[0]),
		yMm: Float64Array.from(mm, (p) => p[1]),
		apexIndex: nearestIndex(inPicture, spine)
	};
}

/** Index of the point nearest to a place. */
export function nearestIndex(points: readonly Point[], at: Point): number {
	let best = 0;
	points.forEach((p, i) => {
		if (distance(p, at) < distance(points[best] as Point, at)) best = i;
	});
	return best;
}

/** Picture px a mm along the line. */
export function linePxPerMm({ inPicture, xMm, yMm }: ReadLine): number {
	const last = inPicture.length - 1;
	const mm = Math.hypot((xMm[last] as number) - (xMm[0] as number), (yMm[last] as number) - (yMm[0] as number));
	return distance(inPicture[0] as Point, inPicture[last] as Point) / (mm || 1);
}

/** Pulls the line at one point to a place in the picture; its neighbours follow less and less. */
export function nudgeLine(line: ReadLine, index: number, to: Point): ReadLine {
	const held = line.inPicture[index] as Point;
	const [dx, dy] = [to[0] - held[0], to[1] - held[1]];
	const reach = NUDGE_MM * linePxPerMm(line);
	return withPoints(
		line,
		line.inPicture.map((p) => {
			const w = Math.exp(-((distance(p, held) / reach) ** 2));
			return [p[0] + dx * w, p[1] + dy * w] as const;
		})
	);
}

/**
 * Puts a stroke in place of the stretch between where it begins and where it ends; one that goes on
 * beyond an end of the line carries the line on. A stroke of fewer than two points changes nothing.
 */
export function redrawLine(line: ReadLine, stroke: readonly Point[]): ReadLine {
	if (stroke.length < 2) return line;
	const [first, last] = [stroke[0], stroke[stroke.length - 1]] as [Point, Point];
	const [a, b] = [nearestIndex(line.inPicture, first), nearestIndex(line.inPicture, last)];
	const forward = a <= b;
	const [from, to] = forward ? [a, b] : [b, a];
	const middle = forward ? stroke : [...stroke].reverse();
	const points = [...line.inPicture.slice(0, from), ...middle, ...line.inPicture.slice(to + 1)];
	return points.length < 5 ? line : withPoints(line, points);
}
