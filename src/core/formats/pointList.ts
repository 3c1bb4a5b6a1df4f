import { cleanCurve } from '../curve/index.js';
import { CoreError, problemOf, type Problem } from '../errors/index.js';
import { readNumber } from './numbers.js';
import { parseStation } from './station.js';
import type { SvgLine } from './svgPath.js';
import { mmPerUnit, type ReadOptions } from './tracingGroups.js';

const MAX_CHARACTERS = 20_000_000;
const MAX_LISTS = 200;

interface List {
	readonly line: number;
	readonly name: string;
	readonly points: [number, number][];
}

/** Two numbers of a line, parted by blanks, a tab or a semicolon; nothing else may stand beside them. */
function pointOf(text: string): [number, number] | undefined {
	const [x, y, more] = text.split(/[\s;]+/).map(readNumber);
	return x === undefined || y === undefined || more !== undefined || /[\s;]\S+[\s;]+\S+[\s;]+\S/.test(text)
		? undefined
		: [x, y];
}

/** True for a text whose first line that says anything is two numbers, below lines that begin with `#`. */
export function isPointList(start: string): boolean {
	const first = start
		.slice(0, 4096)
		.split(/\r?\n/)
		.map((l) => l.trim())
		.find((l) => l !== '' && !l.startsWith('#'));
	return first !== undefined && pointOf(first) !== undefined;
}

/**
 * Bare lists of points in mm (or the unit that was said), one a line, as digitising programs write them: an empty line begins another tracing, a
 * line with `#` before it names it (`# T8 2`: station and repeat). Throws `too-large`, `too-many-paths`, `empty-file`.
 */
export function readPointList(
	text: string,
	options: Pick<ReadOptions, 'unit'> = {}
): { lines: readonly SvgLine[]; problems: readonly Problem[] } {
	const mmPer = mmPerUnit(options);
	if (text.length > MAX_CHARACTERS) throw new CoreError('too-large', { limitMb: MAX_CHARACTERS / 1e6 });
	const problems: Problem[] = [];
	const lists: List[] = [];
	let open: List | undefined;
	let name = '';
	text
		.replace(/^\uFEFF/, '')
		.split(/\r?\n/)
		.forEach((raw, i) => {
			const said = raw.trim();
			if (said === '' || said.startsWith('#')) {
				open = undefined;
				name = said === '' ? name : said.slice(1).trim().slice(0, 60);
				return;
			}
			if (!open) {
				if (lists.length >= MAX_LISTS) throw new CoreError('too-many-paths', { limit: MAX_LISTS });
				lists.push((open = { line: i + 1, name, points: [] }));
				name = '';
			}
			const point = pointOf(said);
			if (point) open.points.push([mmPer * point[0], mmPer * point[1]]);
			else if (problems.length < MAX_LISTS)
				problems.push({ code: 'not-a-number', line: i + 1, data: { column: 'x y', value: said.slice(0, 40) } });
		});
	if (lists.length === 0) throw new CoreError('empty-file');
	const spoilt = (list: List, at: number): boolean =>
		problems.some(({ line = 0 }) => line >= list.line && line < (lists[at + 1]?.line ?? Infinity));
	const lines = lists.flatMap((list, at): SvgLine[] => {
		if (spoilt(list, at)) return [];
		try {
			const named = /^(T(?:[1-9]|1[0-8])|W|L100(?:near|off))(?:\D+(\d{1,2}))?$/i.exec(list.name);
			const station = named ? parseStation(named[1] as string) : undefined;
			return [
				{
					curve: cleanCurve(list.points, station).curve,
					...(list.name ? { name: list.name } : {}),
					...(station ? { station, ...(named?.[2] ? { repeat: Number(named[2]) } : {}) } : {})
				}
			];
		} catch (error) {
			problems.push(problemOf(error, list.line));
			return [];
		}
	});
	return { lines, problems };
}
