import { CoreError } from '../errors/index.js';
import { channelsOf, shrinkChannels } from './channels.js';
import { dropGrid } from './dropGrid.js';
import { edgeRise } from './edgeRise.js';
import { findSheet } from './findSheet.js';
import { findTick } from './findTick.js';
import { flattenSheet, pictureScale, type FlatSheet } from './flatten.js';
import { followLine, type FollowedLine } from './followLine.js';
import { trimTails } from './trimTails.js';
import { chain, inverse, parabola, project, type Homography, type Point, type Quad } from './geometry.js';
import { checkPicture, type Picture, type Raster } from './raster.js';
import { refineSides } from './refineSides.js';
import { findRidges, shrinkBy, transpose, transposeRaster, without, type Ridges } from './ridges.js';
import { ANOTHER_LINE_SHARE, rateReading, type ReadingFacts, type SheetQuality } from './quality.js';
import { aspectOf, longSideFirst, SHEETS, type SheetName } from './sheets.js';
import { tracePath, type TracedPath } from './tracePath.js';
import { cornersOf, lookAt, viewOf, type View } from './view.js';

/** A drawn line read off a picture of its sheet. */
export interface ReadLine {
	/** Sheet's left to right with the arch opening downward, mm, origin at the apex, y up. */
	readonly xMm: Float64Array;
	readonly yMm: Float64Array;
	readonly apexIndex: number;
	readonly apexBy: 'tick' | 'top';
	readonly quality: SheetQuality;
	/** Corners of the sheet in the picture, px, the first side a long one. */
	readonly corners: Quad;
	/** The line where it lies in the picture, px, point for point. */
	readonly inPicture: readonly Point[];
	readonly view: View;
	/** From picture px, the lens undone, to the line's own mm. */
	readonly fromPicture: Homography;
}

/** Told as the work goes on, 0..1; throwing from it stops the work. */
export type Progress = (share: number) => void;

const FIND_PX = 1000;
const REFINE_PX = 2400;
const COARSE_PX_PER_MM = 1.1;
/** A line must score this much to be one; chance and handwriting stay under it. */
const LEAST_LINE_MM = 110;
const LEAST_RISE_MM = 35;
/** How many folds, edges and the like are put aside before a sheet counts as empty. */
const ROUNDS = 3;

const scaled = (q: Quad, k: number): Quad =>
	q.map(([x, y]) => [(x + 0.5) * k - 0.5, (y + 0.5) * k - 0.5] as const) as unknown as Quad;

/** The sheet's corners in the picture, to a fraction of a pixel, with what was seen on the way. Throws `no-sheet`, `cut-off`. */
export function locateSheet(picture: Picture): { corners: Quad } & Pick<
	ReadingFacts,
	'leastSupport' | 'paperness' | 'lead' | 'straightnessPx' | 'risePx'
> & {
		readonly facetScale: number;
	} {
	const large = channelsOf(picture, REFINE_PX);
	const small = shrinkChannels(large, FIND_PX);
	const found = findSheet(small);
	const k = large.scale / small.scale;
	const wide = refineSides(large, scaled(found.corners, k), 10 * k);
	const fine = refineSides(large, wide.corners, 2.2 * k);
	return {
		corners: longSideFirst(scaled(fine.corners, 1 / large.scale)),
		leastSupport: found.leastSupport,
		paperness: found.paperness,
		lead: found.lead,
		straightnessPx: fine.straightnessPx,
		risePx: edgeRise(large, fine.corners, 10 * k),
		facetScale: large.scale
	};
}

interface Way {
	readonly path: TracedPath;
	readonly upright: boolean;
}

const riseOf = (path: TracedPath): number => Math.max(...path.yPx) - Math.min(...path.yPx);

/**
 * The best line that is high enough for a back; straight folds and edges are put aside and the rest tried again, as
 * long as what is left scores at least so much.
 */
function bestArch(ridges: Ridges, pxPerMm: number, leastScore = 0): TracedPath | undefined {
	let rest = ridges;
	for (let round = 0; round < ROUNDS; round++) {
		const path = tracePath(rest);
		if (!path || path.score < leastScore) return undefined;
		const long = (path.xPx[path.xPx.length - 1] as number) - (path.xPx[0] as number);
		if (riseOf(path) >= LEAST_RISE_MM * pxPerMm && long >= LEAST_LINE_MM * pxPerMm) return path;
		rest = without(rest, path.xPx, path.yPx, Math.round(2.5 * pxPerMm));
	}
	return undefined;
}

/** True when the line comes down on both sides of its crest: no single flank of a line that runs the other way. */
function hasBothFlanks({ yPx, arch }: TracedPath, pxPerMm: number): boolean {
	const ys = Array.from(yPx, (y) => y * arch);
	const crest = Math.min(...ys);
	const least = LEAST_RISE_MM * 0.7 * pxPerMm;
	return (ys[0] as number) - crest > least && (ys[ys.length - 1] as number) - crest > least;
}

