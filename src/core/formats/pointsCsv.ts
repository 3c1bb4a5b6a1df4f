import { cleanCurve, curvePoints, type Tracing } from '../curve/index.js';
import { CoreError, problemOf, type Problem } from '../errors/index.js';
import { readCsvTable, type CsvRow } from './csvTable.js';
import { readNumber, writeMm } from './numbers.js';
import { groupRows, type ReadOptions, type ReadReport, type RowGroup } from './tracingGroups.js';

export const POINTS_COLUMNS = ['visited_on', 'station', 'repeat', 'x_mm', 'y_mm'] as const;

function cell(row: CsvRow, name: string): number {
	const text = row.cells[name] ?? '';
	const value = readNumber(text);
	if (value === undefined) throw new CoreError('not-a-number', { column: name, value: text.slice(0, 40) });
	return value;
}

function readGroup(group: RowGroup, problems: Problem[], notes: Problem[]): Tracing[] {
	let line = group.rows[0]?.line ?? 0;
	const first = line;
	try {
		const points = group.rows.map((row) => {
			line = row.line;
			return [cell(row, 'x_mm'), cell(row, 'y_mm')] as const;
		});
		line = first;
		const { curve, warnings } = cleanCurve(points);
		for (const code of warnings)
			notes.push({ code, line, data: { station: group.key.station, repeat: group.key.repeat } });
		const extra = group.rows[0]?.cells ?? {};
		return [
			{
				...group.key,
				curve,
				...(extra['operator'] ? { operator: extra['operator'].slice(0, 80) } : {}),
				...(extra['source'] ? { source: extra['source'].slice(0, 40) } : {})
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
	const { groups, problems } = groupRows(readCsvTable(text, POINTS_COLUMNS), options);
	const notes: Problem[] = [];
	const tracings = groups.flatMap((g) => readGroup(g, problems, notes));
	return { tracings, problems: problems.sort((a, b) => (a.line ?? 0) - (b.line ?? 0)), notes };
}

const quote = (value: string): string => (/[",\n\r]/.test(value) ? `"${value.replaceAll('"', '""')}"` : value);

/** Writes a points CSV with CRLF line ends (RFC 4180), coordinates to 0.001 mm. */
export function writePointsCsv(tracings: readonly Tracing[]): string {
	const lines = [[...POINTS_COLUMNS, 'operator', 'source'].join(',')];
	for (const t of tracings)
		for (const [x, y] of curvePoints(t.curve))
			lines.push(
				[t.visitedOn, t.station, t.repeat, writeMm(x), writeMm(y), quote(t.operator ?? ''), quote(t.source ?? '')].join(
					','
				)
			);
	return lines.join('\r\n') + '\r\n';
}
