import Papa from 'papaparse';
import { CoreError } from '../errors/index.js';
import { readNumber } from './numbers.js';

/** What a pressure pad recorded: the mean of its frames, row by row from the front, each from the near edge to the off one. */
export interface PadReading {
	readonly rows: number;
	readonly columns: number;
	readonly frames: number;
	/** In the pad's own unit: only shares of it are used. */
	readonly mean: Float64Array;
	/** Size of a cell along the back and across it, mm, where the file says so. */
	readonly cellMm: { readonly along: number; readonly across: number } | undefined;
}

export const MOST_PAD_BYTES = 8 * 1024 * 1024;
export const MOST_PAD_SIDE = 80;
export const MOST_PAD_FRAMES = 4000;
export const CELL_MM = { least: 4, most: 60 } as const;
const LEAST_SIDE = 4;
const MOST_LINES = 200_000;
const MOST_VALUE = 1e6;

/** `# cell_mm: 20 x 15`: along the back, then across it. */
const CELL = /^#\s*cell_mm\s*[:=]\s*([\d.]+)\s*[x×]\s*([\d.]+)/i;

function cellOf(line: string): PadReading['cellMm'] {
	const [along, across] = (CELL.exec(line) ?? []).slice(1).map(Number);
	const fits = (v: number | undefined): v is number => v !== undefined && v >= CELL_MM.least && v <= CELL_MM.most;
	return fits(along) && fits(across) ? { along, across } : undefined;
}

/**
 * Reads a grid of pressures as CSV: a line for each row of cells from the front to the rear, cells from the near edge to
 * the off one; frames parted by empty lines or lines of words (a time, a name); `#` begins a remark. Empty cells are
 * none. Throws `too-large`, `pad-grid` with a line and a reason, `pad-empty`.
 */
export function readPadGrid(text: string): PadReading {
	if (text.length > MOST_PAD_BYTES) throw new CoreError('too-large', { limitMb: MOST_PAD_BYTES / 1024 / 1024 });
	const refuse = (line: number, why: string): CoreError => new CoreError('pad-grid', { line, why });
	let cellMm: PadReading['cellMm'];
	let columns = 0;
	let rows = 0;
	let [frames, row, line] = [0, 0, 0];
	const sums: number[] = [];
	const ended = (): void => {
		if (row === 0) return;
		if (rows === 0) rows = row;
		if (row !== rows) throw refuse(line, 'frames');
		frames++;
		if (frames > MOST_PAD_FRAMES) throw refuse(line, 'many');
		row = 0;
	};
	const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
		delimitersToGuess: [',', ';', '\t'],
		preview: MOST_LINES + 1
	});
	if (parsed.data.length > MOST_LINES) throw refuse(MOST_LINES, 'many');
	for (const cells of parsed.data) {
		line++;
		const first = (cells[0] ?? '').trim();
		if (first.startsWith('#')) {
			cellMm ??= cellOf(cells.join(','));
			continue;
		}
		const values = cells.map((c) => (c.trim() === '' ? 0 : readNumber(c)));
		// An empty line, or one of words, ends a frame.
		if (
			cells.every((c) => c.trim() === '') ||
			values.every((v, i) => v === undefined || (cells[i] ?? '').trim() === '')
		) {
			ended();
			continue;
		}
		if (columns === 0) {
			columns = cells.length;
			if (columns < LEAST_SIDE || columns > MOST_PAD_SIDE) throw refuse(line, 'columns');
		}
		if (cells.length !== columns) throw refuse(line, 'ragged');
		if (row >= (rows || MOST_PAD_SIDE)) throw refuse(line, 'rows');
		values.forEach((v, i) => {
			if (v === undefined || v < 0 || v > MOST_VALUE) throw refuse(line, 'number');
			sums[row * columns + i] = (sums[row * columns + i] ?? 0) + v;
		});
		row++;
	}
	ended();
	if (frames === 0 || rows < LEAST_SIDE || !sums.some((v) => v > 0)) throw new CoreError('pad-empty');
	return { rows, columns, frames, mean: Float64Array.from(sums, (v) => v / frames), cellMm };
}

/** Several readings of one pad as one: the mean of all their frames. Undefined where they are of different grids, or none. */
export function calmPad(readings: readonly PadReading[]): PadReading | undefined {
	const [first] = readings;
	if (!first || readings.some((r) => r.rows !== first.rows || r.columns !== first.columns)) return undefined;
	const frames = readings.reduce((sum, r) => sum + r.frames, 0);
	const mean = first.mean.map(
		(_, i) => readings.reduce((sum, r) => sum + r.frames * (r.mean[i] as number), 0) / frames
	);
	return { ...first, frames, mean, cellMm: readings.find((r) => r.cellMm)?.cellMm };
}
