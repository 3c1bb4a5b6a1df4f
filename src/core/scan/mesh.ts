import { CoreError } from '../errors/index.js';
import { MM_PER, type DrawnUnit } from '../units/index.js';

/** Triangles as corner coordinates, nine numbers each: x to the off side, y up, z to the rear (s). */
export interface Mesh {
	readonly corners: Float32Array;
}

/** The most triangles that are taken. */
export const MOST_TRIANGLES = 2_000_000;

/** Checks a mesh: whole, finite triangles. Throws `mesh-empty`, `mesh-too-large`, `mesh-broken`. */
export function checkMesh(mesh: Mesh): Mesh {
	const { corners } = mesh;
	if (corners.length < 9) throw new CoreError('mesh-empty');
	if (corners.length % 9 !== 0) throw new CoreError('mesh-broken');
	if (corners.length / 9 > MOST_TRIANGLES)
		throw new CoreError('mesh-too-large', { triangles: corners.length / 9, limit: MOST_TRIANGLES });
	for (let i = 0; i < corners.length; i++) if (!Number.isFinite(corners[i])) throw new CoreError('mesh-broken');
	return mesh;
}

/** Extent along x, y and z. */
export function extentOf({ corners }: Mesh): readonly [number, number, number] {
	const low = [Infinity, Infinity, Infinity];
	const high = [-Infinity, -Infinity, -Infinity];
	for (let i = 0; i < corners.length; i++) {
		const k = i % 3;
		const v = corners[i] as number;
		if (v < (low[k] as number)) low[k] = v;
		if (v > (high[k] as number)) high[k] = v;
	}
	return [0, 1, 2].map((k) => (high[k] as number) - (low[k] as number)) as unknown as readonly [number, number, number];
}

/**
 * The unit that makes a back 250 to 1600 mm at its longest: a guess, to be asked about. Throws
 * `mesh-no-back` where none does.
 */
export function guessUnit(mesh: Mesh): DrawnUnit {
	const longest = Math.max(...extentOf(mesh));
	const found = (['mm', 'cm', 'm', 'inch'] as const).find((u) => {
		const mm = longest * MM_PER[u];
		return mm >= 250 && mm <= 1600;
	});
	if (!found) throw new CoreError('mesh-no-back', { longest: Math.round(longest * 1000) / 1000 });
	return found;
}

/** The same mesh in mm. */
export function inMm(mesh: Mesh, unit: DrawnUnit): Mesh {
	return unit === 'mm' ? mesh : { corners: mesh.corners.map((v) => v * MM_PER[unit]) };
}
