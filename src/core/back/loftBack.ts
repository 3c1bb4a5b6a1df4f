import { CoreError } from '../errors/index.js';
import { frameAtApex, type Curve, type Station } from '../curve/index.js';
import type { Mesh } from '../scan/index.js';

/** A cut with its place along the back, s in mm. */
export interface PlacedCut {
	readonly sMm: number;
	readonly curve: Curve;
}

/**
 * Where stations lie on a back of the usual length, s in mm behind the resting blade: two fingers, the low
 * point, the last rib. Common practice, no source.
 */
const USUAL_PLACE_MM: Readonly<Record<string, number>> = { T8: 40, T10: 110, T13: 240, T18: 430 };

/** Cuts in order along the back; stations without a known place (the withers) are left out. */
export function placedCuts(cuts: readonly { readonly station: Station; readonly curve: Curve }[]): PlacedCut[] {
	return cuts
		.flatMap(({ station, curve }) => {
			const along = /^s=(.+)$/.exec(station)?.[1];
			const sMm = along === undefined ? USUAL_PLACE_MM[station] : Number(along);
			return sMm === undefined ? [] : [{ sMm, curve }];
		})
		.sort((a, b) => a.sMm - b.sMm);
}

const STEP_MM = 5;
/** Places on each side, from the spine to as far down as every cut reaches. */
const ACROSS = 60;

/** Points of one side at even shares of its length, from the spine down. */
function sidePoints({ xMm, yMm }: Curve, from: number, dir: 1 | -1, lengthMm: number): [number, number][] {
	const points: [number, number][] = [[xMm[from] as number, yMm[from] as number]];
	let [walked, i] = [0, from];
	for (let k = 1; k <= ACROSS; k++) {
		const goal = (lengthMm * k) / ACROSS;
		for (;;) {
			const next = i + dir;
			const [ax, ay, bx, by] = [xMm[i], yMm[i], xMm[next], yMm[next]] as [number, number, number, number];
			const piece = Math.hypot(bx - ax, by - ay);
			if (walked + piece >= goal - 1e-9 || next + dir < 0 || next + dir >= xMm.length) {
				const u = piece > 0 ? Math.min(1, (goal - walked) / piece) : 0;
				points.push([ax + (bx - ax) * u, ay + (by - ay) * u]);
				break;
			}
			walked += piece;
			i = next;
		}
	}
	return points;
}

const sideLength = ({ xMm, yMm }: Curve, from: number, dir: 1 | -1): number => {
	let length = 0;
	for (let i = from; i + dir >= 0 && i + dir < xMm.length; i += dir)
		length += Math.hypot((xMm[i + dir] as number) - (xMm[i] as number), (yMm[i + dir] as number) - (yMm[i] as number));
	return length;
};

/**
 * The skin between cuts as a mesh: x to the off side, y up, z to the rear. Straight from cut to cut; the
 * spine lies level, because cuts alone do not say how it rises. Throws `too-few-cuts` under two.
 */
export function loftBack(cuts: readonly PlacedCut[]): Mesh {
	if (cuts.length < 2) throw new CoreError('too-few-cuts', { cuts: cuts.length });
	const framed = cuts.map((c) => frameAtApex(c.curve));
	const apexes = framed.map(({ xMm }) =>
		xMm.reduce((best, x, i) => (Math.abs(x) < Math.abs(xMm[best] as number) ? i : best), 0)
	);
	const reach = (dir: 1 | -1) => Math.min(...framed.map((c, i) => sideLength(c, apexes[i] as number, dir)));
	const [near, off] = [reach(-1), reach(1)];
	const rows = framed.map((curve, i) => {
		const at = apexes[i] as number;
		const [x0, y0] = [curve.xMm[at] as number, curve.yMm[at] as number];
		const all = [...sidePoints(curve, at, -1, near).reverse(), ...sidePoints(curve, at, 1, off).slice(1)];
		return all.map(([x, y]) => [x - x0, y - y0] as const);
	});
	const between = (s: number): (readonly [number, number, number])[] => {
		const k = Math.max(0, Math.min(cuts.length - 2, cuts.findIndex((c) => c.sMm >= s) - 1));
		const [a, b] = [cuts[k] as PlacedCut, cuts[k + 1] as PlacedCut];
		const u = (s - a.sMm) / (b.sMm - a.sMm || 1);
		return (rows[k] as [number, number][]).map(([x, y], i) => {
			const [x1, y1] = rows[k + 1]?.[i] as readonly [number, number];
			return [x + (x1 - x) * u, y + (y1 - y) * u, s] as const;
		});
	};
	const [from, to] = [cuts[0]?.sMm as number, cuts[cuts.length - 1]?.sMm as number];
	const count = Math.max(1, Math.round((to - from) / STEP_MM));
	const grid = Array.from({ length: count + 1 }, (_, k) => between(from + ((to - from) * k) / count));
	const corners: number[] = [];
	for (let k = 0; k < count; k++)
		for (let i = 0; i < 2 * ACROSS; i++) {
			const [a, b] = [grid[k]?.[i], grid[k]?.[i + 1]] as [readonly number[], readonly number[]];
			const [d, c] = [grid[k + 1]?.[i], grid[k + 1]?.[i + 1]] as [readonly number[], readonly number[]];
			corners.push(...a, ...d, ...b, ...b, ...d, ...c);
		}
	return { corners: Float32Array.from(corners) };
}
