import { expect } from 'chai';
import {
	linePxPerMm,
	nearestIndex,
	nudgeLine,
	readPrinted,
	readWiped,
	redrawLine,
	snapStroke,
	withPoints,
	type Point,
	type ReadLine
} from '../../../src/core/photo/index.js';
import { chain, homographyFrom, inverse, fitHomography, project, type Quad } from '../../../src/core/photo/geometry.js';
import { bend, unbend } from '../../../src/core/photo/view.js';
import { tracingSheets } from '../../../src/lib/server/print/index.js';
import { meanDistanceMm } from '../../support/pictures.js';
import { photoOfSheet, type PrintedPhoto } from '../../support/printed.js';
import { normal, seededRandom } from '../../../sim/random.js';

/** A line of an arch, seen at 4 px a mm, moved by 100 px. */
function archLine(): ReadLine {
	const xs = Array.from({ length: 301 }, (_, i) => i - 150);
	const px = xs.map((x): Point => [100 + 4 * (x + 150), 100 + (4 * x * x) / 150]);
	return {
		xMm: Float64Array.from(xs),
		yMm: Float64Array.from(xs, (x) => -(x * x) / 150),
		apexIndex: 150,
		apexBy: 'top',
		quality: { score: 1, warnings: [] },
		corners: [] as unknown as Quad,
		inPicture: px,
		view: { projection: [4, 0, 100, 0, 4, 100, 0, 0, 1] },
		fromPicture: [0.25, 0, -175, 0, -0.25, 25, 0, 0, 1]
	};
}

describe('a line put right by hand', () => {
	it('points put where they were change nothing', () => {
		const line = archLine();
		const same = withPoints(line, line.inPicture);
		expect(Math.max(...same.xMm.map((x, i) => Math.abs(x - (line.xMm[i] as number))))).to.be.below(1e-9);
		expect(same.apexIndex).to.equal(150);
		expect(linePxPerMm(line)).to.be.closeTo(4, 1e-9);
	});

	it('a nudge moves the point all the way, its neighbours less, the far end not at all', () => {
		const line = archLine();
		const [x, y] = line.inPicture[60] as Point;
		const nudged = nudgeLine(line, 60, [x, y + 8]);
		const moved = (i: number) => (nudged.yMm[i] as number) - (line.yMm[i] as number);
		expect(moved(60)).to.be.closeTo(-2, 1e-9);
		expect(moved(66)).to.be.within(-1.9, -0.5);
		expect(moved(200)).to.be.closeTo(0, 1e-6);
		expect(nudged.apexIndex).to.equal(150);
	});

	it('a stroke takes the place of its stretch, whichever way it was drawn', () => {
		const line = archLine();
		const stroke = [40, 60, 80].map((i): Point => [
			(line.inPicture[i] as Point)[0],
			(line.inPicture[i] as Point)[1] + 4
		]);
		const there = redrawLine(line, stroke);
		const back = redrawLine(line, [...stroke].reverse());
		expect(there.inPicture).to.deep.equal(back.inPicture);
		expect(there.xMm.length).to.equal(301 - 41 + 3);
		const at = nearestIndex(there.inPicture, stroke[1] as Point);
		expect(there.yMm[at]).to.be.closeTo((line.yMm[60] as number) - 1, 1e-9);
		expect([there.xMm[there.apexIndex], there.yMm[there.apexIndex]]).to.deep.equal([0, 0]);
	});

	it('a stroke beyond the end carries the line on; a single point changes nothing', () => {
		const line = archLine();
		const [x, y] = line.inPicture[300] as Point;
		const longer = redrawLine(line, [
			[x, y],
			[x + 20, y + 40]
		]);
		expect(longer.xMm[longer.xMm.length - 1]).to.be.closeTo(155, 1e-9);
		expect(redrawLine(line, [[x, y]])).to.equal(line);
	});
});

