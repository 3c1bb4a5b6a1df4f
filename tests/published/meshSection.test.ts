import { expect } from 'chai';
import { Line3, Plane, Vector3 } from 'three';
import { sliceMesh, type Mesh } from '../../src/core/scan/index.js';
import { normal, seededRandom } from '../../sim/random.js';
import { surfaceMesh } from '../support/meshes.js';

/** Where a plane across the back meets each edge of each triangle, by the geometry package three.js. */
function sectionByThree({ corners }: Mesh, sMm: number): Vector3[] {
	const plane = new Plane(new Vector3(0, 0, 1), -sMm);
	const found: Vector3[] = [];
	const at = (i: number) => new Vector3(corners[i], corners[i + 1], corners[i + 2]);
	for (let i = 0; i < corners.length; i += 9)
		for (const [a, b] of [
			[0, 3],
			[3, 6],
			[6, 0]
		] as const) {
			const hit = plane.intersectLine(new Line3(at(i + a), at(i + b)), new Vector3());
			if (hit) found.push(hit);
		}
	return found;
}

describe('a cut across a rough scan, against a geometry package (three.js)', () => {
	const random = seededRandom(8);
	const rough = new Map<string, number>();
	const mesh = surfaceMesh(
		(x, z) => {
			const key = `${x} ${z}`;
			if (!rough.has(key)) rough.set(key, 0.6 * normal(random));
			return (z - 200) ** 2 / 900 - (x * x) / (150 + z / 8) + (rough.get(key) as number);
		},
		{ halfMm: 160, lengthMm: 400, stepMm: 5 }
	);
	for (const s of [40.3, 201.7, 388.88])
		it(`at s = ${s} mm every point of one lies on the other, within 0.05 mm`, () => {
			const { xMm, yMm, apexAt } = sliceMesh(mesh, s);
			const ours = Array.from(xMm, (x, i) => [x + apexAt[0], (yMm[i] as number) + apexAt[1]] as const);
			const theirs = sectionByThree(mesh, s);
			expect(theirs.length).to.be.above(100);
			const worst = Math.max(
				...theirs.map((p) => Math.min(...ours.map(([x, y]) => Math.hypot(x - p.x, y - p.y)))),
				...ours.map(([x, y]) => Math.min(...theirs.map((p) => Math.hypot(x - p.x, y - p.y))))
			);
			expect(worst).to.be.below(0.05);
		});
});
