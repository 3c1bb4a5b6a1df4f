import type { Ridges } from './ridges.js';

/** A line across the sheet: y for whole steps of x, in px of the ridges. */
export interface TracedPath {
	readonly xPx: Float64Array;
	readonly yPx: Float64Array;
	/** Evidence along it over what noise would give; about 5 a px for a clear line. */
	readonly score: number;
	/** Evidence of each step, per px of its length, in units of noise. */
	readonly evidence: Float64Array;
	/** 1 when it opens downward on the flat sheet, -1 when it opens upward. */
	readonly arch: 1 | -1;
}

const STEP_PX = 4;
/** Steepest way down: rows a step. */
const STEEPEST = 16;
const SLOPES = 2 * STEEPEST + 1;
/** Largest change of slope from one step to the next, and what it costs. */
const MOST_BEND = 3;
const BEND_COST = 0.55;
/** Evidence that a px of line must bring; chance ridges bring less. */
const PRICE_PER_PX = 1.7;
/** Bold ink counts more than pale, but never so that a bold scribble outweighs a long pale line. */
const SATURATION = 9;
/** A climb may dip by this much, rows a step, before it counts as falling. */
const SLACK = 1;

/** One step's way on the sheet at a slope: the pixels that it is read at, from the one it ends in. */
interface Segment {
	readonly lengthPx: number;
	readonly dx: Int32Array;
	readonly dy: Int32Array;
	/** The furthest of them from the one it ends in, rows up and down the sheet. */
	readonly up: number;
	readonly down: number;
	/** Weights of a ridge's parts in this direction. */
	readonly xx: number;
	readonly xy: number;
	readonly yy: number;
}

const SEGMENTS: readonly Segment[] = Array.from({ length: SLOPES }, (_, d): Segment => {
	const dy = d - STEEPEST;
	const lengthPx = Math.hypot(STEP_PX, dy);
	const [s, c] = [dy / lengthPx, STEP_PX / lengthPx];
	const samples = Math.max(4, Math.round(lengthPx / 1.5));
	const left = (k: number): number => 1 - (k + 0.5) / samples;
	const rows = Int32Array.from({ length: samples }, (__, k) => Math.round(-dy * left(k)));
	return {
		lengthPx,
		up: -Math.min(0, ...rows),
		down: Math.max(0, ...rows),
		dx: Int32Array.from({ length: samples }, (__, k) => Math.round(-STEP_PX * left(k))),
		dy: rows,
		xx: s * s,
		xy: -2 * s * c,
		yy: c * c
	};
});

/** Steps of a unit in which saturation is tabled, and up to where: beyond it a ridge counts as full. */
const TABLED = 64;
const FULL = 12 * SATURATION;
const SATURATED = Float64Array.from(
	{ length: TABLED * FULL + 2 },
	(_, i) => SATURATION * (1 - Math.exp(-i / TABLED / SATURATION))
);

/** What a ridge above nothing counts, linear between the table's steps (off by less than 1e-5). */
function saturated(v: number): number {
	if (v >= FULL) return SATURATION;
	const at = v * TABLED;
	const i = Math.floor(at);
	const low = SATURATED[i] as number;
	return low + (at - i) * ((SATURATED[i + 1] as number) - low);
}

/** Evidence a px of the step that ends at x, y with slope `d`. */
function evidencePerPx({ width, height, xx, xy, yy }: Ridges, x: number, y: number, d: number): number {
	const s = SEGMENTS[d] as Segment;
	const { dx, dy } = s;
	const samples = dx.length;
	const [wxx, wxy, wyy] = [s.xx, s.xy, s.yy];
	const inside = x > STEP_PX && x < width - 1 && y - s.up >= 1 && y + s.down < height - 1;
	let sum = 0;
	for (let k = 0; k < samples; k++) {
		const px = x + (dx[k] as number);
		const py = y + (dy[k] as number);
		if (!inside && (px < 1 || py < 1 || px >= width - 1 || py >= height - 1)) continue;
		const i = py * width + px;
		const v = (xx[i] as number) * wxx + (xy[i] as number) * wxy + (yy[i] as number) * wyy;
		sum += v <= 0 ? (v < -1 ? -1 : v) : saturated(v);
	}
	return sum / samples;
}

/** Ridge of any direction at each pixel. */
function strongest({ xx, xy, yy }: Ridges): Float32Array {
	const out = new Float32Array(xx.length);
	for (let i = 0; i < out.length; i++) {
		const [a, b, c] = [xx[i] as number, xy[i] as number, yy[i] as number];
		const half = (a - c) / 2;
		out[i] = (a + c) / 2 + Math.sqrt(half * half + b * b);
	}
	return out;
}

/** Rows that a line may take at each x, both ends included; leaves the rest of the sheet alone. */
export interface Band {
	readonly lowPx: (xPx: number) => number;
	readonly highPx: (xPx: number) => number;
}

/** States of a place: climbing or falling, of a line that opens downward or upward. */
const PHASES = 4;

/** Phases that each may follow upon, as bits. */
const FOLLOWED = [0b0001, 0b0011, 0b0100, 0b1100] as const;

