import type { FollowedLine } from './followLine.js';
import { quantile } from './raster.js';
import { SHEETS, type SheetName } from './sheets.js';

export const SHEET_WARNINGS = [
	'sheet-edges-faint',
	'sheet-doubtful',
	'sheet-bent',
	'sheet-size-doubtful',
	'unsharp',
	'line-faint',
	'line-gaps',
	'line-runs-off',
	'another-line',
	'line-short',
	'line-end-doubtful',
	'tick-off-top',
	'marks-uneven',
	'printed-scale'
] as const;
export type SheetWarning = (typeof SHEET_WARNINGS)[number];

export interface SheetQuality {
	/** 0..1; under 0.8 the reading wants a look. */
	readonly score: number;
	readonly warnings: readonly SheetWarning[];
}

/** What was measured on the way. */
export interface ReadingFacts {
	readonly leastSupport: number;
	readonly paperness: number;
	readonly lead: number;
	/** Median distance of edge points from the sides, and breadth of the edges, px of the channels. */
	readonly straightnessPx: number;
	readonly risePx: number;
	/** Channel px a mm. */
	readonly pxPerMm: number;
	readonly aspect: number;
	readonly sheet: SheetName;
	/** Score of the best other line over this one's. */
	readonly second: number;
	readonly evidence: Float64Array;
	/** Something that the line seemed to run into was cut off an end. */
	readonly trimmed: boolean;
	/** On the flat sheet, and the sheet's extent that way, mm. */
	readonly line: FollowedLine;
	readonly flatMm: readonly [number, number];
	readonly tickFromTopMm: number | undefined;
	/** Doubts that were found before the line was read, with what each costs. */
	readonly extra: readonly (readonly [SheetWarning, number])[];
}

/** Longest run of places with hardly any ink, mm. */
export function longestGapMm({ xMm, yMm, ink }: FollowedLine): number {
	const usual = quantile(ink, 0.5);
	let longest = 0;
	let run = 0;
	for (let i = 1; i < ink.length; i++) {
		const step = Math.hypot((xMm[i] as number) - (xMm[i - 1] as number), (yMm[i] as number) - (yMm[i - 1] as number));
		run = (ink[i] as number) < 0.3 * usual ? run + step : 0;
		longest = Math.max(longest, run);
	}
	return longest;
}

function nearEdgeMm({ xMm, yMm }: FollowedLine, [w, h]: readonly [number, number]): number {
	const at = (i: number): number => {
		const [x, y] = [xMm[i] as number, yMm[i] as number];
		return Math.min(x, y, w - x, h - y);
	};
	return Math.min(at(0), at(xMm.length - 1));
}

/** Another line that scores a smaller share of what this one does is none. */
export const ANOTHER_LINE_SHARE = 0.33;

/** Each doubt with what it takes off the score. */
function doubts(f: ReadingFacts): (readonly [SheetWarning, number])[] {
	const found: (readonly [SheetWarning, number])[] = [...f.extra];
	const add = (warning: SheetWarning, holds: boolean, cost: number) => {
		if (holds) found.push([warning, cost]);
	};
	const { longMm, shortMm } = SHEETS[f.sheet];
	const aspectOff = Math.abs(f.aspect / (longMm / shortMm) - 1);
	const median = quantile(f.evidence, 0.5);
	const spanMm = Math.abs((f.line.xMm[f.line.xMm.length - 1] as number) - (f.line.xMm[0] as number));
	add('sheet-edges-faint', f.leastSupport < 0.36, 0.22);
	add('sheet-doubtful', f.paperness < 0.72 || f.lead < 0.06, 0.25);
	add('sheet-bent', f.straightnessPx / f.pxPerMm > 0.9, 0.25);
	add('sheet-size-doubtful', aspectOff > 0.045, 0.3);
	add('unsharp', f.risePx / f.pxPerMm > 1.5, 0.22);
	add('line-faint', median < 2.2, 0.25);
	add('line-gaps', longestGapMm(f.line) > 22, 0.22);
	add('line-runs-off', nearEdgeMm(f.line, f.flatMm) < 5, 0.22);
	add('another-line', f.second > ANOTHER_LINE_SHARE, 0.25);
	add('line-short', spanMm < 160, 0.25);
	add('line-end-doubtful', f.trimmed, 0.25);
	add('tick-off-top', f.tickFromTopMm !== undefined && Math.abs(f.tickFromTopMm) > 25, 0.22);
	return found;
}

/** Warnings by name, and a score that is under 0.8 as soon as there is one. */
export function rateReading(facts: ReadingFacts): SheetQuality {
	const found = doubts(facts);
	const clear = 0.9 + 0.1 * Math.min(1, facts.leastSupport) * Math.min(1, facts.paperness);
	const score = found.reduce((s, [, cost]) => s - cost, clear);
	return { score: Math.round(Math.max(0, Math.min(1, score)) * 100) / 100, warnings: found.map(([w]) => w) };
}