/** Ink that a drawn line has at nearly every step, in units of noise; words and figures have it here and there. */
const INKED = 2;
const DRAWN_SHARE = 0.7;
/** A second line is about as long as the first. */
const AS_LONG_SHARE = 0.5;

/** How much another line there is beside the one that was read, 0..1; something written near it counts half. */
function secondShare(second: TracedPath, first: TracedPath): number {
	const inked = second.evidence.filter((v) => v > INKED).length / second.evidence.length;
	const drawn = inked >= DRAWN_SHARE && second.xPx.length >= AS_LONG_SHARE * first.xPx.length;
	return (drawn ? 1 : 0.5) * (second.score / first.score);
}

/** Which way the line runs on the sheet: along its long side or, less often, along its short one. */
function chooseWay(across: Ridges, pxPerMm: number): { way: Way; second: number } {
	const first = bestArch(across, pxPerMm);
	const found = first ? [{ path: first, upright: false, ridges: across }] : [];
	if (!first || !hasBothFlanks(first, pxPerMm)) {
		const down = transpose(across);
		const path = bestArch(down, pxPerMm);
		if (path) found.push({ path, upright: true, ridges: down });
	}
	const best = found.sort((a, b) => b.path.score - a.path.score)[0];
	if (!best) throw new CoreError('no-line');
	const rest = without(best.ridges, best.path.xPx, best.path.yPx, Math.round(5 * pxPerMm));
	const second = bestArch(rest, pxPerMm, ANOTHER_LINE_SHARE * best.path.score);
	return { way: { path: best.path, upright: best.upright }, second: second ? secondShare(second, best.path) : 0 };
}

/** From the sheet's mm, y down, to where the arch opens downward and x runs to the right, y still down. */
function turnOf(arch: 1 | -1, upright: boolean): Homography {
	// The line ran down the sheet where `upright`: its x is the sheet's y and its y the sheet's x.
	if (upright) return arch === 1 ? [0, -1, 0, 1, 0, 0, 0, 0, 1] : [0, 1, 0, -1, 0, 0, 0, 0, 1];
	return [arch, 0, 0, 0, arch, 0, 0, 0, 1];
}

/** A line on the sheet, put upright and made to run from left to right. */
function uprightLine(
	line: FollowedLine,
	turn: Homography,
	upright: boolean
): { line: FollowedLine; reversed: boolean } {
	const points = Array.from(line.xMm, (x, i) => {
		const y = line.yMm[i] as number;
		return project(turn, upright ? [y, x] : [x, y]);
	});
	const reversed = (points[0]?.[0] ?? 0) > (points[points.length - 1]?.[0] ?? 0);
	if (reversed) points.reverse();
	return {
		reversed,
		line: {
			xMm: Float64Array.from(points, (p) => p[0]),
			yMm: Float64Array.from(points, (p) => p[1]),
			ink: reversed ? line.ink.slice().reverse() : line.ink
		}
	};
}

/** Index of the spine tick, looked for with the arch opening downward. */
function tickOf(ink: Raster, pxPerMm: number, line: FollowedLine, arch: 1 | -1): number | undefined {
	if (arch === 1) return findTick(ink, pxPerMm, line);
	// Looking at the sheet from its other side: up is towards larger y.
	const flipped: Raster = { width: ink.width, height: ink.height, data: ink.data.slice().reverse() };
	const [w, h] = [ink.width / pxPerMm, ink.height / pxPerMm];
	const turned = {
		xMm: line.xMm.map((x) => w - x).reverse(),
		yMm: line.yMm.map((y) => h - y).reverse(),
		ink: line.ink.slice().reverse()
	};
	const at = findTick(flipped, pxPerMm, turned);
	return at === undefined ? undefined : line.xMm.length - 1 - at;
}

/** A back's top is flat: the highest point is that of a parabola over this much of the line to either side. */
const TOP_REACH_MM = 12;

/** Index of the highest point of the smoothed line. */
function topOf({ xMm, yMm }: FollowedLine): number {
	let at = 0;
	yMm.forEach((y, i) => {
		if (y < (yMm[at] as number)) at = i;
	});
	const x0 = xMm[at] as number;
	const near = Array.from(xMm.keys()).filter((i) => Math.abs((xMm[i] as number) - x0) <= TOP_REACH_MM);
	const fit = parabola(near.map((i) => [(xMm[i] as number) - x0, yMm[i] as number] as const));
	if (!fit || fit.curve <= 1e-5) return at;
	const crest = x0 - Math.max(-TOP_REACH_MM, Math.min(TOP_REACH_MM, fit.slope / (2 * fit.curve)));
	return near.reduce(
		(b, i) => (Math.abs((xMm[i] as number) - crest) < Math.abs((xMm[b] as number) - crest) ? i : b),
		at
	);
}

function coarse(ink: Raster, pxPerMm: number): { ridges: Ridges; pxPerMm: number } {
	const times = Math.max(1, Math.round(pxPerMm / COARSE_PX_PER_MM));
	const scale = pxPerMm / times;
	return { ridges: findRidges(shrinkBy(ink, times), scale), pxPerMm: scale };
}

