import { OBJLoader } from 'three/addons/loaders/OBJLoader.js';
import { PLYLoader } from 'three/addons/loaders/PLYLoader.js';
import { STLLoader } from 'three/addons/loaders/STLLoader.js';
import { CoreError } from '../errors/index.js';
import { checkMesh, MOST_TRIANGLES, type Mesh } from './mesh.js';

interface Geometry {
	readonly attributes: Readonly<Record<string, { readonly array: ArrayLike<number> } | undefined>>;
	readonly index: { readonly array: ArrayLike<number> } | null;
}

function cornersOf({ attributes, index }: Geometry): Float32Array {
	const position = attributes['position']?.array;
	if (!position) throw new CoreError('mesh-empty');
	if (!index) return Float32Array.from(position);
	const out = new Float32Array(index.array.length * 3);
	for (let i = 0; i < index.array.length; i++)
		for (let k = 0; k < 3; k++) out[3 * i + k] = position[3 * (index.array[i] as number) + k] ?? NaN;
	return out;
}

/** A binary STL says how many triangles follow; one that lies would have us set aside the memory it asks for. */
function checkStl(bytes: ArrayBuffer): void {
	const head = new TextDecoder('latin1').decode(bytes.slice(0, 5));
	if (bytes.byteLength < 84) throw new CoreError('mesh-broken');
	const count = new DataView(bytes).getUint32(80, true);
	const binary = bytes.byteLength === 84 + count * 50;
	if (!binary && head !== 'solid') throw new CoreError('mesh-broken');
	if (binary && count > MOST_TRIANGLES)
		throw new CoreError('mesh-too-large', { triangles: count, limit: MOST_TRIANGLES });
}

/** A PLY's header says how much of everything follows; none of it takes less than a byte. */
function checkPly(bytes: ArrayBuffer): void {
	const head = new TextDecoder('latin1').decode(bytes.slice(0, 65_536)).split('end_header', 1)[0] ?? '';
	for (const [, what, count] of head.matchAll(/^element\s+(\S+)\s+(\S+)/gm)) {
		const many = Number(count);
		if (!Number.isInteger(many) || many < 0 || many > bytes.byteLength) throw new CoreError('mesh-broken');
		if (what === 'face' && many > MOST_TRIANGLES)
			throw new CoreError('mesh-too-large', { triangles: many, limit: MOST_TRIANGLES });
	}
}

function parse(kind: string, bytes: ArrayBuffer): Float32Array {
	if (kind === 'stl') {
		checkStl(bytes);
		return cornersOf(new STLLoader().parse(bytes) as unknown as Geometry);
	}
	if (kind === 'ply') checkPly(bytes);
	if (kind === 'ply') return cornersOf(new PLYLoader().parse(bytes) as unknown as Geometry);
	const parts: Float32Array[] = [];
	new OBJLoader().parse(new TextDecoder().decode(bytes)).traverse((child) => {
		if ('geometry' in child) parts.push(cornersOf(child.geometry as Geometry));
	});
	const all = new Float32Array(parts.reduce((s, p) => s + p.length, 0));
	let at = 0;
	for (const p of parts) {
		all.set(p, at);
		at += p.length;
	}
	return all;
}

/** Reads STL (text or binary), PLY or OBJ by the name's ending. Throws `mesh-kind`, `mesh-broken`, `mesh-empty`, `mesh-too-large`. */
export function readMesh(name: string, bytes: ArrayBuffer): Mesh {
	const kind = /\.(stl|ply|obj)$/i.exec(name)?.[1]?.toLowerCase();
	if (!kind) throw new CoreError('mesh-kind', { name: name.slice(-60) });
	try {
		return checkMesh({ corners: parse(kind, bytes) });
	} catch (error) {
		if (error instanceof CoreError) throw error;
		throw new CoreError('mesh-broken');
	}
}