/** True when a line in this phase may move `dy` rows down a step. Phases 0 and 1 open downward, 2 and 3 upward. */
const ALLOWED = Array.from({ length: PHASES }, (_, phase) =>
	Array.from({ length: SLOPES }, (_, d) => {
		const climb = phase === 0 || phase === 3 ? STEEPEST - d : d - STEEPEST;
		return climb >= -SLACK;
	})
);

/**
 * The best line that crosses the ridges from left to right, rising to one crest or falling to one
 * trough. Starts and ends where its evidence does, and bridges gaps where what lies beyond pays for
 * them. Undefined when nothing is better than chance.
 */
export function tracePath(r: Ridges, band?: Band): TracedPath | undefined {
	const stages = Math.floor((r.width - 1) / STEP_PX) + 1;
	const perStage = r.height * SLOPES * PHASES;
	const back = new Int8Array(stages * perStage);
	let last = new Float32Array(perStage);
	let next = new Float32Array(perStage);
	// Phases, as bits, of lines that may go on from a row at a slope.
	let alive = new Uint8Array(r.height * SLOPES);
	let aliveNext = new Uint8Array(r.height * SLOPES);
	const strong = strongest(r);
	const best = { score: 0, stage: -1, index: -1 };
	for (let st = 1; st < stages; st++) {
		next.fill(0);
		aliveNext.fill(0);
		const x = st * STEP_PX;
		const top = Math.max(1, Math.floor(band?.lowPx(x) ?? 1));
		const bottom = Math.min(r.height - 2, Math.ceil(band?.highPx(x) ?? r.height));
		for (let y = top; y <= bottom; y++)
			for (let d = 0; d < SLOPES; d++) {
				const dy = d - STEEPEST;
				const y0 = y - dy;
				if (y0 < 1 || y0 >= r.height - 1) continue;
				// A line may only start where there is ink; most of the sheet is passed over here.
				const startable = (strong[y * r.width + x] as number) > PRICE_PER_PX;
				const followable = alive[y0 * SLOPES + d] as number;
				if (!startable && followable === 0) continue;
				const gain = (evidencePerPx(r, x, y, d) - PRICE_PER_PX) * (SEGMENTS[d] as Segment).lengthPx;
				let lives = 0;
				for (let phase = 0; phase < PHASES; phase++) {
					if (!(ALLOWED[phase] as boolean[])[d]) continue;
					let from = 0;
					// 0: the line starts here; otherwise bend + 8, plus 32 when the crest lies behind.
					let code = 0;
					const first = phase & 2;
					const followed = (followable & (FOLLOWED[phase] as number)) > 0;
					const most = Math.min(MOST_BEND, SLOPES - 1 - d);
					for (let bend = followed ? Math.max(-MOST_BEND, -d) : most + 1; bend <= most; bend++) {
						const pd = d + bend;
						const cost = BEND_COST * bend * bend;
						const at = (y0 * SLOPES + pd) * PHASES;
						for (let p = first; p <= phase; p++) {
							const v = (last[at + p] as number) - cost;
							if (v > from) {
								from = v;
								code = bend + 8 + (p !== phase ? 32 : 0);
							}
						}
					}
					const v = from + gain;
					if (v <= 0) continue;
					lives |= 1 << phase;
					const index = (y * SLOPES + d) * PHASES + phase;
					next[index] = v;
					back[st * perStage + index] = code;
					if (v > best.score) {
						best.score = v;
						best.stage = st;
						best.index = index;
					}
				}
				if (lives === 0) continue;
				const end = y * SLOPES + Math.min(SLOPES - 1, d + MOST_BEND);
				for (let at = y * SLOPES + Math.max(0, d - MOST_BEND); at <= end; at++) (aliveNext[at] as number) |= lives;
			}
		[last, next] = [next, last];
		[alive, aliveNext] = [aliveNext, alive];
	}
	return best.stage < 0 ? undefined : unwind(r, back, perStage, best);
}

function unwind(
	r: Ridges,
	back: Int8Array,
	perStage: number,
	best: { score: number; stage: number; index: number }
): TracedPath {
	const xs: number[] = [];
	const ys: number[] = [];
	const evidence: number[] = [];
	let { stage, index } = best;
	const arch = best.index % PHASES < 2 ? 1 : -1;
	for (;;) {
		let phase = index % PHASES;
		const d = ((index - phase) / PHASES) % SLOPES;
		const y = ((index - phase) / PHASES - d) / SLOPES;
		const dy = d - STEEPEST;
		xs.push(stage * STEP_PX);
		ys.push(y);
		evidence.push(evidencePerPx(r, stage * STEP_PX, y, d));
		const code = back[stage * perStage + index] as number;
		stage--;
		if (code === 0) {
			xs.push(stage * STEP_PX);
			ys.push(y - dy);
			break;
		}
		const bend = (code % 32) - 8;
		if (code >= 32) phase &= 2;
		index = ((y - dy) * SLOPES + d + bend) * PHASES + phase;
	}
	return {
		xPx: Float64Array.from(xs.reverse()),
		yPx: Float64Array.from(ys.reverse()),
		score: best.score,
		evidence: Float64Array.from(evidence.reverse()),
		arch
	};
}
