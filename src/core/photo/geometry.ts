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

function projectionRows(from: readonly Point[], to: readonly Point[]): { a: number[][]; b: number[] } {
	const a: number[][] = [];
	const b: number[] = [];
	from.forEach(([x, y], i) => {
		const [u, v] = to[i] as Point;
		a.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
		b.push(u, v);
	});
	return { a, b };
}

/** The projection that takes four points to four others; undefined when three lie on a line. */
export function homographyFrom(from: Quad, to: Quad): Homography | undefined {
	const { a, b } = projectionRows(from, to);
	const h = solveDense(a, b);
	return h && [...h, 1];
}

/** Points moved and shrunk to about one around the origin, with the way there. */
function centred(points: readonly Point[]): { points: Point[]; shift: Point; size: number } {
	const n = points.length;
	const shift: Point = [points.reduce((s, p) => s + p[0], 0) / n, points.reduce((s, p) => s + p[1], 0) / n];
	const size = points.reduce((s, p) => s + distance(p, shift), 0) / n || 1;
	return { points: points.map(([x, y]) => [(x - shift[0]) / size, (y - shift[1]) / size] as const), shift, size };
}

/** One projection after the other. */
export function chain(second: Homography, first: Homography): Homography {
	const m = Array.from({ length: 9 }, (_, i) => {
		const [r, c] = [Math.floor(i / 3), i % 3];
		return [0, 1, 2].reduce((s, k) => s + (second[3 * r + k] as number) * (first[3 * k + c] as number), 0);
	});
	return m.map((v) => v / (m[8] as number));
}

/** The projection that undoes another, by its adjugate. */
export function inverse(h: Homography): Homography {
	const [a, b, c, d, e, f, g, k, l] = h as readonly [
		number,
		number,
		number,
		number,
		number,
		number,
		number,
		number,
		number
	];
	const m = [
		e * l - f * k,
		c * k - b * l,
		b * f - c * e,
		f * g - d * l,
		a * l - c * g,
		c * d - a * f,
		d * k - e * g,
		b * g - a * k,
		a * e - b * d
	];
	return m.map((v) => v / (m[8] as number));
}

/**
 * The projection that takes four or more points nearest to as many others, by least squares of the
 * linear equations after centring both sets (Hartley, In defense of the eight-point algorithm, 1997,
 * from memory); undefined when it cannot be told. `weights` say how far each pair is believed.
 */
export function fitHomography(
	from: readonly Point[],
	to: readonly Point[],
	weights: readonly number[] = from.map(() => 1)
): Homography | undefined {
	const [f, t] = [centred(from), centred(to)];
	const { a, b } = projectionRows(f.points, t.points);
	const weightOf = (row: number): number => (weights[Math.floor(row / 2)] as number) ** 2;
	const normal = Array.from({ length: 8 }, (_, r) =>
		Array.from({ length: 8 }, (_, c) =>
			a.reduce((s, row, i) => s + weightOf(i) * (row[r] as number) * (row[c] as number), 0)
		)
	);
	const right = Array.from({ length: 8 }, (_, r) =>
		a.reduce((s, row, i) => s + weightOf(i) * (row[r] as number) * (b[i] as number), 0)
	);
	const h = solveDense(normal, right);
	if (!h) return undefined;
	const into = [1 / f.size, 0, -f.shift[0] / f.size, 0, 1 / f.size, -f.shift[1] / f.size, 0, 0, 1];
	const out = [t.size, 0, t.shift[0], 0, t.size, t.shift[1], 0, 0, 1];
	return chain(out, chain([...h, 1], into));
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
