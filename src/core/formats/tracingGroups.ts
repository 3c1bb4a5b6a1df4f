import type { Tracing } from '../curve/index.js';
import { CoreError, problemOf, type Problem } from '../errors/index.js';
import { MM_PER, parseDay, type DrawnUnit } from '../units/index.js';
import { cellOf, type CsvRow } from './csvTable.js';
import { parseRepeat, parseStation } from './station.js';

/** What was read and what was not: tracings that can be kept, and problems by line. */
export interface ReadReport {
	readonly tracings: readonly Tracing[];
	readonly problems: readonly Problem[];
	/** Things noticed that do not stop a tracing from being kept. */
	readonly notes: readonly Problem[];
}

export interface TracingKey {
	readonly visitedOn: string;
	readonly station: string;
	readonly repeat: number;
}

export interface RowGroup {
	readonly key: TracingKey;
	readonly rows: readonly CsvRow[];
}

export interface ReadOptions {
	/** The present day: a visit later than this is refused. Absent: any day is read. */
	readonly today?: string;
	/** In which the file's lengths stand, whatever its columns are called; mm where nobody said otherwise. */
	readonly unit?: DrawnUnit | undefined;
}
export const mmPerUnit = ({ unit = 'mm' }: ReadOptions): number => MM_PER[unit];

function keyOf(row: CsvRow, options: ReadOptions): TracingKey {
	const visitedOn = parseDay(cellOf(row, 'visited_on'));
	if (options.today && visitedOn > options.today) throw new CoreError('future-date', { value: visitedOn });
	return {
		visitedOn,
		station: parseStation(cellOf(row, 'station')),
		repeat: parseRepeat(cellOf(row, 'repeat'))
	};
}

/** Rows of one tracing carry the same three cells: each combination is read once. */
function remembered(read: (row: CsvRow) => TracingKey): (row: CsvRow) => TracingKey {
	const known = new Map<string, TracingKey>();
	return (row) => {
		const cells = KEY_COLUMNS.map((name) => cellOf(row, name)).join('\n');
		const key = known.get(cells) ?? read(row);
		known.set(cells, key);
		return key;
	};
}

const KEY_COLUMNS = ['repeat', 'station', 'visited_on'] as const;
const sameTracing = (a: CsvRow, b: CsvRow): boolean => KEY_COLUMNS.every((name) => cellOf(a, name) === cellOf(b, name));

/**
 * Gathers rows into tracings by visit, station and repeat. A tracing whose rows stop and come again
 * later was numbered twice: `doubled-repeat`, and neither run is kept. A row that cannot be read
 * spoils its own tracing only.
 */
export function groupRows(rows: readonly CsvRow[], options: ReadOptions): { groups: RowGroup[]; problems: Problem[] } {
	const groups = new Map<string, { key: TracingKey; rows: CsvRow[] }>();
	const doubled = new Map<string, number>();
	const problems: Problem[] = [];
	let lastName = '';
	let last: { readonly row: CsvRow; readonly group: { rows: CsvRow[] } } | undefined;
	const keyOfRow = remembered((row) => keyOf(row, options));
	rows.forEach((row) => {
		// Most rows go on with the tracing of the row before.
		if (last && sameTracing(row, last.row)) {
			last.group.rows.push(row);
			return;
		}
		last = undefined;
		try {
			const key = keyOfRow(row);
			const name = `${key.visitedOn} ${key.station} ${key.repeat}`;
			const group = groups.get(name);
			if (group && lastName !== name && !doubled.has(name)) doubled.set(name, row.line);
			const own = group ?? { key, rows: [] };
			own.rows.push(row);
			if (!group) groups.set(name, own);
			last = { row, group: own };
			lastName = name;
		} catch (error) {
			problems.push(problemOf(error, row.line));
		}
	});
	for (const [name, line] of doubled) {
		const key = groups.get(name)?.key as TracingKey;
		problems.push({
			code: 'doubled-repeat',
			line,
			data: { station: key.station, repeat: key.repeat, day: key.visitedOn }
		});
		groups.delete(name);
	}
	return { groups: [...groups.values()], problems };
}
