import { writeCell } from '../../../core/formats/index.js';
import type { Part, Row, WholeRecord } from './shape.js';

/** Parts as tables for spreadsheets; points stand in `tracings.csv`, earlier versions only in the record. */
export const TABLES = [
	'saddles',
	'services',
	'visits',
	'pairings',
	'entries',
	'rides',
	'fitMarks',
	'tasks',
	'photos'
] as const satisfies readonly Part[];
export const tableFile = (part: (typeof TABLES)[number]): string => `tables/${part}.csv`;

function cell(value: unknown): string {
	if (value === null || value === undefined) return '';
	if (typeof value === 'number' || typeof value === 'boolean') return String(value);
	return writeCell(typeof value === 'string' ? value : JSON.stringify(value));
}

/** Rows as CSV (RFC 4180), a column for every key; what is no plain value stands as JSON, nothing as a formula. */
export function tableCsv(rows: readonly Row[]): string {
	const columns = [...new Set(rows.flatMap((r) => Object.keys(r)))];
	return [columns.join(','), ...rows.map((r) => columns.map((c) => cell(r[c])).join(','))]
		.map((l) => `${l}\r\n`)
		.join('');
}

/** All tables of a record by the name of their file. */
export const tablesOf = (record: WholeRecord): [string, string][] =>
	TABLES.flatMap((part) =>
		record[part].length > 0 ? [[tableFile(part), tableCsv(record[part])] as [string, string]] : []
	);
