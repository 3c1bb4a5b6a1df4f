import workerpool from 'workerpool';
import type { DrawnUnit } from '../core/units/index.js';
import { problemOf, type Problem } from '../core/errors/index.js';
import {
	extentOf,
	guessUnit,
	inMm,
	longLine,
	lowPoint,
	orientMesh,
	sliceMesh,
	squareToSpine,
	topLine,
	type LongLine,
	type Mesh,
	type Place,
	type Section
} from '../core/scan/index.js';
import { readMesh } from '../core/scan/readMesh.js';

export type ScanRequest =
	| {
			readonly ask: 'open';
			readonly file: File;
			readonly unit?: DrawnUnit;
			readonly headAtEnd: boolean;
			/** Holes up to this are bridged; a back's few where absent. */
			readonly bridgeMm?: number;
	  }
	| { readonly ask: 'square'; readonly spine: readonly [Place, Place] }
	| { readonly ask: 'cut'; readonly sMm: number };

export type ScanAnswer =
	| {
			readonly status: 'open';
			readonly unit: DrawnUnit;
			readonly triangles: number;
			readonly lengthMm: number;
			readonly top: { readonly zMm: number[]; readonly yMm: number[] };
			/** 100 mm to each side of the spine, as far as the scan has them. */
			readonly longLines: readonly LongLine[];
			readonly lowMm: number | undefined;
			/** Triangles to show; thinned out where there are very many. */
			readonly shown: Float32Array;
	  }
	| { readonly status: 'cut'; readonly section: Section }
	| { readonly status: 'refused'; readonly problem: Problem };

const LARGEST_BYTES = 400 * 1024 * 1024;
/** More than this is not told apart on a screen. */
const SHOWN_TRIANGLES = 300_000;
const BESIDE_MM = 100;
let held: Mesh | undefined;
let heldUnit: DrawnUnit = 'mm';
let heldBridgeMm: number | undefined;

function thinned({ corners }: Mesh): Float32Array {
	const triangles = corners.length / 9;
	if (triangles <= SHOWN_TRIANGLES) return corners.slice();
	const out = new Float32Array(SHOWN_TRIANGLES * 9);
	for (let k = 0; k < SHOWN_TRIANGLES; k++) {
		const from = 9 * Math.floor((k * triangles) / SHOWN_TRIANGLES);
		out.set(corners.subarray(from, from + 9), 9 * k);
	}
	return out;
}

function longLinesOf(mesh: Mesh): LongLine[] {
	const middle = sliceMesh(mesh, extentOf(mesh)[2] / 2).apexAt[0];
	return [middle - BESIDE_MM, middle + BESIDE_MM].flatMap((x) => {
		try {
			return [longLine(mesh, x)];
		} catch (error) {
			problemOf(error);
			return [];
		}
	});
}

function opened(mesh: Mesh): Extract<ScanAnswer, { status: 'open' }> {
	const top = topLine(mesh, 5);
	const low = lowPoint({ zMm: Float64Array.from(top.zMm), yMm: Float64Array.from(top.yMm) });
	return {
		status: 'open',
		unit: heldUnit,
		triangles: mesh.corners.length / 9,
		lengthMm: extentOf(mesh)[2],
		top,
		longLines: longLinesOf(mesh),
		lowMm: low,
		shown: thinned(mesh)
	};
}

async function answer(request: ScanRequest): Promise<ScanAnswer> {
	try {
		if (request.ask === 'cut') {
			if (!held) return { status: 'refused', problem: { code: 'mesh-empty', data: {} } };
			return { status: 'cut', section: sliceMesh(held, request.sMm, heldBridgeMm) };
		}
		if (request.ask === 'square') {
			if (!held) return { status: 'refused', problem: { code: 'mesh-empty', data: {} } };
			held = squareToSpine(held, ...request.spine);
			return opened(held);
		}
		if (request.file.size > LARGEST_BYTES)
			return { status: 'refused', problem: { code: 'too-large', data: { limitMb: 400 } } };
		const mesh = readMesh(request.file.name, await request.file.arrayBuffer());
		heldUnit = request.unit ?? guessUnit(mesh);
		heldBridgeMm = request.bridgeMm;
		held = orientMesh(inMm(mesh, heldUnit), request.headAtEnd, heldBridgeMm);
		return opened(held);
	} catch (error) {
		return { status: 'refused', problem: problemOf(error) };
	}
}

workerpool.worker({
	async scan(request: ScanRequest) {
		const reply = await answer(request);
		return reply.status === 'open' ? new workerpool.Transfer(reply, [reply.shown.buffer]) : reply;
	}
});