describe('correcting on the picture itself', function () {
	this.timeout(300_000);
	let made: PrintedPhoto;
	let line: ReadLine;
	before(async () => {
		const ids = { horseId: '0190a000-1111-7abc-8def-0123456789ab', visitId: '0190a000-2222-7abc-8def-0123456789ab' };
		made = await photoOfSheet(await tracingSheets({ ...ids, horse: 'Eider' }, 'a3'), 5, 507);
		line = readPrinted(made.photo);
	});

	it('picture points of the line come out as its millimetres', () => {
		const again = withPoints(line, line.inPicture);
		expect(Math.max(...again.yMm.map((y, i) => Math.abs(y - (line.yMm[i] as number))))).to.be.below(0.02);
	});

	it('a stroke drawn 2 mm beside the ink is drawn to it; where there is no ink it stays', () => {
		const random = seededRandom(4);
		const px = linePxPerMm(line);
		const from = Math.round(line.inPicture.length * 0.6);
		const part = line.inPicture.slice(from, from + 100);
		const beside = part.map((p): Point => [p[0], p[1] - 1.3 * px + 0.1 * normal(random)]);
		const snapped = snapStroke(made.photo, line.view, 'a3', beside);
		const redrawn = redrawLine(line, snapped);
		expect(meanDistanceMm(made.points, redrawn)).to.be.below(0.35);
		const off = snapStroke(
			made.photo,
			line.view,
			'a3',
			part.map((p): Point => [p[0], p[1] - 25 * px])
		);
		expect(meanDistanceMm(made.points, redrawLine(line, off))).to.be.above(1);
	});

	it('wiping the end of the line shortens it; wiping bare paper changes nothing', () => {
		const end = line.inPicture.slice(-120);
		const shorter = readWiped(made.photo, line.view, 'a3', [{ points: end, radiusMm: 4 }], true);
		const length = (l: ReadLine) => (l.xMm[l.xMm.length - 1] as number) - (l.xMm[0] as number);
		expect(length(shorter)).to.be.below(length(line) - 15);
		const same = readWiped(made.photo, line.view, 'a3', [{ points: [[5, 5]], radiusMm: 4 }], true);
		expect(Math.abs(length(same) - length(line))).to.be.below(6);
	});
});

describe('projections', () => {
	const quad: Quad = [
		[100, 80],
		[900, 130],
		[860, 700],
		[60, 620]
	];
	const unit: Quad = [
		[0, 0],
		[420, 0],
		[420, 297],
		[0, 297]
	];

	it('through four points by least squares is the projection through them', () => {
		const exact = homographyFrom(unit, quad) as readonly number[];
		const fitted = fitHomography(unit, quad) as readonly number[];
		for (const p of [
			[0, 0],
			[210, 140],
			[400, 20]
		] as const) {
			const [a, b] = [project(exact, p), project(fitted, p)];
			expect(Math.hypot(a[0] - b[0], a[1] - b[1])).to.be.below(1e-6);
		}
	});

	it('a projection and its inverse cancel', () => {
		const h = homographyFrom(unit, quad) as readonly number[];
		const both = chain(inverse(h), h);
		[1, 0, 0, 0, 1, 0, 0, 0, 1].forEach((v, i) => expect(both[i]).to.be.closeTo(v, 1e-9));
	});

	it('least squares over noisy points comes nearer than any four of them', () => {
		const random = seededRandom(9);
		const h = homographyFrom(unit, quad) as readonly number[];
		const mm = Array.from({ length: 40 }, (_, i): Point => [(i % 8) * 60, Math.floor(i / 8) * 70]);
		const px = mm.map((p): Point => {
			const [x, y] = project(h, p);
			return [x + normal(random), y + normal(random)];
		});
		const fitted = fitHomography(mm, px) as readonly number[];
		const [a, b] = [project(h, [210, 150]), project(fitted, [210, 150])];
		expect(Math.hypot(a[0] - b[0], a[1] - b[1])).to.be.below(0.6);
	});

	it('a bent point is unbent', () => {
		const lens = { share: 0.06, middle: [500, 400], radiusPx: 640 } as const;
		const [x, y] = unbend(lens, bend(lens, [930, 70]));
		expect(Math.hypot(x - 930, y - 70)).to.be.below(0.01);
	});
});
