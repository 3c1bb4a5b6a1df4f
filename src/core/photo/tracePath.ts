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

function segmentEvidence(r: Ridges, x: number, y: number, dy: number, out: { perPx: number; lengthPx: number }): void {
	const length = Math.hypot(STEP_PX, dy);
	const s = dy / length;
	const c = STEP_PX / length;
	const samples = Math.max(4, Math.round(length / 1.5));
	let sum = 0;
	for (let k = 0; k < samples; k++) {
		const u = (k + 0.5) / samples;
		const px = Math.round(x - STEP_PX * (1 - u));
		const py = Math.round(y - dy * (1 - u));
		if (px < 1 || py < 1 || px >= r.width - 1 || py >= r.height - 1) continue;
		const i = py * r.width + px;
		const v = (r.xx[i] as number) * s * s - 2 * (r.xy[i] as number) * s * c + (r.yy[i] as number) * c * c;
		sum += v > 0 ? SATURATION * (1 - Math.exp(-v / SATURATION)) : Math.max(-1, v);
	}
	out.perPx = sum / samples;
	out.lengthPx = length;
}

/** Ridge of any direction at each pixel. */
function strongest({ xx, xy, yy }: Ridges): Float32Array {
	return xx.map((a, i) => (a + (yy[i] as number)) / 2 + Math.hypot((a - (yy[i] as number)) / 2, xy[i] as number));
}

/** Rows that a line may take at each x, both ends included; leaves the rest of the sheet alone. */
export interface Band {
	readonly lowPx: (xPx: number) => number;
	readonly highPx: (xPx: number) => number;
}

/** States of a place: climbing or falling, of a line that opens downward or upward. */
const PHASES = 4;

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
	let alive = new Uint8Array(r.height * SLOPES);
	let aliveNext = new Uint8Array(r.height * SLOPES);
	const strong = strongest(r);
	const seg = { perPx: 0, lengthPx: 0 };
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
				const followable = (alive[y0 * SLOPES + d] as number) > 0;
				if (!startable && !followable) continue;
				segmentEvidence(r, x, y, dy, seg);
				const gain = (seg.perPx - PRICE_PER_PX) * seg.lengthPx;
				for (let phase = 0; phase < PHASES; phase++) {
					if (!(ALLOWED[phase] as boolean[])[d]) continue;
					let from = 0;
					// 0: the line starts here; otherwise bend + 8, plus 32 when the crest lies behind.
					let code = 0;
					const first = phase & 2;
					for (let bend = followable ? -MOST_BEND : MOST_BEND + 1; bend <= MOST_BEND; bend++) {
						const pd = d + bend;
						if (pd < 0 || pd >= SLOPES) continue;
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
					const from0 = y * SLOPES;
					aliveNext.fill(1, from0 + Math.max(0, d - MOST_BEND), from0 + Math.min(SLOPES, d + MOST_BEND + 1));
					const index = (y * SLOPES + d) * PHASES + phase;
					next[index] = v;
					back[st * perStage + index] = code;
					if (v > best.score) {
						best.score = v;
						best.stage = st;
						best.index = index;
					}
				}
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
	const seg = { perPx: 0, lengthPx: 0 };
	let { stage, index } = best;
	const arch = best.index % PHASES < 2 ? 1 : -1;
	for (;;) {
		let phase = index % PHASES;
		const d = ((index - phase) / PHASES) % SLOPES;
		const y = ((index - phase) / PHASES - d) / SLOPES;
		const dy = d - STEEPEST;
		segmentEvidence(r, stage * STEP_PX, y, dy, seg);
		xs.push(stage * STEP_PX);
		ys.push(y);
		evidence.push(seg.perPx);
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
