import {
	BARS_FROM_MM,
	evenCase,
	outcomeOf,
	seatOf,
	strengthsAgainst,
	USUAL_BEARS_MM,
	type BackSection,
	type Point,
	type Seat
} from '../../src/core/seat/index.js';
import { SECTION_DEPTHS_MM, type Section } from '../../sim/makes/types.js';

const EVERY_MM = 20;
const REACH_MM = 148;

/** Height of one side of a made-up section over x, from its half-widths at depths; straight on below the last. */
function heights(widths: readonly number[]): Point[] {
	const seen: { x: number; y: number }[] = [{ x: 0, y: 0 }];
	widths.forEach((w, k) => {
		const last = seen[seen.length - 1] as { x: number; y: number };
		if (w > last.x + 0.1) seen.push({ x: w, y: -(SECTION_DEPTHS_MM[k] as number) });
	});
	const [p, q] = seen.slice(-2) as [{ x: number; y: number }, { x: number; y: number }];
	const slope = Math.max(-6, (q.y - p.y) / (q.x - p.x));
	if (q.x < REACH_MM) seen.push({ x: REACH_MM + 1, y: q.y + slope * (REACH_MM + 1 - q.x) });
	return seen.map(({ x, y }): Point => [x, y]);
}

/** The back that was really there, closely cut. */
export function trueSections(sectionAt: (placeMm: number) => Section, bearsMm = USUAL_BEARS_MM): BackSection[] {
	const count = Math.ceil(bearsMm / EVERY_MM);
	return Array.from({ length: count + 1 }, (_, i) => {
		const sMm = BARS_FROM_MM + (bearsMm * i) / count;
		const { near, off } = sectionAt(sMm);
		const left = heights(near)
			.map(([x, y]): Point => [-x, y])
			.reverse();
		return { sMm, toplineYMm: 0, points: [...left, ...heights(off).slice(1)] };
	});
}

/** What the true saddle does on the true back. */
export function trueOutcome(then: (placeMm: number) => Section, now: (placeMm: number) => Section) {
	const given = { ...evenCase(trueSections(then), USUAL_BEARS_MM), gridMm: 6 };
	const fitted: Seat = seatOf(given);
	const here = seatOf({ ...given, back: { ...given.back, sections: trueSections(now) } });
	const outcome = outcomeOf(fitted, here);
	return { outcome, strengths: strengthsAgainst(given, here, outcome) };
}