/** The drawn line of a flat sheet, found coarsely and followed finely. */
function readFlat(flat: FlatSheet): {
	line: FollowedLine;
	way: Way;
	second: number;
	tick: number | undefined;
	/** Something was cut off an end. */
	trimmed: boolean;
	evidence: Float64Array;
} {
	const clean = dropGrid(flat.ink, flat.pxPerMm);
	const { ridges, pxPerMm } = coarse(clean, flat.pxPerMm);
	const { way, second } = chooseWay(ridges, pxPerMm);
	const ink = way.upright ? transposeRaster(clean) : clean;
	const toMm = (v: number): number => (v + 0.5) / pxPerMm;
	const followed = followLine(ink, flat.pxPerMm, Array.from(way.path.xPx, toMm), Array.from(way.path.yPx, toMm));
	const { line, trimmed } = trimTails(followed);
	const tick = tickOf(ink, flat.pxPerMm, line, way.path.arch);
	return { line, way, second, tick, trimmed, evidence: way.path.evidence };
}

/**
 * Reads the drawn back curve off a picture of its sheet. Throws what makes it unreadable: `no-sheet`,
 * `cut-off`, `blurred`, `no-line`, `two-lines`, `picture-too-large`, `picture-too-small`. What is
 * doubtful is answered with a warning and a score under 0.8.
 */
export function readSheet(picture: Picture, sheet: SheetName, progress: Progress = () => undefined): ReadLine {
	checkPicture(picture);
	progress(0.05);
	const located = locateSheet(picture);
	progress(0.35);
	return readLocated(picture, located.corners, sheet, located, progress);
}

/** What was seen of a sheet while it was looked for. */
export type Located = Omit<ReturnType<typeof locateSheet>, 'corners'>;

/** Of a sheet whose place is known for certain, by its marks or by a person: its edges raise no doubt. */
export const PLAINLY_SEEN: Located = {
	leastSupport: 1,
	paperness: 1,
	lead: 1,
	straightnessPx: 0,
	risePx: 0,
	facetScale: 1
};

/** Reads the line of a plain sheet whose corners are known. */
export const readLocated = (
	picture: Picture,
	corners: Quad,
	sheet: SheetName,
	located: Located,
	progress: Progress = () => undefined
): ReadLine => {
	const aspect = aspectOf(corners, picture.width, picture.height);
	return readViewed(picture, viewOf(corners, sheet), sheet, { ...located, aspect, extra: [] }, progress);
};

/** Reads the line of a sheet that is seen in a known way; `clean` takes out of the flat sheet what nobody drew. */
export function readViewed(
	picture: Picture,
	view: View,
	sheet: SheetName,
	located: Located & Pick<ReadingFacts, 'aspect' | 'extra'>,
	progress: Progress = () => undefined,
	clean: (flat: FlatSheet) => FlatSheet = (flat) => flat
): ReadLine {
	const corners = cornersOf(view, sheet);
	const pxPerMm = pictureScale(corners, SHEETS[sheet]) * located.facetScale;
	if (located.risePx / pxPerMm > BLURRED_MM) throw new CoreError('blurred');
	const flat = clean(flattenSheet(picture, view, sheet));
	progress(0.6);
	const { line: raw, way, second, tick, trimmed, evidence } = readFlat(flat);
	progress(0.95);
	if (second > TWO_LINES_SHARE) throw new CoreError('two-lines');
	const turn = turnOf(way.path.arch, way.upright);
	const { line, reversed } = uprightLine(raw, turn, way.upright);
	const tickIndex = tick === undefined || !reversed ? tick : line.xMm.length - 1 - tick;
	const apexIndex = tickIndex ?? topOf(line);
	const [x0, y0] = [line.xMm[apexIndex] as number, line.yMm[apexIndex] as number];
	const facts: ReadingFacts = {
		...located,
		pxPerMm,
		sheet,
		second,
		evidence,
		line: raw,
		trimmed,
		flatMm: way.upright ? [SHEETS[sheet].shortMm, SHEETS[sheet].longMm] : [SHEETS[sheet].longMm, SHEETS[sheet].shortMm],
		tickFromTopMm: tickIndex === undefined ? undefined : x0 - (line.xMm[topOf(line)] as number)
	};
	progress(1);
	const toLine = chain([1, 0, -x0, 0, -1, y0, 0, 0, 1], turn);
	const inPicture = Array.from(raw.xMm, (x, i) => {
		const y = raw.yMm[i] as number;
		return lookAt(view, way.upright ? [y, x] : [x, y]);
	});
	return {
		xMm: line.xMm.map((x) => x - x0),
		yMm: line.yMm.map((y) => y0 - y),
		apexIndex,
		apexBy: tickIndex === undefined ? 'top' : 'tick',
		quality: rateReading(facts),
		corners,
		inPicture: reversed ? inPicture.reverse() : inPicture,
		view,
		fromPicture: chain(toLine, inverse(view.projection))
	};
}

const BLURRED_MM = 2.4;
const TWO_LINES_SHARE = 0.5;
