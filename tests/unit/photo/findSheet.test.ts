import { expect } from 'chai';
import { channelsOf, shrinkChannels } from '../../../src/core/photo/channels.js';
import { edgeRise } from '../../../src/core/photo/edgeRise.js';
import { findEdges } from '../../../src/core/photo/edges.js';
import { findSheet } from '../../../src/core/photo/findSheet.js';
import { growSides } from '../../../src/core/photo/growSides.js';
import { alongOf, findLines, supportShare } from '../../../src/core/photo/hough.js';
import { ratePaper } from '../../../src/core/photo/ratePaper.js';
import { refineSides } from '../../../src/core/photo/refineSides.js';
import { distance, type Point, type Quad } from '../../../src/core/photo/geometry.js';
import { codeOf } from '../../support/codes.js';
import { DARK, LIKE_PAPER, paint, STRIPES, WOOD, type Paint } from '../../support/scenes.js';

const SIZE = { width: 800, height: 600 };
const QUAD: Quad = [
	[120, 90],
	[690, 130],
	[650, 520],
	[90, 470]
];
const largest = (list: Float32Array): number => list.reduce((a, b) => Math.max(a, b), 0);
/** Farthest that a true corner is from the nearest one found. */
const worstCorner = (found: Quad, truth: Quad = QUAD): number =>
	Math.max(...truth.map((t) => Math.min(...found.map((f) => distance(t, f)))));
const channels = (ground: Paint, more: Partial<Parameters<typeof paint>[0]> = {}) =>
	channelsOf(paint({ ...SIZE, quad: QUAD, ground, ...more }), 800);

describe('finding the sheet', function () {
	this.timeout(300_000);
	const GROUNDS: readonly (readonly [string, Paint])[] = [
		['wood', WOOD],
		['striped cloth', STRIPES],
		['a dark table', DARK]
	];
	for (const [name, ground] of GROUNDS)
		it(`on ${name}, corners within 6 px, then within half a pixel`, () => {
			const c = channels(ground);
			const found = findSheet(c);
			expect(worstCorner(found.corners)).to.be.below(6);
			const fine = refineSides(c, refineSides(c, found.corners, 8).corners, 2.5);
			expect(worstCorner(fine.corners)).to.be.below(0.6);
			expect(fine.straightnessPx).to.be.below(0.5);
		});

	it('with a shadow across its edge', () => {
		const light = (x: number, y: number) => 1 - 0.5 / (1 + Math.exp(-(x * 0.8 + y - 650) / 12));
		const found = findSheet(channels(WOOD, { light }));
		expect(worstCorner(found.corners)).to.be.below(6);
	});

	it('is refused where there is none', () =>
		expect(codeOf(() => findSheet(channels(LIKE_PAPER)))).to.equal('no-sheet'));

	it('is refused as cut off where the picture’s border cuts it', () => {
		const quad: Quad = [
			[-200, 90],
			[560, 110],
			[540, 500],
			[-220, 480]
		];
		expect(codeOf(() => findSheet(channels(DARK, { quad })))).to.equal('cut-off');
	});
});

