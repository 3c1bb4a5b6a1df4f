import { expect } from 'chai';
import { Matrix, solve } from 'ml-matrix';
import { dropGrid } from '../../../src/core/photo/dropGrid.js';
import { followLine } from '../../../src/core/photo/followLine.js';
import {
	homographyFrom,
	isConvex,
	meet,
	parabola,
	project,
	quadArea,
	type Quad
} from '../../../src/core/photo/geometry.js';
import { blur, makeRaster, quantile, sample, type Raster } from '../../../src/core/photo/raster.js';
import { findRidges, shrinkBy, transpose, transposeRaster, without } from '../../../src/core/photo/ridges.js';
import { aspectOf, longSideFirst, SHEETS } from '../../../src/core/photo/sheets.js';
import { tracePath } from '../../../src/core/photo/tracePath.js';
import { normal, seededRandom } from '../../../sim/random.js';

const QUAD: Quad = [
	[100, 80],
	[900, 130],
	[860, 700],
	[60, 620]
];
const UNIT: Quad = [
	[0, 0],
	[420, 0],
	[420, 297],
	[0, 297]
];

/** Ink along y = f(x) with a pen's breadth, over noise; px at `pxPerMm`. */
function drawn(
	widthMm: number,
	heightMm: number,
	pxPerMm: number,
	f: (xMm: number) => number | undefined,
	noise = 0.01
): Raster {
	const random = seededRandom(3);
	const r = makeRaster(Math.round(widthMm * pxPerMm), Math.round(heightMm * pxPerMm));
	for (let i = 0; i < r.data.length; i++) r.data[i] = noise * normal(random);
	for (let x = 0; x < r.width; x++) {
		const xMm = (x + 0.5) / pxPerMm;
		const y = f(xMm);
		if (y === undefined) continue;
		const slope = ((f(xMm + 0.1) ?? y) - y) / 0.1;
		for (let row = 0; row < r.height; row++) {
			const off = ((row + 0.5) / pxPerMm - y) / Math.hypot(1, slope);
			(r.data[row * r.width + x] as number) += 0.4 * Math.exp(-(off * off) / (2 * 0.3 ** 2));
		}
	}
	return r;
}
const ARCH = (x: number): number | undefined => (x > 40 && x < 360 ? 40 + (x - 200) ** 2 / 180 : undefined);

describe('plane projection', () => {
	it('takes corners to corners and back', () => {
		const there = homographyFrom(UNIT, QUAD) ?? [];
		const back = homographyFrom(QUAD, UNIT) ?? [];
		for (const p of [...UNIT, [123, 45] as const]) {
			const q = project(back, project(there, p));
			expect(q[0]).to.be.closeTo(p[0], 1e-8);
			expect(q[1]).to.be.closeTo(p[1], 1e-8);
		}
	});
	it('agrees with a matrix package on the eight equations', () => {
		const rows = UNIT.flatMap(([x, y], i) => {
			const [u, v] = QUAD[i] as readonly [number, number];
			return [
				[x, y, 1, 0, 0, 0, -u * x, -u * y],
				[0, 0, 0, x, y, 1, -v * x, -v * y]
			];
		});
		const right = Matrix.columnVector(QUAD.flatMap((p) => [...p]));
		const h = solve(new Matrix(rows), right).to1DArray();
		homographyFrom(UNIT, QUAD)
			?.slice(0, 8)
			.forEach((v, i) => expect(v).to.be.closeTo(h[i] as number, 1e-9));
	});
	it('three corners on a line give none', () =>
		expect(
			homographyFrom(
				[
					[0, 0],
					[1, 0],
					[2, 0],
					[0, 1]
				],
				UNIT
			)
		).to.be.undefined);
	it('areas, turns and crossings', () => {
		expect(Math.abs(quadArea(UNIT))).to.equal(420 * 297);
		expect(isConvex(QUAD)).to.be.true;
		expect(isConvex([QUAD[0], QUAD[2], QUAD[1], QUAD[3]])).to.be.false;
		expect(meet({ thetaRad: 0, rhoPx: 5 }, { thetaRad: Math.PI / 2, rhoPx: 7 })?.map(Math.round)).to.deep.equal([5, 7]);
		expect(meet({ thetaRad: 0, rhoPx: 5 }, { thetaRad: 0.05, rhoPx: 7 })).to.be.undefined;
	});
	it('a parabola through its own points', () => {
		const fit = parabola([-2, -1, 0, 1, 3].map((x) => [x, 2 - x + 0.5 * x * x] as const));
		expect(fit?.level).to.be.closeTo(2, 1e-9);
		expect(fit?.slope).to.be.closeTo(-1, 1e-9);
		expect(fit?.curve).to.be.closeTo(0.5, 1e-9);
	});
});

