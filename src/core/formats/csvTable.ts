import Papa from 'papaparse';
import { CoreError } from '../errors/index.js';

/** One row of a file by column name, with its line number (the header is line 1). */
export interface CsvRow {
	readonly line: number;
	readonly cells: Readonly<Record<string, string>>;
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

/**
 * Reads CSV (RFC 4180; a byte order mark, Windows line ends and semicolons are accepted) with a
 * required header. Throws `not-csv`, `empty-file`, `missing-columns`, `too-many-rows`, `too-large`.
 */
export function readCsvTable(text: string, columns: readonly string[]): CsvRow[] {
	refuseOtherKinds(text);
	const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
		delimitersToGuess: [',', ';', '\t'],
		skipEmptyLines: false
	});
	const header = (parsed.data[0] ?? []).map((h) => h.trim().toLowerCase());
	if (header.length === 0 || (header.length === 1 && header[0] === '')) throw new CoreError('empty-file');
	const missing = columns.filter((c) => !header.includes(c));
	if (missing.length > 0)
		throw new CoreError('missing-columns', { missing: missing.join(', '), wanted: columns.join(',') });
	if (parsed.data.length - 1 > MAX_CSV_ROWS)
		throw new CoreError('too-many-rows', { rows: parsed.data.length - 1, limit: MAX_CSV_ROWS });
	const rows: CsvRow[] = [];
	parsed.data.forEach((record, i) => {
		if (i === 0 || record.every((cell) => cell.trim() === '')) return;
		rows.push({ line: i + 1, cells: Object.fromEntries(header.map((h, k) => [h, (record[k] ?? '').trim()])) });
	});
	if (rows.length === 0) throw new CoreError('empty-file');
	return rows;
}
