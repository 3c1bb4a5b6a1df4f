import { expect } from 'chai';
import { loftBack, placedCuts } from '../../src/core/back/index.js';
import { makeCurve } from '../../src/core/curve/index.js';
import { problemOf } from '../../src/core/errors/index.js';
import { writeStl } from '../../src/core/formats/index.js';
import { sliceMesh } from '../../src/core/scan/index.js';
import { readMesh } from '../../src/core/scan/readMesh.js';

const arch = (k: number, half = 150) =>
	makeCurve(Array.from({ length: 2 * half + 1 }, (_, i) => [i - half, -((i - half) ** 2) / k] as const));
const cuts = placedCuts([
	{ station: 'T18', curve: arch(300) },
	{ station: 'T8', curve: arch(150) },
	{ station: 'W', curve: arch(100) },
	{ station: 's=200', curve: arch(220) }
]);

describe('a back between its cuts', () => {
	it('lies in order along the back; the withers have no place', () => {
		expect(cuts.map((c) => c.sMm)).to.deep.equal([40, 200, 430]);
	});

	it('cut again where a tracing was taken, gives the tracing back to a tenth of a mm', () => {
		const mesh = loftBack(cuts);
		for (const [s, k] of [
			[40.01, 150],
			[200, 220],
			[429.99, 300]
		] as const) {
			const { xMm, yMm } = sliceMesh(mesh, s);
			xMm.forEach((x, i) => expect(yMm[i]).to.be.closeTo(-(x * x) / k, 0.25));
		}
	});

	it('half-way between two alike cuts is the same cut again', () => {
		const alike = placedCuts([
			{ station: 'T8', curve: arch(200) },
			{ station: 'T18', curve: arch(200) }
		]);
		const { xMm, yMm } = sliceMesh(loftBack(alike), 235);
		xMm.forEach((x, i) => expect(yMm[i]).to.be.closeTo(-(x * x) / 200, 0.2));
	});

	it('one cut is no back', () => {
		try {
			loftBack(cuts.slice(0, 1));
			expect.fail('lofted');
		} catch (error) {
			expect(problemOf(error).code).to.equal('too-few-cuts');
		}
	});

	it('written as STL, reads back triangle for triangle', () => {
		const mesh = loftBack(cuts);
		const bytes = writeStl(mesh);
		const again = readMesh('back.stl', bytes.buffer.slice(0) as ArrayBuffer);
		expect(again.corners).to.deep.equal(mesh.corners);
	});
});