describe('the sheet’s proportions from its corners', () => {
	/** Corners of a sheet seen by a pinhole camera, tilted about both axes. */
	function seen(long: number, short: number, tiltDeg: number, turnDeg: number): Quad {
		const [t, r] = [tiltDeg, turnDeg].map((d) => (d * Math.PI) / 180) as [number, number];
		return (
			[
				[-1, -1],
				[1, -1],
				[1, 1],
				[-1, 1]
			] as const
		).map(([sx, sy]) => {
			const [x0, y0] = [(sx * long) / 2, (sy * short) / 2];
			const [x, y] = [x0 * Math.cos(r) - y0 * Math.sin(r), x0 * Math.sin(r) + y0 * Math.cos(r)];
			const z = 900 + y * Math.sin(t) + 0.4 * x * Math.sin(t);
			return [1000 + (1500 * x) / z, 750 + (1500 * y * Math.cos(t)) / z] as const;
		}) as unknown as Quad;
	}
	it('are those of ISO 216 and of tabloid and letter', () => {
		for (const name of ['a4', 'a3', 'a2'] as const)
			expect(SHEETS[name].longMm / SHEETS[name].shortMm, name).to.be.closeTo(Math.SQRT2, 0.003);
		expect(SHEETS.tabloid.longMm / 25.4).to.be.closeTo(17, 1e-9);
		expect(SHEETS.letter.longMm / 25.4).to.be.closeTo(11, 1e-9);
	});
	for (const [tilt, turn] of [
		[0, 0],
		[0, 20],
		[22, 8],
		[28, -14]
	] as const)
		it(`tilt ${tilt}°, turned ${turn}°: A3 and tabloid are told apart`, () => {
			const a3 = aspectOf(seen(420, 297, tilt, turn), 2000, 1500);
			const tabloid = aspectOf(seen(431.8, 279.4, tilt, turn), 2000, 1500);
			expect(tabloid - a3).to.be.above(0.08);
		});
	it('put a long side first, going round clockwise', () => {
		const tall: Quad = [
			[10, 10],
			[110, 10],
			[110, 210],
			[10, 210]
		];
		const turned = longSideFirst(tall);
		expect(turned[0]).to.deep.equal([110, 10]);
		expect(longSideFirst([...tall].reverse() as unknown as Quad)).to.have.deep.members([...tall]);
	});
});

describe('rasters', () => {
	it('blur keeps the sum inside and the mean of a plain', () => {
		const r = makeRaster(40, 30);
		r.data[15 * 40 + 20] = 1;
		const b = blur(r, 2);
		expect(b.data.reduce((s, v) => s + v, 0)).to.be.closeTo(1, 1e-5);
		expect(sample(b, 20, 15)).to.equal(Math.max(...b.data));
	});
	it('samples between pixels and repeats the border', () => {
		const r: Raster = { width: 2, height: 2, data: Float32Array.from([0, 1, 2, 3]) };
		expect(sample(r, 0.5, 0.5)).to.be.closeTo(1.5, 1e-6);
		expect(sample(r, -5, -5)).to.be.closeTo(0, 1e-6);
	});
	it('quantiles and shrinking', () => {
		expect(quantile([5, 1, 3], 0.5)).to.equal(3);
		expect(quantile([], 0.5)).to.equal(0);
		const r: Raster = { width: 4, height: 2, data: Float32Array.from([1, 1, 3, 3, 1, 1, 3, 3]) };
		expect([...shrinkBy(r, 2).data]).to.deep.equal([1, 3]);
	});
	it('exchanging rows and columns twice changes nothing', () => {
		const r = findRidges(
			drawn(60, 40, 2, (x) => 20 + x / 9),
			2
		);
		expect(transpose(transpose(r))).to.deep.equal(r);
		const ink = drawn(30, 20, 2, () => 10);
		expect(transposeRaster(transposeRaster(ink))).to.deep.equal(ink);
	});
});

