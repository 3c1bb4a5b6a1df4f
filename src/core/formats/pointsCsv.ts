import { cleanCurve, type Tracing } from '../curve/index.js';
import { CoreError, problemOf, type Problem } from '../errors/index.js';
import { cellOf, readCell, readCsvTable, writeCell, type CsvRow } from './csvTable.js';
import { readNumber, writeMm } from './numbers.js';
import { groupRows, mmPerUnit, type ReadOptions, type ReadReport, type RowGroup } from './tracingGroups.js';

export const POINTS_COLUMNS = ['visited_on', 'station', 'repeat', 'x_mm', 'y_mm'] as const;
const OPTIONAL_COLUMNS = ['operator', 'source', 'quality'] as const;

function cell(row: CsvRow, name: string): number {
	const text = cellOf(row, name);
	const value = readNumber(text);
	if (value === undefined) throw new CoreError('not-a-number', { column: name, value: text.slice(0, 40) });
	return value;
}

/** Score of a read picture, 0..1, where the file carries one. */
function qualityOf(text: string): { quality?: number } {
	const value = readNumber(text);
	return value !== undefined && value >= 0 && value <= 1 ? { quality: value } : {};
}

function readGroup(group: RowGroup, mmPer: number, problems: Problem[], notes: Problem[]): Tracing[] {
	let line = group.rows[0]?.line ?? 0;
	const first = line;
	try {
		const points = group.rows.map((row) => {
			line = row.line;
			return [mmPer * cell(row, 'x_mm'), mmPer * cell(row, 'y_mm')] as const;
		});
		line = first;
		const { curve, warnings } = cleanCurve(points, group.key.station);
		for (const code of warnings)
			notes.push({ code, line, data: { station: group.key.station, repeat: group.key.repeat } });
		const said = (name: (typeof OPTIONAL_COLUMNS)[number]): string => cellOf(group.rows[0] as CsvRow, name);
		const [operator, source] = [said('operator'), said('source')];
		return [
			{
				...group.key,
				curve,
				...(operator ? { operator: readCell(operator).slice(0, 80) } : {}),
				...qualityOf(said('quality')),
				...(source ? { source: readCell(source).slice(0, 40) } : {})
			}
		];
	} catch (error) {
		const problem = problemOf(error, line);
		const point = problem.data['point'];
		const at = typeof point === 'number' ? (group.rows[point - 1]?.line ?? line) : line;
		problems.push({
			...problem,
			line: at,
			data: { ...problem.data, station: group.key.station, repeat: group.key.repeat }
		});
		return [];
	}
}

/** Reads a points CSV. Throws only for a file that is no such CSV at all; see `readCsvTable`. */
export function readPointsCsv(text: string, options: ReadOptions = {}): ReadReport {
	const { groups, problems } = groupRows(readCsvTable(text, POINTS_COLUMNS, OPTIONAL_COLUMNS), options);
	const notes: Problem[] = [];
	const tracings = groups.flatMap((g) => readGroup(g, mmPerUnit(options), problems, notes));
	return { tracings, problems: problems.sort((a, b) => (a.line ?? 0) - (b.line ?? 0)), notes };
}

/** Writes a points CSV with CRLF line ends (RFC 4180), coordinates to 0.001 mm. */
export function writePointsCsv(tracings: readonly Tracing[]): string {
	let text = [...POINTS_COLUMNS, ...OPTIONAL_COLUMNS].join(',') + '\r\n';
	for (const { visitedOn, station, repeat, operator = '', source = '', quality, curve } of tracings) {
		const head = `${visitedOn},${station},${repeat}`;
		const tail = `${writeCell(operator)},${writeCell(source)},${quality ?? ''}`;
		for (let i = 0; i < curve.xMm.length; i++)
			text += `${head},${writeMm(curve.xMm[i] as number)},${writeMm(curve.yMm[i] as number)},${tail}\r\n`;
	}
	return text;
}
