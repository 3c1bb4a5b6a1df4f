import type { Edges } from './edges.js';

/** A straight line x cos θ + y sin θ = ρ with the places along it that have an edge of its direction. */
export interface Line {
	readonly thetaRad: number;
	readonly rhoPx: number;
	readonly votes: number;
	/** Supported pixels up to each place along the line, from `fromPx`. */
	readonly support: Int32Array;
	readonly fromPx: number;
}

const BINS = 180;
const TOLERANCE_RAD = (4.5 * Math.PI) / 180;
/** A pixel this near to the line supports it. */
const NEAR_PX = 1.6;

export interface HoughOptions {
	readonly most: number;
	/** Edges weaker than this are left out. */
	readonly least: number;
}

function vote(edges: Edges, { least }: HoughOptions): { sums: Float32Array; rhos: number; offset: number } {
	const { width, height, strength, angleRad } = edges;
	const offset = Math.ceil(Math.hypot(width, height));
	const rhos = 2 * offset + 1;
	const sums = new Float32Array(BINS * rhos);
	const cos = Float64Array.from({ length: BINS }, (_, t) => Math.cos((t * Math.PI) / BINS));
	const sin = Float64Array.from({ length: BINS }, (_, t) => Math.sin((t * Math.PI) / BINS));
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) {
			const m = strength[y * width + x] as number;
			if (m < least) continue;
			// A strong edge counts more, but never so much that short bold texture beats a long pale edge.
			const w = Math.min(3, 0.5 + m / (3 * edges.floor)) * (edges.oneSideSmooth[y * width + x] as number);
			if (w < 0.05) continue;
			const t0 = Math.round(((angleRad[y * width + x] as number) / Math.PI) * BINS);
			for (let d = -2; d <= 2; d++) {
				const t = (t0 + d + BINS) % BINS;
				const rho = Math.round(x * (cos[t] as number) + y * (sin[t] as number)) + offset;
				(sums[t * rhos + rho] as number) += w;
			}
		}
	return { sums, rhos, offset };
}

/** Support along a line: one count a pixel of its length, as running sums. */
export function supportAlong(
	edges: Edges,
	thetaRad: number,
	rhoPx: number,
	least: number
): Pick<Line, 'support' | 'fromPx'> {
	const { width, height, strength, angleRad } = edges;
	const [c, s] = [Math.cos(thetaRad), Math.sin(thetaRad)];
	const reach = Math.ceil(Math.hypot(width, height));
	const support = new Int32Array(2 * reach + 2);
	const near = Math.ceil(NEAR_PX);
	for (let k = -reach; k <= reach; k++) {
		let found = 0;
		for (let d = -near; d <= near && !found; d++) {
			const x = Math.round(rhoPx * c - k * s + d * c);
			const y = Math.round(rhoPx * s + k * c + d * s);
			if (x < 1 || y < 1 || x >= width - 1 || y >= height - 1) continue;
			const i = y * width + x;
			if ((strength[i] as number) < least) continue;
			const off = Math.abs((angleRad[i] as number) - thetaRad);
			if (Math.min(off, Math.PI - off) <= TOLERANCE_RAD) found = 1;
		}
		support[k + reach + 1] = (support[k + reach] as number) + found;
	}
	return { support, fromPx: -reach };
}

/** Lines of one direction may not crowd out the others. */
const MOST_OF_A_DIRECTION = 16;
const DIRECTION_BINS = 12;

function spread<T extends { readonly t: number }>(peaks: readonly T[], most: number): T[] {
	const taken = new Map<number, number>();
	return peaks
		.filter(({ t }) => {
			const key = Math.floor(t / DIRECTION_BINS);
			const n = (taken.get(key) ?? 0) + 1;
			taken.set(key, n);
			return n <= MOST_OF_A_DIRECTION;
		})
		.slice(0, most);
}

/** The most supported straight lines, strongest first, no two of them nearly the same. */
export function findLines(edges: Edges, options: HoughOptions): Line[] {
	const { sums, rhos, offset } = vote(edges, options);
	const peaks: { t: number; r: number; v: number }[] = [];
	const least = 0.06 * Math.max(edges.width, edges.height);
	for (let t = 0; t < BINS; t++)
		for (let r = 2; r < rhos - 2; r++) {
			const v = sums[t * rhos + r] as number;
			if (v < least) continue;
			let top = true;
			for (let dt = -2; dt <= 2 && top; dt++) {
				const tt = t + dt;
				const wrapped = tt < 0 || tt >= BINS;
				const row = ((tt + BINS) % BINS) * rhos;
				for (let dr = -3; dr <= 3; dr++) {
					const rr = wrapped ? 2 * offset - (r + dr) : r + dr;
					const o = sums[row + rr] ?? 0;
					if (o > v || (o === v && (dt > 0 || (dt === 0 && dr > 0)))) {
						top = false;
						break;
					}
				}
			}
			if (top) peaks.push({ t, r, v });
		}
	peaks.sort((a, b) => b.v - a.v);
	return spread(peaks, options.most).map(({ t, r, v }) => {
		const thetaRad = (t * Math.PI) / BINS;
		const rhoPx = r - offset;
		return { thetaRad, rhoPx, votes: v, ...supportAlong(edges, thetaRad, rhoPx, options.least) };
	});
}

/** Place along a line of a point on it, px. */
export const alongOf = (line: Pick<Line, 'thetaRad'>, x: number, y: number): number =>
	-x * Math.sin(line.thetaRad) + y * Math.cos(line.thetaRad);

/** Share, 0..1, of the stretch between two places along a line that is supported. */
export function supportShare(line: Line, aPx: number, bPx: number): number {
	const [lo, hi] = aPx < bPx ? [aPx, bPx] : [bPx, aPx];
	const at = (v: number) =>
		line.support[Math.min(line.support.length - 1, Math.max(0, Math.round(v - line.fromPx)))] as number;
	return hi - lo < 1 ? 0 : Math.min(1, (at(hi) - at(lo)) / (hi - lo));
}
