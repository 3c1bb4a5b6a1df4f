import { makeCurve, sizeDoubt, type Curve, type SizeDoubt } from '$core/curve/index.js';
import type { Problem } from '$core/errors/index.js';
import { SHEET_NAMES, SHEETS } from '$core/photo/sheets.js';
import type { Quad, ReadLine, SheetCode, SheetName, Wipe } from '$core/photo/index.js';
import type { SheetResult } from './sheetReader.js';

/** One state of a sheet's reading; each correction by hand makes a new one. */
export interface Reading {
	readonly line: ReadLine;
	readonly corners: Quad;
	readonly wipes: readonly Wipe[];
	/** The near side was drawn on the right. */
	readonly flipped: boolean;
	/** A person put it right: it waits for their word, not for a score. */
	readonly byHand: boolean;
}

export interface SheetItem {
	readonly id: number;
	readonly file: File;
	readonly url: string;
	readonly sheet: SheetName;
	readonly station: string;
	/** As the sheet's own code says; otherwise the next that is free. */
	readonly repeat: number | undefined;
	readonly code: SheetCode | undefined;
	/** What the printed check rule measures, mm; 100 where the printer kept its scale. */
	readonly ruleMm: number;
	/** 0..1 while it is being read; undefined when it is not. */
	readonly share: number | undefined;
	readonly problem: Problem | undefined;
	readonly size: { readonly width: number; readonly height: number } | undefined;
	/** Corners of a picture that was refused, to be dragged onto the sheet. */
	readonly guess: Quad | undefined;
	readonly now: Reading | undefined;
	readonly past: readonly Reading[];
	readonly future: readonly Reading[];
}

/** Readings at or over this need no look. */
const GOOD = 0.8;
/** As many corrections as can be taken back. */
const MOST_PAST = 60;

export function newItem(id: number, file: File, url: string, sheet: SheetName, station: string): SheetItem {
	return {
		id,
		file,
		url,
		sheet,
		station,
		repeat: undefined,
		code: undefined,
		ruleMm: 100,
		share: 0,
		problem: undefined,
		size: undefined,
		guess: undefined,
		now: undefined,
		past: [],
		future: []
	};
}

/** A reading that needs no look; one at a size that cannot be this horse's needs one, whatever its score. */
export const isGood = ({ now }: SheetItem, doubt?: SizeDoubt): boolean =>
	now !== undefined && !now.byHand && now.line.quality.score >= GOOD && doubt === undefined;
export const isDoubtful = (item: SheetItem, doubt?: SizeDoubt): boolean =>
	item.share === undefined && !isGood(item, doubt);

/** Whether the size a sheet was read at can be right, against other tracings of the same cut. Printed sheets know their size. */
export function sizeDoubtOf(item: SheetItem, others: readonly Curve[], certain: boolean): SizeDoubt | undefined {
	const curve = item.code ? undefined : curveOfItem(item);
	return (
		curve &&
		sizeDoubt(
			curve,
			others,
			scalesFrom(item.sheet).map(([, scale]) => scale),
			certain
		)
	);
}

/** Other sizes of plain paper of the same proportions, with the factor by which a line would change. */
function scalesFrom(sheet: SheetName): [SheetName, number][] {
	const { longMm, shortMm } = SHEETS[sheet];
	const shape = longMm / shortMm;
	return SHEET_NAMES.filter(
		(n) => n !== sheet && Math.abs(SHEETS[n].longMm / SHEETS[n].shortMm / shape - 1) < 0.03
	).map((n) => [n, SHEETS[n].longMm / longMm]);
}

/** The size of paper at which a doubted line would lie near the others. */
export const betterSheet = (sheet: SheetName, { better }: SizeDoubt): SheetName | undefined =>
	scalesFrom(sheet).find(([, scale]) => scale === better)?.[0];

/** The item with a correction; what was undone before is forgotten. */
export function corrected(item: SheetItem, change: Partial<Reading>): SheetItem {
	if (!item.now) return item;
	const past = [...item.past, item.now].slice(-MOST_PAST);
	return { ...item, now: { ...item.now, byHand: true, ...change }, past, future: [] };
}

export function undone(item: SheetItem): SheetItem {
	const before = item.past[item.past.length - 1];
	if (!before || !item.now) return item;
	return { ...item, now: before, past: item.past.slice(0, -1), future: [item.now, ...item.future] };
}

export function redone(item: SheetItem): SheetItem {
	const [next, ...future] = item.future;
	if (!next || !item.now) return item;
	return { ...item, now: next, past: [...item.past, item.now], future };
}

/** The item as it was answered for. A reading after a correction can be taken back like one. */
export function answered(item: SheetItem, result: SheetResult, wipes: readonly Wipe[] = []): SheetItem {
	const read = { ...item, share: undefined };
	if (result.status === 'refused') return { ...read, problem: result.problem };
	const { line, code, width, height } = result;
	const byHand = item.now !== undefined;
	const next: Reading = { line, corners: line.corners, wipes, flipped: item.now?.flipped ?? false, byHand };
	return {
		...read,
		problem: undefined,
		size: { width, height },
		guess: undefined,
		now: next,
		past: item.now ? [...item.past, item.now].slice(-MOST_PAST) : [],
		future: [],
		...(code
			? { code, sheet: code.sheet, station: code.station ?? item.station, repeat: code.repeat ?? item.repeat }
			: {})
	};
}

/** The tracing as it will be kept: scaled by the check rule, near on the left, spine at the origin. */
export function curveOfItem({ now, ruleMm }: SheetItem): Curve | undefined {
	if (!now) return undefined;
	const { xMm, yMm, apexIndex } = now.line;
	const [x0, y0] = [xMm[apexIndex] as number, yMm[apexIndex] as number];
	const scale = ruleMm / 100;
	const across = now.flipped ? -scale : scale;
	const points = Array.from(xMm, (x, i) => [(x - x0) * across, ((yMm[i] as number) - y0) * scale] as const);
	return makeCurve(now.flipped ? points.reverse() : points);
}
