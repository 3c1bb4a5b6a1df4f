import { CoreError } from '../errors/index.js';
import { extentOf, type Mesh } from './mesh.js';
import { sliceMesh } from './sliceMesh.js';

type Axis = 0 | 1 | 2;
/** Which of a mesh's own axes becomes x, y and z, and with which sign. */
type Turn = readonly (readonly [axis: Axis, sign: 1 | -1])[];

/** A mesh turned by exchanging and reversing axes, moved so that z starts at 0 and x is centred. */
function turned({ corners }: Mesh, turn: Turn): Mesh {
	const out = new Float32Array(corners.length);
	const low = [Infinity, Infinity, Infinity];
	const high = [-Infinity, -Infinity, -Infinity];
	for (let i = 0; i < corners.length; i += 3)
		for (let k = 0; k < 3; k++) {
			const [axis, sign] = turn[k] as readonly [Axis, 1 | -1];
			const v = sign * (corners[i + axis] as number);
			out[i + k] = v;
			if (v < (low[k] as number)) low[k] = v;
			if (v > (high[k] as number)) high[k] = v;
		}
	const move = [-((low[0] as number) + (high[0] as number)) / 2, 0, -(low[2] as number)];
	for (let i = 0; i < out.length; i++) (out[i] as number) += move[i % 3] as number;
	return { corners: out };
}

/** Turns that keep left left: an exchange of axes is a rotation when its sign comes out even. */
function rotationWith(length: Axis, up: Axis, upSign: 1 | -1): Turn {
	const across = (3 - length - up) as Axis;
	const order: readonly Axis[] = [across, up, length];
	const even = [
		[0, 1, 2],
		[1, 2, 0],
		[2, 0, 1]
	].some((p) => p.every((a, i) => a === order[i]));
	const sign = (even ? 1 : -1) * upSign;
	return [
		[across, sign as 1 | -1],
		[up, upSign],
		[length, 1]
	];
}

/** How far a cut falls to both sides of its top, mm; a back falls, a back upside down rises. */
function fallMm(mesh: Mesh, bridgeMm: number | undefined): number {
	const lengthMm = extentOf(mesh)[2];
	const falls = [0.35, 0.5, 0.65].map((share) => {
		try {
			const { yMm } = sliceMesh(mesh, share * lengthMm + 0.0137, bridgeMm);
			return -Math.max(yMm[0] as number, yMm[yMm.length - 1] as number);
		} catch {
			return -1;
		}
	});
	return falls.reduce((a, b) => a + b, 0) / falls.length;
}

/**
 * Turns a scan in mm so that z runs along the back, y is up and x to the off side. The longest way is
 * the back's; up is the way in which the cuts arch. Which end is the head only the person can say:
 * `headAtEnd` turns it round. Holes up to `bridgeMm` are bridged. Throws `mesh-no-back` when nothing arches.
 */
export function orientMesh(mesh: Mesh, headAtEnd = false, bridgeMm?: number): Mesh {
	const extent = extentOf(mesh);
	const length = extent.indexOf(Math.max(...extent)) as Axis;
	const ways = ([0, 1, 2] as const)
		.filter((a) => a !== length)
		.flatMap((up) => ([1, -1] as const).map((sign) => turned(mesh, rotationWith(length, up, sign))));
	const best = ways.map((m) => ({ m, fall: fallMm(m, bridgeMm) })).sort((a, b) => b.fall - a.fall)[0];
	if (!best || best.fall < 30) throw new CoreError('mesh-no-back', { longest: Math.round(Math.max(...extent)) });
	if (!headAtEnd) return best.m;
	return turned(best.m, [
		[0, -1],
		[1, 1],
		[2, -1]
	]);
}

/** The back's top line: highest place by steps along it, mm. */
export function topLine({ corners }: Mesh, stepMm: number): { zMm: number[]; yMm: number[] } {
	const tops = new Map<number, number>();
	for (let i = 0; i < corners.length; i += 3) {
		const k = Math.round((corners[i + 2] as number) / stepMm);
		const y = corners[i + 1] as number;
		if (y > (tops.get(k) ?? -Infinity)) tops.set(k, y);
	}
	const sorted = [...tops].sort(([a], [b]) => a - b);
	return { zMm: sorted.map(([k]) => k * stepMm), yMm: sorted.map(([, y]) => y) };
}
