import { CoreError } from '../errors/index.js';
import { distance, fitHomography, type Point, type Quad } from './geometry.js';
import type { Picture } from './raster.js';
import type { SheetLayout } from './sheetLayout.js';
import { lookAt, unbend, type Lens, type View } from './view.js';

export interface MarkedView {
	readonly view: View;
	/** How far the marks lie from where the view puts them, root mean square, mm. */
	readonly restMm: number;
	readonly found: number;
}

interface Seen {
	readonly mm: Point;
	readonly px: Point;
}

const lightAt = ({ width, rgba }: Picture, x: number, y: number): number => {
	const i = (y * width + x) * 4;
	return 0.3 * (rgba[i] as number) + 0.6 * (rgba[i + 1] as number) + 0.1 * (rgba[i + 2] as number);
};

/** Pixels of a window that are darker than half-way between its paper and its black, joined into spots. */
function darkSpots(picture: Picture, [cx, cy]: Point, reachPx: number): { area: number; box: Quad; middle: Point }[] {
	const [x0, y0] = [Math.max(0, Math.floor(cx - reachPx)), Math.max(0, Math.floor(cy - reachPx))];
	const w = Math.min(picture.width - 1, Math.ceil(cx + reachPx)) - x0 + 1;
	const h = Math.min(picture.height - 1, Math.ceil(cy + reachPx)) - y0 + 1;
	if (w < 5 || h < 5) return [];
	const light = new Float32Array(w * h);
	for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) light[y * w + x] = lightAt(picture, x0 + x, y0 + y);
	const sorted = light.slice().sort();
	const [dark, paper] = [sorted[0] as number, sorted[Math.floor(sorted.length * 0.8)] as number];
	const level = (dark + paper) / 2;
	const seen = new Uint8Array(w * h);
	const spots: { area: number; box: Quad; middle: Point }[] = [];
	for (let start = 0; start < light.length; start++) {
		if (seen[start] || (light[start] as number) > level) continue;
		const stack = [start];
		seen[start] = 1;
		let [area, sx, sy, sw] = [0, 0, 0, 0];
		let [left, right, top, low] = [w, 0, h, 0];
		while (stack.length > 0) {
			const i = stack.pop() as number;
			const [x, y] = [i % w, Math.floor(i / w)];
			const weight = paper - (light[i] as number);
			area++;
			sx += x * weight;
			sy += y * weight;
			sw += weight;
			[left, right, top, low] = [Math.min(left, x), Math.max(right, x), Math.min(top, y), Math.max(low, y)];
			for (const [nx, ny] of [
				[x - 1, y],
				[x + 1, y],
				[x, y - 1],
				[x, y + 1]
			] as const) {
				const n = ny * w + nx;
				if (nx < 0 || ny < 0 || nx >= w || ny >= h || seen[n] || (light[n] as number) > level) continue;
				seen[n] = 1;
				stack.push(n);
			}
		}
		const box: Quad = [
			[left, top],
			[right, top],
			[right, low],
			[left, low]
		];
		spots.push({ area, box, middle: [x0 + sx / sw, y0 + sy / sw] });
	}
	return spots;
}

/** The round mark near a place: a filled spot of about the right size, nearest to where it is looked for. */
function findMark(picture: Picture, at: Point, radiusPx: number, reachPx: number): Point | undefined {
	const area = Math.PI * radiusPx * radiusPx;
	const fits = darkSpots(picture, at, reachPx).filter((s) => {
		const [bw, bh] = [s.box[2][0] - s.box[0][0] + 1, s.box[2][1] - s.box[0][1] + 1];
		const filled = s.area / (bw * bh);
		return s.area > 0.6 * area && s.area < 1.8 * area && bw / bh < 1.9 && bh / bw < 1.9 && filled > 0.62;
	});
	return fits.sort((a, b) => distance(a.middle, at) - distance(b.middle, at))[0]?.middle;
}

/** Px a mm at a place of the sheet. */
const scaleAt = (view: View, mm: Point): number => distance(lookAt(view, mm), lookAt(view, [mm[0] + 1, mm[1]]));

/** Of six marks in two rows any five tell the projection; four may lie so that they do not. */
const ENOUGH_MARKS = 5;

