import { CoreError } from '../core/errors/index.js';
import { guessUnit, inMm, sliceMesh } from '../core/scan/index.js';

const LARGEST_BYTES = 400 * 1024 * 1024;
const MOST_STATIONS = 50;

/** Places along the back from `--at`. Throws `bad-option`. */
export function stationsOf(text: string | undefined, usage: string): number[] {
	const values = (text ?? '').split(',').map((v) => (v.trim() === '' ? NaN : Number(v)));
	if (values.length > MOST_STATIONS || !values.every((v) => Number.isFinite(v) && Math.abs(v) <= 3000))
		throw new CoreError('bad-option', { option: '--at', usage });
	return values;
}

const thousandth = (v: number): number => Math.round(v * 1000) / 1000 + 0;

/** The answer of `zt slice`: the mesh's x is the off side, y is up and z runs to the rear as s. */
export async function sliceJson(name: string, bytes: Buffer, at: readonly number[]): Promise<Record<string, unknown>> {
	if (bytes.length > LARGEST_BYTES) throw new CoreError('too-large', { limitMb: 400 });
	// Loaded when wanted: the other commands start without it.
	const { readMesh } = await import('../core/scan/readMesh.js');
	const own = new Uint8Array(bytes).buffer;
	const mesh = readMesh(name, own);
	const unit = guessUnit(mesh);
	const scaled = inMm(mesh, unit);
	return {
		unit,
		triangles: mesh.corners.length / 9,
		sections: at.map((s) => {
			const section = sliceMesh(scaled, s);
			return {
				s_mm: s,
				points_mm: Array.from(section.xMm, (x, i) => [thousandth(x), thousandth(section.yMm[i] as number)]),
				apex_index: section.apexIndex,
				apex_at_mm: section.apexAt.map(thousandth),
				stray_pieces: section.strayPieces,
				bridged: section.bridged
			};
		})
	};
}
