import type { Mesh } from '../scan/index.js';

const HEAD_BYTES = 80;
const TRIANGLE_BYTES = 50;

/** Binary STL, mm; normals by the right-hand rule. The format has no unit: the head says it. */
export function writeStl({ corners }: Mesh): Uint8Array {
	const count = corners.length / 9;
	const bytes = new Uint8Array(HEAD_BYTES + 4 + count * TRIANGLE_BYTES);
	bytes.set(new TextEncoder().encode('Zone Tally, mm, x off side, y up, z to the rear'));
	const view = new DataView(bytes.buffer);
	view.setUint32(HEAD_BYTES, count, true);
	for (let t = 0; t < count; t++) {
		const p = corners.subarray(9 * t, 9 * t + 9) as unknown as readonly number[];
		const [ax, ay, az, bx, by, bz, cx, cy, cz] = p as [
			number,
			number,
			number,
			number,
			number,
			number,
			number,
			number,
			number
		];
		const [ux, uy, uz, vx, vy, vz] = [bx - ax, by - ay, bz - az, cx - ax, cy - ay, cz - az];
		const n = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
		const size = Math.hypot(...n) || 1;
		const at = HEAD_BYTES + 4 + t * TRIANGLE_BYTES;
		n.forEach((v, k) => view.setFloat32(at + 4 * k, v / size, true));
		p.forEach((v, k) => view.setFloat32(at + 12 + 4 * k, v, true));
	}
	return bytes;
}
