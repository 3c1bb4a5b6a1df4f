import type { Mesh } from '../../src/core/scan/index.js';

type P3 = readonly [number, number, number];

/** Triangles of a surface y = f(x, z) over a grid; `skip` leaves squares out. */
export function surfaceMesh(
	f: (x: number, z: number) => number,
	{ halfMm, lengthMm, stepMm }: { halfMm: number; lengthMm: number; stepMm: number },
	skip: (x: number, z: number) => boolean = () => false
): Mesh {
	const out: number[] = [];
	const at = (x: number, z: number): P3 => [x, f(x, z), z];
	for (let x = -halfMm; x < halfMm; x += stepMm)
		for (let z = 0; z < lengthMm; z += stepMm) {
			if (skip(x, z)) continue;
			const [a, b, c, d] = [at(x, z), at(x + stepMm, z), at(x + stepMm, z + stepMm), at(x, z + stepMm)];
			for (const p of [a, b, c, a, c, d]) out.push(...p);
		}
	return { corners: Float32Array.from(out) };
}

const triangles = ({ corners }: Mesh): P3[][] =>
	Array.from({ length: corners.length / 9 }, (_, t) =>
		[0, 1, 2].map((k) => [0, 1, 2].map((c) => corners[9 * t + 3 * k + c] as number) as unknown as P3)
	);

export function binaryStl(mesh: Mesh): ArrayBuffer {
	const list = triangles(mesh);
	const bytes = new ArrayBuffer(84 + 50 * list.length);
	const view = new DataView(bytes);
	view.setUint32(80, list.length, true);
	list.forEach((t, i) =>
		t.forEach((p, k) => p.forEach((v, c) => view.setFloat32(84 + 50 * i + 12 + 12 * k + 4 * c, v, true)))
	);
	return bytes;
}

const encode = (text: string): ArrayBuffer => new TextEncoder().encode(text).buffer as ArrayBuffer;

export const textStl = (mesh: Mesh): ArrayBuffer =>
	encode(
		`solid back\n${triangles(mesh)
			.map(
				(t) => `facet normal 0 0 0\nouter loop\n${t.map((p) => `vertex ${p.join(' ')}`).join('\n')}\nendloop\nendfacet`
			)
			.join('\n')}\nendsolid back\n`
	);

export const textObj = (mesh: Mesh): ArrayBuffer => {
	const points = triangles(mesh).flat();
	const faces = points.flatMap((_, i) => (i % 3 === 0 ? [`f ${i + 1} ${i + 2} ${i + 3}`] : []));
	return encode([...points.map((p) => `v ${p.join(' ')}`), ...faces].join('\n'));
};

export const textPly = (mesh: Mesh): ArrayBuffer => {
	const points = triangles(mesh).flat();
	const header = `ply\nformat ascii 1.0\nelement vertex ${points.length}\nproperty float x\nproperty float y\nproperty float z\nelement face ${points.length / 3}\nproperty list uchar int vertex_indices\nend_header\n`;
	const faces = points.flatMap((_, i) => (i % 3 === 0 ? [`3 ${i} ${i + 1} ${i + 2}`] : []));
	return encode(header + [...points.map((p) => p.join(' ')), ...faces].join('\n') + '\n');
};
