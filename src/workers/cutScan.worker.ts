import { problemOf, type Problem } from '../core/errors/index.js';
import {
	extentOf,
	guessUnit,
	inMm,
	orientMesh,
	sliceMesh,
	topLine,
	type Mesh,
	type MeshUnit,
	type Section
} from '../core/scan/index.js';
import { readMesh } from '../core/scan/readMesh.js';

export type ScanRequest =
	| {
			readonly id: number;
			readonly ask: 'open';
			readonly file: File;
			readonly unit?: MeshUnit;
			readonly headAtEnd: boolean;
	  }
	| { readonly id: number; readonly ask: 'cut'; readonly sMm: number };

export type ScanAnswer =
	| {
			readonly id: number;
			readonly status: 'open';
			readonly unit: MeshUnit;
			readonly triangles: number;
			readonly lengthMm: number;
			readonly top: { readonly zMm: number[]; readonly yMm: number[] };
	  }
	| { readonly id: number; readonly status: 'cut'; readonly section: Section }
	| { readonly id: number; readonly status: 'refused'; readonly problem: Problem };

const LARGEST_BYTES = 400 * 1024 * 1024;
let held: Mesh | undefined;

async function answer(request: ScanRequest): Promise<ScanAnswer> {
	const { id } = request;
	try {
		if (request.ask === 'cut') {
			if (!held) return { id, status: 'refused', problem: { code: 'mesh-empty', data: {} } };
			return { id, status: 'cut', section: sliceMesh(held, request.sMm) };
		}
		if (request.file.size > LARGEST_BYTES)
			return { id, status: 'refused', problem: { code: 'too-large', data: { limitMb: 400 } } };
		const mesh = readMesh(request.file.name, await request.file.arrayBuffer());
		const unit = request.unit ?? guessUnit(mesh);
		held = orientMesh(inMm(mesh, unit), request.headAtEnd);
		const triangles = mesh.corners.length / 9;
		return { id, status: 'open', unit, triangles, lengthMm: extentOf(held)[2], top: topLine(held, 5) };
	} catch (error) {
		return { id, status: 'refused', problem: problemOf(error) };
	}
}

self.onmessage = async ({ data }: MessageEvent<ScanRequest>) => self.postMessage(await answer(data));
