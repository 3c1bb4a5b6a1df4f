import type { FollowedLine } from './followLine.js';
import { quantile } from './raster.js';

/** What is written under a line's end lies within this of it, mm along the line. */
const TAIL_MM = 70;
/** Between two figures there is no ink for so long, mm. */
const BREAK_MM = 1.5;
/** A drawn line goes on in ink beyond a break; figures come and go. */
const INKED_SHARE = 0.8;
/** Less ink than this share of the usual is none. */
const NO_INK = 0.35;

interface Walked {
	/** Last index, from the middle outward, before the doubtful tail; undefined where the tail is the line's own. */
	readonly cut: number | undefined;
}

function walkTail({ xMm, yMm, ink }: FollowedLine, usual: number, dir: 1 | -1): Walked {
	const end = dir === 1 ? xMm.length - 1 : 0;
	const step = (i: number): number =>
		Math.hypot((xMm[i] as number) - (xMm[i - dir] as number), (yMm[i] as number) - (yMm[i - dir] as number));
	let start = end;
	for (let mm = 0; mm < TAIL_MM && start - dir > 0 && start - dir < xMm.length - 1; start -= dir) mm += step(start);
	let gapMm = 0;
	let gapFrom = start;
	for (let i = start + dir; i !== end; i += dir) {
		const bare = (ink[i] as number) < NO_INK * usual;
		if (!bare) {
			if (gapMm >= BREAK_MM && inkedBeyond(ink, usual, i, end, dir) < INKED_SHARE) return { cut: gapFrom };
			gapMm = 0;
			continue;
		}
		if (gapMm === 0) gapFrom = i - dir;
		gapMm += step(i);
	}
	return { cut: undefined };
}

function inkedBeyond(ink: Float64Array, usual: number, from: number, end: number, dir: 1 | -1): number {
	let [inked, all] = [0, 0];
	for (let i = from; i !== end + dir; i += dir) {
		all++;
		if ((ink[i] as number) >= NO_INK * usual) inked++;
	}
	return inked / all;
}

/**
 * Cuts off what a line seems to run into at its ends, a date written under it above all: beyond a break the ink
 * comes and goes. Says whether anything was cut, which is a doubt.
 */
export function trimTails(line: FollowedLine): { readonly line: FollowedLine; readonly trimmed: boolean } {
	const usual = quantile(line.ink, 0.5);
	const from = walkTail(line, usual, -1).cut ?? 0;
	const to = walkTail(line, usual, 1).cut ?? line.xMm.length - 1;
	if (from === 0 && to === line.xMm.length - 1) return { line, trimmed: false };
	return {
		line: {
			xMm: line.xMm.slice(from, to + 1),
			yMm: line.yMm.slice(from, to + 1),
			ink: line.ink.slice(from, to + 1)
		},
		trimmed: true
	};
}