describe('finding the line', () => {
	const pxPerMm = 1;
	it('follows an arch and says which way it opens', () => {
		const path = tracePath(findRidges(drawn(400, 260, pxPerMm, ARCH), pxPerMm));
		expect(path?.arch).to.equal(1);
		path?.xPx.forEach((x, i) => {
			const y = ARCH(x + 0.5);
			if (y !== undefined && x > 50 && x < 350) expect(path.yPx[i]).to.be.closeTo(y - 0.5, 2.5);
		});
		const upside = drawn(400, 260, pxPerMm, (x) => {
			const y = ARCH(x);
			return y === undefined ? undefined : 250 - y;
		});
		expect(tracePath(findRidges(upside, pxPerMm))?.arch).to.equal(-1);
	});
	it('bridges a gap of 10 mm', () => {
		const ink = drawn(400, 260, pxPerMm, (x) => (x > 250 && x < 260 ? undefined : ARCH(x)));
		const path = tracePath(findRidges(ink, pxPerMm));
		expect(path?.xPx[path.xPx.length - 1]).to.be.above(340);
		expect(path?.xPx[0]).to.be.below(60);
	});
	it('scores bare paper far under a line', () => {
		const bare =
			tracePath(
				findRidges(
					drawn(400, 260, pxPerMm, () => undefined),
					pxPerMm
				)
			)?.score ?? 0;
		const line = tracePath(findRidges(drawn(400, 260, pxPerMm, ARCH), pxPerMm))?.score ?? 0;
		expect(bare).to.be.below(line / 8);
	});
	it('finds nothing again where a line was put aside', () => {
		const ridges = findRidges(drawn(400, 260, pxPerMm, ARCH), pxPerMm);
		const first = tracePath(ridges);
		const rest = without(ridges, first?.xPx ?? [], first?.yPx ?? [], 5);
		expect(tracePath(rest)?.score ?? 0).to.be.below((first?.score ?? 0) / 8);
	});
	it('a printed grid goes, the line stays', () => {
		const ink = drawn(400, 260, 2, ARCH);
		for (let y = 0; y < ink.height; y++)
			for (let x = 0; x < ink.width; x++)
				if (x % 10 === 4 || y % 10 === 4) (ink.data[y * ink.width + x] as number) += 0.1;
		const clean = dropGrid(ink, 2);
		const rowMean = (r: Raster, y: number) =>
			r.data.subarray(y * r.width, (y + 1) * r.width).reduce((s, v) => s + v, 0) / r.width;
		expect(rowMean(ink, 404)).to.be.above(0.09);
		expect(Math.abs(rowMean(clean, 404))).to.be.below(0.03);
		const at = 2 * (ARCH(120.25) ?? 0) - 0.5;
		expect(sample(clean, 240, at)).to.be.above(0.25);
	});
});

describe('following the middle of the ink', () => {
	it('is exact to a tenth of a mm on an arch, though started 1 mm beside it', () => {
		const ink = drawn(400, 260, 3, ARCH);
		const xs = Array.from({ length: 60 }, (_, i) => 45 + (310 * i) / 59);
		const line = followLine(
			ink,
			3,
			xs,
			xs.map((x) => (ARCH(x) ?? 0) + 1)
		);
		const offs = Array.from(line.xMm, (x, i) => Math.abs((line.yMm[i] as number) - (ARCH(x) ?? NaN))).filter(
			Number.isFinite
		);
		expect(quantile(offs, 0.5)).to.be.below(0.1);
		expect(quantile(offs, 0.95)).to.be.below(0.3);
	});
	it('ends where the ink ends', () => {
		const ink = drawn(400, 260, 3, ARCH);
		const xs = Array.from({ length: 50 }, (_, i) => 52 + (290 * i) / 49);
		const line = followLine(
			ink,
			3,
			xs,
			xs.map((x) => ARCH(x) ?? 0)
		);
		expect(line.xMm[0]).to.be.within(39, 50);
		expect(line.xMm[line.xMm.length - 1]).to.be.within(345, 361);
	});
});
