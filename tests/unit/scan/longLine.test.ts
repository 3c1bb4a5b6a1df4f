import { expect } from 'chai';
import { longLine, lowPoint, sliceMesh, squareToSpine, type Mesh } from '../../../src/core/scan/index.js';
import { surfaceMesh } from '../../support/meshes.js';

const SADDLE = (x: number, z: number) => (z - 210) ** 2 / 900 - (x * x) / 160;
const mesh = surfaceMesh(SADDLE, { halfMm: 150, lengthMm: 400, stepMm: 5 });

/** The same mesh turned about the upright axis. */
function yawed({ corners }: Mesh, deg: number): Mesh {
	const [s, c] = [Math.sin((deg * Math.PI) / 180), Math.cos((deg * Math.PI) / 180)];
	const out = corners.slice();
	for (let i = 0; i < out.length; i += 3) {
		const [x, z] = [corners[i] as number, corners[i + 2] as number];
		out[i] = x * c + z * s;
		out[i + 2] = -x * s + z * c;
	}
	return { corners: out };
}

describe('the long line', () => {
	it('is the surface 100 mm beside the spine, along its whole length', () => {
		for (const x of [-100, 100]) {
			const { zMm, yMm } = longLine(mesh, x + 0.01);
			expect(zMm[0]).to.be.closeTo(0, 1);
			expect(zMm[zMm.length - 1]).to.be.closeTo(400, 1);
			zMm.forEach((z, i) => expect(yMm[i]).to.be.closeTo(SADDLE(x, z), 0.15));
		}
	});

	it('has its low point where the back is lowest', () => {
		expect(lowPoint(longLine(mesh, 0.01))).to.be.closeTo(210, 3);
		expect(lowPoint({ zMm: new Float64Array(), yMm: new Float64Array() })).to.equal(undefined);
	});
});

describe('cuts square to the spine', () => {
	it('a scan that lay askew by 12 degrees is cut as if it had lain straight', () => {
		const askew = yawed(mesh, 12);
		const at = (z: number) => {
			const a = (12 * Math.PI) / 180;
			return [z * Math.sin(a), SADDLE(0, z), z * Math.cos(a)] as const;
		};
		const square = squareToSpine(askew, at(40), at(360));
		const cut = sliceMesh(square, 200 - 40 + 40 * Math.cos((12 * Math.PI) / 180));
		cut.xMm.forEach((x, i) => expect(cut.yMm[i]).to.be.closeTo(-(x * x) / 160, 0.2));
		const crooked = sliceMesh(askew, 200);
		const worst = Math.max(...crooked.xMm.map((x, i) => Math.abs((crooked.yMm[i] as number) + (x * x) / 160)));
		expect(worst, 'not squared it is off').to.be.above(1);
	});

	it('two taps at nearly one place say nothing', () => {
		expect(squareToSpine(mesh, [0, 0, 100], [9, 0, 120])).to.equal(mesh);
	});

	it('a plane through a row of corners leaves no scraps behind', () => {
		expect(sliceMesh(mesh, 200).strayPieces).to.equal(0);
	});
});
