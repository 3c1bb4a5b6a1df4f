import { CoreError } from '../errors/index.js';
import { hermite, monotoneSlopes } from '../math/index.js';
import { backAt, backRow, backSurface } from './backSurface.js';
import { sectionOf, type FittedCut, type SideMoved } from './fitDayBack.js';
import { USUAL_LIMITS, type BackSection, type Point, type SaddleSection, type SeatCase } from './types.js';

/** The bars that the fit-day saddle is given, mm: beside the spine, and where they begin. Conventions. */
const INNER_MM = 35;
const OUTER_FRONT_MM = 125;
const OUTER_REAR_MM = 140;
export const BARS_FROM_MM = 40;
export const USUAL_BEARS_MM = 430;
export const LEAST_BEARS_MM = 250;
export const MOST_BEARS_MM = 600;
export const REACH_MM = 148;
/** What lies on the bed, and how firm it is. */
export interface Bedding {
	readonly weightN: number;
	readonly kKpaPerMm: number;
}
/** A rider with tack at mid length, on a bed as firm as a back under a panel. */
export const USUAL_BEDDING: Bedding = { weightN: 900, kKpaPerMm: 1.4 };
/** Coarse: shares and heights move by less than a hundredth against a fine grid, and many draws are seated. */
const GRID_MM = 12;
const SECTIONS_EVERY_MM = 43;

/** Heights between sections along a monotone cubic; at both ends nothing beyond them. */
function loftedSections(sections: readonly BackSection[], places: readonly number[]): BackSection[] {
	const s = sections.map((c) => c.sMm);
	const xs = (sections[0] as BackSection).points.map((p) => p[0]);
	const y = (k: number, i: number): number => (sections[k]?.points[i] as Point)[1];
	const slopes = xs.map((_, i) =>
		monotoneSlopes(
			s,
			sections.map((_c, k) => y(k, i))
		)
	);
	return places.map((at) => {
		const k = Math.max(0, Math.min(s.length - 2, s.findIndex((v) => v >= at) - 1));
		const [s0, s1] = [s[k] as number, s[k + 1] as number];
		const w = hermite(Math.min(1, Math.max(0, (at - s0) / (s1 - s0))), s1 - s0);
		const points = xs.map((x, i): Point => {
			const m = slopes[i] as number[];
			return [x, w[0] * y(k, i) + w[1] * (m[k] as number) + w[2] * y(k + 1, i) + w[3] * (m[k + 1] as number)];
		});
		return { sMm: at, toplineYMm: 0, points };
	});
}

/** Sections over all of the bars; beyond the first and last that are known the back goes on as they are. */
export function loftOverBars(known: readonly BackSection[], bearsMm: number): BackSection[] {
	const [first, last] = [known[0] as BackSection, known[known.length - 1] as BackSection];
	const end = BARS_FROM_MM + bearsMm;
	const front = first.sMm > BARS_FROM_MM ? [{ ...first, sMm: BARS_FROM_MM }] : [];
	const rear = last.sMm < end ? [{ ...last, sMm: end }] : [];
	const count = Math.max(2, Math.round(bearsMm / SECTIONS_EVERY_MM));
	const places = Array.from({ length: count + 1 }, (_, i) => BARS_FROM_MM + (bearsMm * i) / count);
	return loftedSections([...front, ...known, ...rear], places);
}

/** The back of a day, from before the front edge to behind the rear one. */
export function backOn(
	cuts: readonly FittedCut[],
	moved: readonly (readonly [SideMoved, SideMoved])[],
	bearsMm: number
): { sections: BackSection[]; prolongedMm: number } {
	const each = cuts.map((cut, i) => {
		const [near, off] = moved[i] as readonly [SideMoved, SideMoved];
		return sectionOf(cut, { near, off }, REACH_MM);
	});
	const sections = loftOverBars(
		each.map((e) => e.section),
		bearsMm
	);
	return { sections, prolongedMm: Math.max(...each.map((e) => e.prolongedMm)) };
}

/** The underside that presses evenly on a back: the back pushed in along its normal by mean pressure over stiffness. */
function undersideOf(
	sections: readonly BackSection[],
	bearsMm: number,
	{ weightN, kKpaPerMm }: Bedding
): SaddleSection[] {
	const surface = backSurface(sections);
	const widthMm = (OUTER_FRONT_MM + OUTER_REAR_MM) / 2 - INNER_MM;
	const evenKpa = (weightN / (2 * widthMm * bearsMm)) * 1000;
	const pressedMm = evenKpa / kKpaPerMm;
	return sections.map(({ sMm }) => {
		const row = backRow(surface, sMm);
		const outer = OUTER_FRONT_MM + ((OUTER_REAR_MM - OUTER_FRONT_MM) * (sMm - BARS_FROM_MM)) / bearsMm;
		const bar = (sign: 1 | -1): Point[] => {
			const count = Math.round((outer - INNER_MM) / 4);
			const points = Array.from({ length: count + 1 }, (_, i): Point => {
				const x = sign * (INNER_MM + ((outer - INNER_MM) * i) / count);
				const here = row && backAt(row, x);
				if (!here) throw new CoreError('no-overlap');
				return [x, here.y - pressedMm / here.cos];
			});
			return sign < 0 ? points.reverse() : points;
		};
		return { sMm, near: bar(-1), off: bar(1) };
	});
}

/** The case of a saddle that bears evenly on a back, seated on it; sections reach over all of the bars. */
export const evenCase = (sections: readonly BackSection[], bearsMm: number, bedding = USUAL_BEDDING): SeatCase =>
	seatCaseOn(sections, undersideOf(sections, bearsMm, bedding), bearsMm, 0, bedding);

/** A saddle on a back under a rider of usual weight at its mid length; its front edge two fingers behind the blade where nothing else is said. */
export function seatCaseOn(
	sections: readonly BackSection[],
	saddle: readonly SaddleSection[],
	bearsMm: number,
	offsetMm = BARS_FROM_MM,
	{ weightN, kKpaPerMm }: Bedding = USUAL_BEDDING
): SeatCase {
	return {
		back: { sections, spineHalfWidthMm: 25 },
		saddle: { sections: saddle, offsetMm },
		kKpaPerMm,
		loads: [{ weightN, sMm: (saddle[0] as SaddleSection).sMm + offsetMm + bearsMm / 2, xMm: 0 }],
		pads: [],
		gridMm: GRID_MM,
		limits: USUAL_LIMITS
	};
}
