import type { Mesh } from './mesh.js';
import { sliceMesh } from './sliceMesh.js';

/** The back's shape along its length beside the spine: z to the rear and height, mm. */
export interface LongLine {
	readonly xMm: number;
	readonly zMm: Float64Array;
	readonly yMm: Float64Array;
}

/** Cuts a mesh lengthways at x. Throws `station-outside` where there is no back. */
export function longLine({ corners }: Mesh, xMm: number): LongLine {
	const lengthways = new Float32Array(corners.length);
	for (let i = 0; i < corners.length; i += 3) {
		lengthways[i] = corners[i + 2] as number;
		lengthways[i + 1] = corners[i + 1] as number;
		lengthways[i + 2] = corners[i] as number;
	}
	const { xMm: along, yMm: up, apexAt } = sliceMesh({ corners: lengthways }, xMm);
	return { xMm, zMm: along.map((v) => v + apexAt[0]), yMm: up.map((v) => v + apexAt[1]) };
}

/** Lowest place of a line between two shares of its length: the saddle's low point. */
export function lowPoint({ zMm, yMm }: Pick<LongLine, 'zMm' | 'yMm'>, from = 0.3, to = 0.8): number | undefined {
	const [start, end] = [zMm[0], zMm[zMm.length - 1]];
	if (start === undefined || end === undefined) return undefined;
	let best: number | undefined;
	let least = Infinity;
	zMm.forEach((z, i) => {
		const share = (z - start) / (end - start);
		if (share < from || share > to || (yMm[i] as number) >= least) return;
		least = yMm[i] as number;
		best = z;
	});
	return best;
}
