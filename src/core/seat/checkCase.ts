import { CoreError } from '../errors/index.js';
import type { BackSection, Point, SaddleSection, SeatCase } from './types.js';

/** Two bars may meet at the spine, but not by more than rounding. */
const MEET_MM = 1e-6;

const growing = (points: readonly Point[]): boolean =>
	points.every((p, i) => i === 0 || p[0] > (points[i - 1] as Point)[0]);

function mustGrow(points: readonly Point[], field: string): void {
	if (points.length < 2) throw new CoreError('bad-section', { field, why: 'it needs two points at least' });
	if (!growing(points)) throw new CoreError('bad-section', { field, why: 'x must grow from each point to the next' });
}

/** In order of s, each place once. */
function ordered<T extends { readonly sMm: number }>(sections: readonly T[], field: string): readonly T[] {
	if (sections.length < 2) throw new CoreError('bad-section', { field, why: 'it needs two sections at least' });
	const sorted = [...sections].sort((a, b) => a.sMm - b.sMm);
	const twice = sorted.find((c, i) => i > 0 && c.sMm === sorted[i - 1]?.sMm);
	if (twice) throw new CoreError('bad-section', { field, why: `two sections stand at s = ${twice.sMm}` });
	return sorted;
}

function mustBeBars({ near, off, sMm }: SaddleSection): void {
	const field = `saddle.sections at s = ${sMm}`;
	mustGrow(near, `${field}, near`);
	mustGrow(off, `${field}, off`);
	const [inner, other] = [near[near.length - 1] as Point, off[0] as Point];
	if (inner[0] > other[0] + MEET_MM)
		throw new CoreError('bad-section', { field, why: 'the near bar reaches over the off bar' });
}

const mustBeCut = (c: BackSection): void => mustGrow(c.points, `back.sections at s = ${c.sMm}`);

/** A case whose sections are in order and sound. Throws `bad-section` or `bad-load`. */
export function checkedCase(given: SeatCase): SeatCase {
	const back = { ...given.back, sections: ordered(given.back.sections, 'back.sections') };
	const saddle = { ...given.saddle, sections: ordered(given.saddle.sections, 'saddle.sections') };
	back.sections.forEach(mustBeCut);
	saddle.sections.forEach(mustBeBars);
	if (saddle.arch) mustGrow(saddle.arch, 'saddle.arch');
	if (!(given.loads.reduce((sum, l) => sum + l.weightN, 0) > 0))
		throw new CoreError('bad-load', { field: 'loads', why: 'together they weigh nothing' });
	return { ...given, back, saddle };
}
