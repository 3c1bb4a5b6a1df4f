import { cleanCurve, curvePoints, type Tracing } from '../curve/index.js';
import { CoreError, problemOf, type Problem } from '../errors/index.js';
import type { SvgLine } from './svgPath.js';

/** One group of a DXF file: its code and its value, each on a line of its own. */
type Group = readonly [code: number, value: string];

const MAX_DXF_CHARACTERS = 20_000_000;
const MAX_LINES = 200;

const text = (groups: readonly Group[]): string =>
	groups.map(([code, value]) => `${code}\r\n${value}`).join('\r\n') + '\r\n';
const mm = (v: number): string => v.toFixed(3);

/** Letters that a layer's name may hold in R12. */
const layerName = (station: string, repeat: number): string =>
	`${station}_${repeat}`.replace(/[^A-Za-z0-9_$-]/g, '_').toUpperCase();

function polyline(t: Tracing): Group[] {
	const layer = layerName(t.station, t.repeat);
	const points = curvePoints(t.curve).flatMap(([x, y]): Group[] => [
		[0, 'VERTEX'],
		[8, layer],
		[10, mm(x)],
		[20, mm(y)],
		[30, '0.0']
	]);
	const head: Group[] = [
		[0, 'POLYLINE'],
		[8, layer],
		[66, '1'],
		[10, '0.0'],
		[20, '0.0'],
		[30, '0.0'],
		[70, '0']
	];
	return [...head, ...points, [0, 'SEQEND'], [8, layer]];
}

/**
 * Tracings as DXF R12 polylines, one drawing unit a millimetre, a layer for each station and repeat.
 * R12 knows no units of its own: $MEASUREMENT 1 says metric, and a comment says mm.
 */
export function writeDxf(tracings: readonly Tracing[]): string {
	const header: Group[] = [
		[999, 'units: millimetres'],
		[0, 'SECTION'],
		[2, 'HEADER'],
		[9, '$ACADVER'],
		[1, 'AC1009'],
		[9, '$MEASUREMENT'],
		[70, '1'],
		[0, 'ENDSEC']
	];
	const entities: Group[] = [[0, 'SECTION'], [2, 'ENTITIES'], ...tracings.flatMap(polyline), [0, 'ENDSEC'], [0, 'EOF']];
	return text([...header, ...entities]);
}

function groupsOf(source: string): Group[] {
	if (source.length > MAX_DXF_CHARACTERS) throw new CoreError('too-large', { limitMb: 20 });
	const lines = source.split(/\r\n|\r|\n/);
	const groups: Group[] = [];
	for (let i = 0; i + 1 < lines.length; i += 2) {
		const code = Number((lines[i] as string).trim());
		if (!Number.isInteger(code)) throw new CoreError('not-dxf');
		groups.push([code, (lines[i + 1] as string).trim()]);
	}
	return groups;
}

/** mm a drawing unit, by $INSUNITS where a file has it: 1 inch, 4 mm, 5 cm, 6 m. */
const MM_PER_UNIT: Readonly<Record<string, number>> = { '0': 1, '1': 25.4, '4': 1, '5': 10, '6': 1000 };

function unitOf(groups: readonly Group[]): number {
	const at = groups.findIndex(([code, value]) => code === 9 && value === '$INSUNITS');
	const value = at < 0 ? '4' : (groups[at + 1]?.[1] ?? '4');
	const found = MM_PER_UNIT[value];
	if (found === undefined) throw new CoreError('dxf-unit', { unit: value });
	return found;
}

interface RawLine {
	readonly layer: string;
	readonly points: [number, number][];
}

/** Polylines of either kind with their layer. */
function rawLines(groups: readonly Group[], unit: number): RawLine[] {
	const found: RawLine[] = [];
	let kind = '';
	let line: RawLine | undefined;
	let x: number | undefined;
	for (const [code, value] of groups) {
		if (code === 0) {
			kind = value;
			if (kind === 'POLYLINE' || kind === 'LWPOLYLINE') found.push((line = { layer: '', points: [] }));
			else if (kind !== 'VERTEX') line = undefined;
			if (found.length > MAX_LINES) throw new CoreError('too-many-paths', { limit: MAX_LINES });
			continue;
		}
		if (!line) continue;
		if (code === 8 && line.layer === '') found[found.length - 1] = line = { ...line, layer: value };
		const holds = kind === 'VERTEX' || kind === 'LWPOLYLINE';
		if (holds && code === 10) x = Number(value) * unit;
		if (holds && code === 20 && x !== undefined) line.points.push([x, Number(value) * unit]);
	}
	return found.filter((l) => l.points.length > 1);
}

/** Lines of a DXF file, in mm; our own layers say station and repeat. Throws `not-dxf`, `svg-no-path`, `dxf-unit`. */
export function readDxf(source: string): { lines: readonly SvgLine[]; problems: readonly Problem[] } {
	const groups = groupsOf(source);
	if (!groups.some(([code, value]) => code === 2 && value === 'ENTITIES')) throw new CoreError('not-dxf');
	const raw = rawLines(groups, unitOf(groups));
	if (raw.length === 0) throw new CoreError('svg-no-path');
	const lines: SvgLine[] = [];
	const problems: Problem[] = [];
	for (const { layer, points } of raw)
		try {
			const named = /^(T(?:[1-9]|1[0-8])|W)_(\d{1,2})$/.exec(layer);
			lines.push({
				curve: cleanCurve(points).curve,
				name: layer,
				...(named ? { station: named[1] as string, repeat: Number(named[2]) } : {})
			});
		} catch (error) {
			problems.push(problemOf(error));
		}
	return { lines, problems };
}
