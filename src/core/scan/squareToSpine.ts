import type { Mesh } from './mesh.js';

/** A place on a scan, mm. */
export type Place = readonly [xMm: number, yMm: number, zMm: number];

/**
 * Turns a mesh about the upright axis so that the line through two places on the spine runs along z, and
 * moves that line to x = 0: cuts are then square to the spine. Places nearer than 50 mm to one another
 * say too little and change nothing.
 */
export function squareToSpine(mesh: Mesh, a: Place, b: Place): Mesh {
	const [front, rear] = a[2] < b[2] ? [a, b] : [b, a];
	const [dx, dz] = [rear[0] - front[0], rear[2] - front[2]];
	const length = Math.hypot(dx, dz);
	if (length < 50) return mesh;
	const [sin, cos] = [dx / length, dz / length];
	const { corners } = mesh;
	const out = new Float32Array(corners.length);
	for (let i = 0; i < corners.length; i += 3) {
		const [x, z] = [(corners[i] as number) - front[0], (corners[i + 2] as number) - front[2]];
		out[i] = x * cos - z * sin;
		out[i + 1] = corners[i + 1] as number;
		out[i + 2] = x * sin + z * cos + front[2];
	}
	return { corners: out };
}