/** The projection through marks and, at a low weight, the code's own corners. */
function fitView(seen: readonly Seen[], code: readonly Seen[], lens?: Lens): View | undefined {
	const all = [...seen, ...code];
	const px = all.map((s) => (lens ? unbend(lens, s.px) : s.px));
	const weights = all.map((_, i) => (i < seen.length ? 1 : seen.length >= ENOUGH_MARKS ? 0 : 0.3));
	const projection = fitHomography(
		all.map((s) => s.mm),
		px,
		weights
	);
	return projection && (lens ? { projection, lens } : { projection });
}

const restPx = (view: View, seen: readonly Seen[]): number =>
	Math.sqrt(seen.reduce((s, m) => s + distance(lookAt(view, m.mm), m.px) ** 2, 0) / Math.max(1, seen.length));

/** How far around its expected place a mark is looked for: more, the further what is known lies. */
const REACH_MM = 6;
const REACH_SHARE = 0.12;
/** A phone's lens bends by no more than this at the picture's corner. */
const MOST_BEND = 0.08;
/** Below this the marks are as well found without a bent lens. */
const LEAST_REST_PX = 0.35;

/** With all marks seen there is one more equation than the plane needs: a bend that explains what is left over. */
function withLens(plain: View, seen: readonly Seen[], { width, height }: Picture): View {
	const rest = restPx(plain, seen);
	if (seen.length < 6 || rest < LEAST_REST_PX) return plain;
	const middle: Point = [width / 2, height / 2];
	const tried = Array.from({ length: 33 }, (_, i) => ((i - 16) / 16) * MOST_BEND).flatMap((share) => {
		const view = fitView(seen, [], { share, middle, radiusPx: Math.hypot(...middle) });
		return view ? [{ view, rest: restPx(view, seen) }] : [];
	});
	const best = tried.sort((a, b) => a.rest - b.rest)[0];
	return best && best.rest < 0.5 * rest ? best.view : plain;
}

/**
 * Finds the printed marks, the nearest to the code first: each that is found makes the next easier to
 * find. Throws `no-marks` when fewer than four are seen, `cut-off` when the missing ones lie outside
 * the picture.
 */
export function findMarks(picture: Picture, codeCorners: Quad, layout: SheetLayout): MarkedView {
	const { code, marks, markRadiusMm } = layout;
	const codeMm: Quad = [
		[code.xMm, code.yMm],
		[code.xMm + code.wMm, code.yMm],
		[code.xMm + code.wMm, code.yMm + code.hMm],
		[code.xMm, code.yMm + code.hMm]
	];
	const known = codeMm.map((mm, i): Seen => ({ mm, px: codeCorners[i] as Point }));
	const seen: Seen[] = [];
	let view = fitView([], known);
	const middle: Point = [code.xMm + code.wMm / 2, code.yMm + code.hMm / 2];
	const nearestFirst = [...marks].sort((a, b) => distance(a, middle) - distance(b, middle));
	// Marks that were missed are looked for again with what the others have told.
	for (const mm of [...nearestFirst, ...nearestFirst]) {
		if (!view) break;
		if (seen.some((s) => s.mm === mm)) continue;
		const at = lookAt(view, mm);
		const scale = scaleAt(view, mm);
		const nearestMm = Math.min(...[...seen, ...known].map((k) => distance(k.mm, mm)));
		const found = findMark(picture, at, markRadiusMm * scale, (REACH_MM + REACH_SHARE * nearestMm) * scale);
		if (!found || seen.some((s) => distance(s.px, found) < markRadiusMm * scale)) continue;
		seen.push({ mm, px: found });
		view = fitView(seen, known) ?? view;
	}
	const outside = marks.filter((mm) => {
		const at = view ? lookAt(view, mm) : [0, 0];
		return at[0] < 0 || at[1] < 0 || at[0] > picture.width || at[1] > picture.height;
	}).length;
	if (!view || seen.length < 4) throw new CoreError(outside > 0 ? 'cut-off' : 'no-marks', { found: seen.length });
	const fine = withLens(view, seen, picture);
	return { view: fine, restMm: restPx(fine, seen) / scaleAt(fine, middle), found: seen.length };
}
