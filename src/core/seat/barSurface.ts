import { firstX, heightAt, lastX, pieceAt, polylineOf, type Polyline } from './polyline.js';
import type { BarSide, SaddleSection } from './types.js';

interface BarCut {
	readonly s: number;
	readonly line: Polyline;
	readonly inner: number;
	readonly outer: number;
}

/** One bar as a ruled surface between its sections, in the saddle's own frame. */
export interface BarSurface {
	readonly side: BarSide;
	readonly cuts: readonly BarCut[];
}

const barOf = (side: BarSide, sections: readonly SaddleSection[]): BarSurface => ({
	side,
	cuts: sections.map((c) => {
		const line = polylineOf(c[side]);
		const [first, last] = [firstX(line), lastX(line)];
		return {
			s: c.sMm,
			line,
			inner: side === 'near' ? last : first,
			outer: side === 'near' ? first : last
		};
	})
});

const known = new WeakMap<readonly SaddleSection[], readonly [BarSurface, BarSurface]>();

/** Both bars, near and off. Kept by their sections: one saddle is seated on many backs. */
export function barSurfaces(sections: readonly SaddleSection[]): readonly [BarSurface, BarSurface] {
	const found = known.get(sections) ?? ([barOf('near', sections), barOf('off', sections)] as const);
	known.set(sections, found);
	return found;
}

/** The bar at one s: its edges, and the two sections it lies between. */
export interface BarRow {
	readonly innerX: number;
	readonly outerX: number;
	readonly from: BarCut;
	readonly to: BarCut;
	readonly w: number;
}

/** The row at s, held within the bar's ends. */
export function barRow({ cuts }: BarSurface, s: number): BarRow {
	let j = 0;
	while (j < cuts.length - 2 && s > (cuts[j + 1] as BarCut).s) j++;
	const [from, to] = [cuts[j] as BarCut, cuts[j + 1] as BarCut];
	const w = Math.min(1, Math.max(0, (s - from.s) / (to.s - from.s)));
	return {
		innerX: (1 - w) * from.inner + w * to.inner,
		outerX: (1 - w) * from.outer + w * to.outer,
		from,
		to,
		w
	};
}

const ownHeight = ({ line, inner, outer }: BarCut, u: number): number => {
	const x = inner + u * (outer - inner);
	return heightAt(line, x, pieceAt(line, x));
};

/** Height of the underside at a share u of the bar's width, 0 at its inner edge. */
export const barHeight = ({ from, to, w }: BarRow, u: number): number =>
	(1 - w) * ownHeight(from, u) + w * ownHeight(to, u);

export const barX = ({ innerX, outerX }: BarRow, u: number): number => innerX + u * (outerX - innerX);

/** Mean width of a bar, trapezoidal over s, mm. */
export function meanWidth({ cuts }: BarSurface): number {
	let area = 0;
	for (let i = 1; i < cuts.length; i++) {
		const [p, q] = [cuts[i - 1] as BarCut, cuts[i] as BarCut];
		area += ((Math.abs(p.outer - p.inner) + Math.abs(q.outer - q.inner)) / 2) * (q.s - p.s);
	}
	return area / ((cuts[cuts.length - 1] as BarCut).s - (cuts[0] as BarCut).s);
}
