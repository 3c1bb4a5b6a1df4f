import Papa from 'papaparse';
import { CoreError } from '../errors/index.js';

/** One row of a file, with its line number (the header is line 1); its cells are asked for by column (`cellOf`). */
export interface CsvRow {
	readonly line: number;
	readonly record: readonly string[];
	/** Where each column stands; the same for all rows of a file. */
	readonly columns: Readonly<Record<string, number>>;
}

/** A row's cell by its column's name, without blanks about it; empty where there is none. */
export function cellOf({ record, columns }: CsvRow, name: string): string {
	const at = columns[name];
	return at === undefined ? '' : (record[at] ?? '').trim();
}

export const MAX_CSV_BYTES = 20 * 1024 * 1024;
export const MAX_CSV_ROWS = 200_000;

function refuseOtherKinds(text: string): void {
	if (text.length > MAX_CSV_BYTES) throw new CoreError('too-large', { limitMb: MAX_CSV_BYTES / 1024 / 1024 });
	const start = text.slice(0, 4096);
	// eslint-disable-next-line no-control-regex
	if (/[\x00-\x08\x0e-\x1f]/.test(start) || start.includes('\uFFFD') || /^%PDF|^\s*[<{[]/.test(start))
		throw new CoreError('not-csv');
}

const GUESSES = [',', ';', '\t'];
const READ_AT_ONCE = 128 * 1024;
/** Wider tables than this are none of ours. */
const MOST_COLUMNS = 200;

function headerOf(text: string): string[] {
	const first = Papa.parse<string[]>(text.slice(0, 64_000), { delimitersToGuess: GUESSES, preview: 1 });
	const header = (first.data[0] ?? []).map((h) => h.trim().toLowerCase());
	if (header.length === 0 || (header.length === 1 && header[0] === '')) throw new CoreError('empty-file');
	if (header.length > MOST_COLUMNS)
		throw new CoreError('too-many-columns', { columns: header.length, limit: MOST_COLUMNS });
	return header;
}

/**
 * Reads CSV (RFC 4180; a byte order mark, Windows line ends and semicolons are accepted) with a required header.
 * Only the named columns are kept: `columns` must be there, `optional` may. Nothing is read beyond what is allowed.
 * Throws `not-csv`, `empty-file`, `missing-columns`, `too-many-columns`, `too-many-rows`, `too-large`.
 */
export function readCsvTable(text: string, columns: readonly string[], optional: readonly string[] = []): CsvRow[] {
	refuseOtherKinds(text);
	const body = text.replace(/^\uFEFF/, '');
	const header = headerOf(body);
	const missing = columns.filter((c) => !header.includes(c));
	if (missing.length > 0)
		throw new CoreError('missing-columns', { missing: missing.join(', '), wanted: columns.join(',') });
	const kept = [...columns, ...optional].filter((name) => header.includes(name));
	const places = kept.map((name) => header.indexOf(name));
	const standing = Object.fromEntries(kept.map((name, i) => [name, i]));
	/** A table of these columns alone, in this order, is kept as it is read. */
	const asRead = places.length === header.length && places.every((at, i) => at === i);
	const rows: CsvRow[] = [];
	let line = 0;
	const take = (record: readonly string[]): void => {
		line++;
		if (line === 1) return;
		// A line that holds nothing at all is none; one with only a stray cell is told.
		if (record.every((cell) => cell.trim() === '')) return;
		rows.push({ line, record: asRead ? record : places.map((at) => record[at] ?? ''), columns: standing });
	};
	Papa.parse<string[]>(body, {
		delimitersToGuess: GUESSES,
		skipEmptyLines: false,
		preview: MAX_CSV_ROWS + 2,
		// Bit by bit: records of a whole large file at once keep the collector of garbage busy for longer than the reading.
		chunkSize: READ_AT_ONCE,
		chunk: ({ data }: Papa.ParseResult<string[]>) => data.forEach(take),
		complete: () => undefined
	});
	if (line - 1 > MAX_CSV_ROWS) throw new CoreError('too-many-rows', { rows: line - 1, limit: MAX_CSV_ROWS });
	if (rows.length === 0) throw new CoreError('empty-file');
	return rows;
}

/** What a spreadsheet would take for a formula. */
const FORMULA = /^[=+@\t\r-]/;

/** A text for a cell, quoted where need be, never a formula. */
export function writeCell(value: string): string {
	const plain = FORMULA.test(value) ? `'${value}` : value;
	return /[",\n\r]/.test(plain) ? `"${plain.replaceAll('"', '""')}"` : plain;
}

/** The text of a cell that `writeCell` wrote. */
export const readCell = (cell: string): string =>
	cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell;
