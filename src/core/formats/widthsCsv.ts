import { widthsToCurve, type Tracing, type WidthRow } from '../curve/index.js';
import { CoreError, problemOf, type Problem } from '../errors/index.js';
import { cellOf, readCell, readCsvTable, type CsvRow } from './csvTable.js';
import { readNumber } from './numbers.js';
import { groupRows, mmPerUnit, type ReadOptions, type ReadReport, type RowGroup } from './tracingGroups.js';

export const WIDTHS_COLUMNS = ['visited_on', 'station', 'repeat', 'depth_mm', 'near_mm', 'off_mm'] as const;

function optionalCell(row: CsvRow, name: string, mmPer: number): number | undefined {
	const text = cellOf(row, name);
	if (text === '') return undefined;
	const value = readNumber(text);
	if (value === undefined) throw new CoreError('not-a-number', { column: name, value: text.slice(0, 40) });
	return mmPer * value;
}

function widthRow(row: CsvRow, mmPer: number): WidthRow {
	const depthMm = optionalCell(row, 'depth_mm', mmPer);
	if (depthMm === undefined) throw new CoreError('not-a-number', { column: 'depth_mm', value: '' });
	const nearMm = optionalCell(row, 'near_mm', mmPer);
	const offMm = optionalCell(row, 'off_mm', mmPer);
	return { depthMm, ...(nearMm === undefined ? {} : { nearMm }), ...(offMm === undefined ? {} : { offMm }) };
}

function readGroup(group: RowGroup, mmPer: number, problems: Problem[]): Tracing[] {
	let line = group.rows[0]?.line ?? 0;
	try {
		const rows = group.rows.map((row) => {
			line = row.line;
			return widthRow(row, mmPer);
		});
		line = group.rows[0]?.line ?? 0;
		const operator = cellOf(group.rows[0] as CsvRow, 'operator');
		const named = operator ? { operator: readCell(operator).slice(0, 80) } : {};
		return [{ ...group.key, curve: widthsToCurve(rows), source: 'widths', ...named }];
	} catch (error) {
		const problem = problemOf(error, line);
		problems.push({ ...problem, data: { ...problem.data, station: group.key.station, repeat: group.key.repeat } });
		return [];
	}
}

/** Reads a widths CSV. Throws only for a file that is no such CSV at all; see `readCsvTable`. */
export function readWidthsCsv(text: string, options: ReadOptions = {}): ReadReport {
	const { groups, problems } = groupRows(readCsvTable(text, WIDTHS_COLUMNS, ['operator']), options);
	return { tracings: groups.flatMap((g) => readGroup(g, mmPerUnit(options), problems)), problems, notes: [] };
}