describe('what makes a side', function () {
	this.timeout(300_000);
	it('an edge of light, and of colour where light is equal', () => {
		const grey = findEdges(channels(DARK));
		expect(largest(grey.strength)).to.be.above(10 * grey.floor);
		const colour = findEdges(channels(() => [180, 240, 250], { paper: [250, 235, 185] }));
		expect(largest(colour.strength)).to.be.above(5 * colour.floor);
	});

	it('straight lines with the stretch on which they are seen', () => {
		const edges = findEdges(channels(DARK));
		const lines = findLines(edges, { most: 20, least: edges.floor });
		const [a, b] = [QUAD[0], QUAD[1]] as [Point, Point];
		const theta = Math.atan2(b[0] - a[0], -(b[1] - a[1]));
		const top = lines.find((l) => {
			const turn = Math.abs(l.thetaRad - (((theta % Math.PI) + Math.PI) % Math.PI));
			return turn < 0.03 && Math.abs(a[0] * Math.cos(l.thetaRad) + a[1] * Math.sin(l.thetaRad) - l.rhoPx) < 8;
		});
		expect(top).to.not.be.undefined;
		if (!top) return;
		const share = (p: Point, q: Point) => supportShare(top, alongOf(top, p[0], p[1]), alongOf(top, q[0], q[1]));
		expect(share(a, b)).to.be.above(0.25);
		expect(share([0, 82], [60, 86])).to.be.below(0.2);
		expect(share(a, a)).to.equal(0);
	});

	it('cloth is rough on both sides of its edges, paper smooth on one', () => {
		const mean = (list: Float32Array, of: Float32Array, least: number) => {
			const kept = Array.from(list).filter((_, i) => (of[i] as number) > least);
			return kept.reduce((s, v) => s + v, 0) / kept.length;
		};
		const weave: Paint = (x, y) => (Math.sin((x + y * 0.2) / 1.3) > 0 ? [70, 100, 170] : [130, 175, 205]);
		const cloth = findEdges(
			channels(weave, {
				quad: [
					[1, 1],
					[2, 1],
					[2, 2],
					[1, 2]
				]
			})
		);
		const paper = findEdges(channels(DARK));
		const strong = (e: typeof cloth) => 0.4 * largest(e.strength);
		expect(mean(paper.oneSideSmooth, paper.strength, strong(paper))).to.be.above(
			mean(cloth.oneSideSmooth, cloth.strength, strong(cloth)) + 0.3
		);
	});
});

describe('paper and ground', function () {
	this.timeout(300_000);
	it('the true corners rate above corners drawn in, or out', () => {
		const c = channels(WOOD);
		const edges = findEdges(c);
		const centre: Point = [390, 300];
		const scaled = (k: number): Quad =>
			QUAD.map((p) => [centre[0] + (p[0] - centre[0]) * k, centre[1] + (p[1] - centre[1]) * k]) as unknown as Quad;
		const rate = (k: number) => ratePaper(c, edges, scaled(k)).share;
		expect(rate(1)).to.be.above(0.85);
		expect(rate(0.8)).to.be.below(0.3);
		expect(rate(1.12)).to.be.below(0.3);
	});

	it('a side that follows a stripe of the cloth is put right by the paper’s colour', () => {
		const c = channels(STRIPES);
		const wrong: Quad = [QUAD[0], [745, 134], [690, 523], QUAD[3]];
		expect(worstCorner(growSides(c, wrong) ?? wrong)).to.be.below(3);
	});

	it('a ground of the paper’s own colour gives no answer', () =>
		expect(
			growSides(
				channels(() => [120, 117, 110]),
				QUAD
			)
		).to.be.undefined);
});

describe('sharpness and scale', function () {
	this.timeout(300_000);
	it('an edge spread over 14 px is told from one over 1 px', () => {
		const sharp = edgeRise(channels(DARK), QUAD, 20);
		const soft = edgeRise(channels(DARK, { softPx: 14 }), QUAD, 20);
		expect(sharp).to.be.below(3);
		expect(soft).to.be.within(6, 12);
	});
	it('shrinking twice comes to the same size and nearly the same values', () => {
		const picture = paint({ ...SIZE, quad: QUAD, ground: WOOD });
		const [direct, twice] = [channelsOf(picture, 200), shrinkChannels(channelsOf(picture, 400), 200)];
		expect([twice.light.width, twice.light.height]).to.deep.equal([direct.light.width, direct.light.height]);
		expect(twice.scale).to.be.closeTo(direct.scale, 1e-9);
		const off = direct.light.data.map((v, i) => Math.abs(v - (twice.light.data[i] as number)));
		expect(Math.max(...off)).to.be.below(0.2);
	});
});
