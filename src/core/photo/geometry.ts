export type Point = readonly [x: number, y: number];
/** Corners of a sheet in a picture, going round: top left, top right, bottom right, bottom left of the sheet. */
export type Quad = readonly [Point, Point, Point, Point];

/** 3 × 3 plane projection, row by row, last entry 1. */
export type Homography = readonly number[];

/** Solves A x = b by elimination with row exchange; undefined where A is singular. `a` and `b` are used up. */
function solveDense(a: number[][], b: number[]): number[] | undefined {
	const n = b.length;
	for (let c = 0; c < n; c++) {
		let p = c;
		for (let r = c + 1; r < n; r++) if (Math.abs(a[r]?.[c] ?? 0) > Math.abs(a[p]?.[c] ?? 0)) p = r;
		const pivotRow = a[p] as number[];
		if (Math.abs(pivotRow[c] as number) < 1e-12) return undefined;
		[a[c], a[p]] = [pivotRow, a[c] as number[]];
		[b[c], b[p]] = [b[p] as number, b[c] as number];
		for (let r = 0; r < n; r++) {
			if (r === c) continue;
			const row = a[r] as number[];
			const f = (row[c] as number) / (pivotRow[c] as number);
			if (f === 0) continue;
			for (let k = c; k < n; k++) (row[k] as number) -= f * (pivotRow[k] as number);
			(b[r] as number) -= f * (b[c] as number);
		}
	}
	return b.map((v, i) => v / (a[i]?.[i] as number));
}

/** The projection that takes four points to four others; undefined when three lie on a line. */
export function homographyFrom(from: Quad, to: Quad): Homography | undefined {
	const a: number[][] = [];
	const b: number[] = [];
	from.forEach(([x, y], i) => {
		const [u, v] = to[i] as Point;
		a.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
		b.push(u, v);
	});
	const h = solveDense(a, b);
	return h && [...h, 1];
}

export function project(h: Homography, [x, y]: Point): Point {
	const w = (h[6] as number) * x + (h[7] as number) * y + (h[8] as number);
	return [
		((h[0] as number) * x + (h[1] as number) * y + (h[2] as number)) / w,
		((h[3] as number) * x + (h[4] as number) * y + (h[5] as number)) / w
	];
}

/** Signed area within four corners; positive when they go round clockwise in a picture. */
export function quadArea(q: Quad): number {
	let s = 0;
	q.forEach(([x, y], i) => {
		const [u, v] = q[(i + 1) % 4] as Point;
		s += x * v - u * y;
	});
	return s / 2;
}

/** True when the corners turn one way all round. */
export function isConvex(q: Quad): boolean {
	let sign = 0;
	for (let i = 0; i < 4; i++) {
		const [a, b, c] = [q[i], q[(i + 1) % 4], q[(i + 2) % 4]] as [Point, Point, Point];
		const turn = (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]);
		if (turn === 0 || (sign !== 0 && Math.sign(turn) !== sign)) return false;
		sign = Math.sign(turn);
	}
	return true;
}

export const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Where two lines in normal form meet; undefined when they hardly do. */
export function meet(
	a: { readonly thetaRad: number; readonly rhoPx: number },
	b: { readonly thetaRad: number; readonly rhoPx: number }
): Point | undefined {
	const det = Math.sin(b.thetaRad - a.thetaRad);
	if (Math.abs(det) < 0.15) return undefined;
	return [
		(a.rhoPx * Math.sin(b.thetaRad) - b.rhoPx * Math.sin(a.thetaRad)) / det,
		(b.rhoPx * Math.cos(a.thetaRad) - a.rhoPx * Math.cos(b.thetaRad)) / det
	];
}

/** Least-squares parabola y = level + slope x + curve x²; undefined for fewer than three places. */
export function parabola(points: readonly Point[]): { level: number; slope: number; curve: number } | undefined {
	const sums = [0, 1, 2, 3, 4].map((k) => points.reduce((s, [x]) => s + x ** k, 0));
	const right = [0, 1, 2].map((k) => points.reduce((s, [x, y]) => s + y * x ** k, 0));
	const found = solveDense(
		[0, 1, 2].map((r) => [0, 1, 2].map((c) => sums[r + c] as number)),
		right
	);
	return found && { level: found[0] as number, slope: found[1] as number, curve: found[2] as number };
}
