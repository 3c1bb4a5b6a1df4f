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
/** A figure is written in ink as full as the line's; an end that fades, as a pen lifted early, never is again for so long, mm. */
const FULL_INK = 0.7;
const FULL_MM = 5;

interface Walked {
	/** Last index, from the middle outward, before the doubtful tail; undefined where the tail is the line's own. */
	readonly cut: number | undefined;
}

const stepMm = ({ xMm, yMm }: FollowedLine, i: number, dir: 1 | -1): number =>
	Math.hypot((xMm[i] as number) - (xMm[i - dir] as number), (yMm[i] as number) - (yMm[i - dir] as number));

function walkTail(line: FollowedLine, usual: number, dir: 1 | -1): Walked {
	const { xMm, ink } = line;
	const end = dir === 1 ? xMm.length - 1 : 0;
	let start = end;
	for (let mm = 0; mm < TAIL_MM && start - dir > 0 && start - dir < xMm.length - 1; start -= dir)
		mm += stepMm(line, start, dir);
	let gapMm = 0;
	let gapFrom = start;
	for (let i = start + dir; i !== end; i += dir) {
		const bare = (ink[i] as number) < NO_INK * usual;
		if (!bare) {
			if (gapMm >= BREAK_MM && isWriting(line, usual, { from: i, end, dir })) return { cut: gapFrom };
			gapMm = 0;
			continue;
		}
		if (gapMm === 0) gapFrom = i - dir;
		gapMm += stepMm(line, i, dir);
	}
	return { cut: undefined };
}

interface Stretch {
	readonly from: number;
	readonly end: number;
	readonly dir: 1 | -1;
}

/** How much of a stretch has at least so much ink, mm. */
function inkedMm(line: FollowedLine, { from, end, dir }: Stretch, least: number): number {
	let mm = 0;
	for (let i = from; i !== end + dir; i += dir) if ((line.ink[i] as number) >= least) mm += stepMm(line, i, dir);
	return mm;
}

function isWriting(line: FollowedLine, usual: number, stretch: Stretch): boolean {
	const all = inkedMm(line, stretch, -Infinity);
	return (
		inkedMm(line, stretch, NO_INK * usual) < INKED_SHARE * all && inkedMm(line, stretch, FULL_INK * usual) >= FULL_MM
	);
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
