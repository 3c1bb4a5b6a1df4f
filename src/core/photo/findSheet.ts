import { CoreError } from '../errors/index.js';
import type { Channels } from './channels.js';
import { findEdges, type Edges } from './edges.js';
import { distance, isConvex, meet, quadArea, type Point, type Quad } from './geometry.js';
import { alongOf, findLines, supportShare, type Line } from './hough.js';
import { growSides } from './growSides.js';
import { ratePaper } from './ratePaper.js';

/** A sheet found in a picture, in pixels of the small channels. */
export interface FoundSheet {
	readonly corners: Quad;
	/** How far its sides are seen as edges, 0..1, the least of the four. */
	readonly leastSupport: number;
	/** How well inside and outside look like paper and not paper, 0..1. */
	readonly paperness: number;
	/** Rating of this sheet over the best quite different one, 0..1. */
	readonly lead: number;
}

interface Candidate {
	readonly corners: Quad;
	readonly lines: readonly Line[];
	readonly support: readonly number[];
	readonly area: number;
	readonly quick: number;
}

const MOST_LINES = 90;
const LEAST_SUPPORT = 0.3;
const LEAST_AREA_SHARE = 0.1;
const KEPT_CANDIDATES = 400;
const LEAST_PAPER = 0.5;

const angleBetween = (a: Line, b: Line): number => {
	const d = Math.abs(a.thetaRad - b.thetaRad);
	return Math.min(d, Math.PI - d);
};

/** Two lines that could be opposite sides: nearly parallel, well apart, not meeting within the picture. */
function oppositePairs(lines: readonly Line[], width: number, height: number): [Line, Line][] {
	const pairs: [Line, Line][] = [];
	const apartPx = 0.2 * Math.min(width, height);
	for (let i = 0; i < lines.length; i++)
		for (let j = i + 1; j < lines.length; j++) {
			const [a, b] = [lines[i] as Line, lines[j] as Line];
			if (angleBetween(a, b) > 0.62) continue;
			// Their distance as seen at the middle of the picture.
			const at = (l: Line) => (width / 2) * Math.cos(l.thetaRad) + (height / 2) * Math.sin(l.thetaRad) - l.rhoPx;
			const flip = Math.abs(a.thetaRad - b.thetaRad) > Math.PI / 2 ? -1 : 1;
			if (Math.abs(at(a) - flip * at(b)) < apartPx) continue;
			pairs.push([a, b]);
		}
	return pairs;
}

function candidateFrom(
	[a, b]: [Line, Line],
	[c, d]: [Line, Line],
	width: number,
	height: number
): Candidate | undefined {
	const corners = [meet(a, c), meet(c, b), meet(b, d), meet(d, a)];
	const margin = 3;
	for (const p of corners)
		if (!p || p[0] < -margin || p[1] < -margin || p[0] > width + margin || p[1] > height + margin) return undefined;
	const quad = corners as unknown as Quad;
	if (!isConvex(quad)) return undefined;
	const area = Math.abs(quadArea(quad));
	if (area < LEAST_AREA_SHARE * width * height) return undefined;
	const sides: readonly [Line, Point, Point][] = [
		[a, quad[3], quad[0]],
		[c, quad[0], quad[1]],
		[b, quad[1], quad[2]],
		[d, quad[2], quad[3]]
	];
	const support: number[] = [];
	for (const [line, p, q] of sides) {
		const share = supportShare(line, alongOf(line, p[0], p[1]), alongOf(line, q[0], q[1]));
		if (share < LEAST_SUPPORT) return undefined;
		support.push(share);
	}
	const quick =
		support.reduce((s, v) => s + v, 0) / 4 + 0.5 * Math.min(...support) + 0.25 * Math.sqrt(area / (width * height));
	return { corners: quad, lines: [a, c, b, d], support, area, quick };
}

function candidates(lines: readonly Line[], width: number, height: number): Candidate[] {
	const pairs = oppositePairs(lines, width, height);
	const found: Candidate[] = [];
	for (let i = 0; i < pairs.length; i++)
		for (let j = i + 1; j < pairs.length; j++) {
			const [p, q] = [pairs[i] as [Line, Line], pairs[j] as [Line, Line]];
			if (angleBetween(p[0], q[0]) < 0.75) continue;
			const c = candidateFrom(p, q, width, height);
			if (c) found.push(c);
		}
	return found.sort((x, y) => y.quick - x.quick).slice(0, KEPT_CANDIDATES);
}

const sameSheet = (a: Quad, b: Quad, tolerancePx: number): boolean =>
	a.every((p) => b.some((q) => distance(p, q) < tolerancePx));

/** The picture's own border as a line that is always seen. */
function borderLines(width: number, height: number): Line[] {
	const reach = Math.ceil(Math.hypot(width, height));
	const support = Int32Array.from({ length: 2 * reach + 2 }, (_, i) => i);
	const at = (thetaRad: number, rhoPx: number): Line => ({ thetaRad, rhoPx, votes: Infinity, support, fromPx: -reach });
	return [at(0, 1), at(0, width - 2), at(Math.PI / 2, 1), at(Math.PI / 2, height - 2)];
}

/** True when paper is seen that the picture's border cuts: its other sides are as clear as a sheet's. */
function cutOff(channels: Channels, edges: Edges, lines: readonly Line[]): boolean {
	const { width, height } = edges;
	const border = borderLines(width, height);
	return candidates([...border, ...lines.slice(0, 40)], width, height).some((c) => {
		const cut = c.lines.map((l) => border.includes(l));
		if (!cut.includes(true) || cut.filter((b) => !b).length < 2) return false;
		// Side k of the corners lies on line k + 1: the corners begin where the first two lines meet.
		const { sides } = ratePaper(channels, edges, c.corners);
		return sides.every((share, k) => {
			const line = (k + 1) % 4;
			return cut[line] || (share > 0.7 && (c.support[line] as number) > 0.5);
		});
	});
}

/**
 * Finds the sheet by four straight sides that are seen as edges and part paper from what is not.
 * Throws `no-sheet` when nothing of the kind is there.
 */
export function findSheet(channels: Channels): FoundSheet {
	const edges: Edges = findEdges(channels);
	const { width, height } = edges;
	const lines = findLines(edges, { most: MOST_LINES, least: edges.floor });
	const rated = candidates(lines, width, height)
		.map((c) => {
			const paper = ratePaper(channels, edges, c.corners);
			const least = Math.min(...c.support);
			const mean = c.support.reduce((s, v) => s + v, 0) / 4;
			return { ...c, paper, rating: paper.share * (0.4 + 0.35 * mean + 0.25 * least), least };
		})
		.sort((a, b) => b.rating - a.rating);
	const best = rated[0];
	if (!best || best.paper.share < LEAST_PAPER) {
		if (cutOff(channels, edges, lines)) throw new CoreError('cut-off');
		throw new CoreError('no-sheet');
	}
	const grown = growSides(channels, best.corners);
	if (grown && isConvex(grown) && !sameSheet(grown, best.corners, 0.01 * Math.max(width, height))) {
		const paper = ratePaper(channels, edges, grown);
		if (paper.share > best.paper.share + 0.02)
			return {
				corners: grown,
				leastSupport: best.least,
				paperness: paper.share,
				lead: 1 - best.paper.share / paper.share
			};
	}
	const other = rated.find((r) => !sameSheet(r.corners, best.corners, 0.03 * Math.max(width, height)));
	return {
		corners: best.corners,
		leastSupport: best.least,
		paperness: best.paper.share,
		lead: other ? Math.max(0, 1 - other.rating / best.rating) : 1
	};
}
