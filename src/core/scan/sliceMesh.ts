import { CoreError } from '../errors/index.js';
import type { Mesh } from './mesh.js';

/** A cut across the back: near to off, mm, origin at the apex, y up. */
export interface Section {
	readonly sMm: number;
	readonly xMm: Float64Array;
	readonly yMm: Float64Array;
	readonly apexIndex: number;
	/** Where the apex lies in the mesh's own x and y. */
	readonly apexAt: readonly [xMm: number, yMm: number];
	/** Pieces that were left out, and holes that were bridged. */
	readonly strayPieces: number;
	readonly bridged: number;
}

type Ends = readonly [ax: number, ay: number, bx: number, by: number];

/** Pieces of line where the plane z = s goes through triangles. */
function crossings({ corners }: Mesh, s: number): Ends[] {
	const found: Ends[] = [];
	for (let i = 0; i < corners.length; i += 9) {
		const [z0, z1, z2] = [corners[i + 2], corners[i + 5], corners[i + 8]] as [number, number, number];
		if ((z0 < s && z1 < s && z2 < s) || (z0 >= s && z1 >= s && z2 >= s)) continue;
		const at: number[] = [];
		for (let k = 0; k < 3; k++) {
			const a = i + 3 * k;
			const b = i + 3 * ((k + 1) % 3);
			const [za, zb] = [corners[a + 2] as number, corners[b + 2] as number];
			// Half-open: an edge that only touches the plane belongs to one of its triangles.
			if (za < s === zb < s) continue;
			// Always from the lower corner, so that neighbours find the very same point.
			const [lo, hi] = za < zb ? [a, b] : [b, a];
			const u = (s - (corners[lo + 2] as number)) / ((corners[hi + 2] as number) - (corners[lo + 2] as number));
			at.push(
				(corners[lo] as number) + ((corners[hi] as number) - (corners[lo] as number)) * u,
				(corners[lo + 1] as number) + ((corners[hi + 1] as number) - (corners[lo + 1] as number)) * u
			);
		}
		// A triangle that stands on the plane with one corner gives a piece without length.
		if (at.length === 4 && keyOf(at[0] as number, at[1] as number) !== keyOf(at[2] as number, at[3] as number))
			found.push(at as unknown as Ends);
	}
	return found;
}

/** Ends this near are one point: a scan's float rounding, far under a mm. */
const SAME_MM = 0.01;
const keyOf = (x: number, y: number): string => `${Math.round(x / SAME_MM)} ${Math.round(y / SAME_MM)}`;

/** Joins pieces end to end into lines. */
function chains(pieces: readonly Ends[]): [number, number][][] {
	const at = new Map<string, number[]>();
	pieces.forEach(([ax, ay, bx, by], i) => {
		for (const key of [keyOf(ax, ay), keyOf(bx, by)]) {
			const here = at.get(key);
			if (here) here.push(i);
			else at.set(key, [i]);
		}
	});
	const used = new Uint8Array(pieces.length);
	const passed = new Map<string, number>();
	/** The next piece at an end that is still free; each is passed over once, however many meet there. */
	const nextFree = (key: string): number | undefined => {
		const here = at.get(key) ?? [];
		let from = passed.get(key) ?? 0;
		while (from < here.length && used[here[from] as number]) from++;
		passed.set(key, from);
		return here[from];
	};
	const walk = (start: number, from: 0 | 1): [number, number][] => {
		const line: [number, number][] = [];
		let i: number | undefined = start;
		let enter = from;
		while (i !== undefined) {
			used[i] = 1;
			const p = pieces[i] as Ends;
			const exit: [number, number] = enter === 0 ? [p[2], p[3]] : [p[0], p[1]];
			if (line.length === 0) line.push(enter === 0 ? [p[0], p[1]] : [p[2], p[3]]);
			line.push(exit);
			const key: string = keyOf(exit[0], exit[1]);
			i = nextFree(key);
			if (i !== undefined) enter = keyOf((pieces[i] as Ends)[0], (pieces[i] as Ends)[1]) === key ? 0 : 1;
		}
		return line;
	};
	const lines: [number, number][][] = [];
	// Open ends first, so that a line is walked from its end and not from its middle.
	const alone = (x: number, y: number): boolean => at.get(keyOf(x, y))?.length === 1;
	const openEnds = pieces.flatMap(([ax, ay, bx, by], i): (readonly [number, 0 | 1])[] =>
		alone(ax, ay) ? [[i, 0]] : alone(bx, by) ? [[i, 1]] : []
	);
	for (const [i, from] of openEnds) if (!used[i]) lines.push(walk(i, from));
	for (let i = 0; i < pieces.length; i++) if (!used[i]) lines.push(walk(i, 0));
	return lines;
}

const lengthOf = (line: readonly [number, number][]): number =>
	line.reduce((s, p, i) => {
		const q = line[i - 1];
		return q ? s + Math.hypot(p[0] - q[0], p[1] - q[1]) : 0;
	}, 0);

/** A hole no wider than this is bridged straight, where no other width is asked for. */
const BRIDGE_MM = 40;
/** Pieces shorter than this share of the longest are stray. */
const STRAY_SHARE = 0.08;

/** The back's line among the pieces: the longest with what carries it on, near to off. */
function joinLine(
	lines: [number, number][][],
	bridgeMm: number
): { line: [number, number][]; stray: number; bridged: number } {
	const measured = lines.map((line) => ({ line, mm: lengthOf(line) }));
	const least = STRAY_SHARE * measured.reduce((most, { mm }) => Math.max(most, mm), 0);
	const kept = measured
		.filter(({ mm }) => mm >= least)
		.sort((a, b) => b.mm - a.mm)
		.map(({ line: l }) => ((l[0]?.[0] ?? 0) > (l[l.length - 1]?.[0] ?? 0) ? [...l].reverse() : l))
		.sort((a, b) => (a[0]?.[0] ?? 0) - (b[0]?.[0] ?? 0));
	let line = kept[0] ?? [];
	let bridged = 0;
	let stray = lines.length - kept.length;
	for (const next of kept.slice(1)) {
		const [end, start] = [line[line.length - 1], next[0]] as [[number, number], [number, number]];
		if (Math.hypot(start[0] - end[0], start[1] - end[1]) <= bridgeMm) {
			line = [...line, ...next];
			bridged++;
		} else {
			if (lengthOf(next) > lengthOf(line)) line = next;
			stray++;
		}
	}
	return { line, stray, bridged };
}

/** Cuts a mesh in mm across at s; holes up to `bridgeMm` are bridged. Throws `station-outside` where the plane meets no back. */
export function sliceMesh(mesh: Mesh, sMm: number, bridgeMm = BRIDGE_MM): Section {
	const { line, stray, bridged } = joinLine(chains(crossings(mesh, sMm)), bridgeMm);
	if (line.length < 5) throw new CoreError('station-outside', { sMm });
	let apexIndex = 0;
	line.forEach((p, i) => {
		if (p[1] > (line[apexIndex]?.[1] ?? -Infinity)) apexIndex = i;
	});
	const [ox, oy] = line[apexIndex] as [number, number];
	return {
		sMm,
		xMm: Float64Array.from(line, (p) => p[0] - ox),
		yMm: Float64Array.from(line, (p) => p[1] - oy),
		apexIndex,
		apexAt: [ox, oy],
		strayPieces: stray,
		bridged
	};
}
