import { cleanCurve, type Tracing } from '../curve/index.js';
import { CoreError, problemOf, type Problem } from '../errors/index.js';
import { parseStation } from './station.js';
import type { SvgLine } from './svgPath.js';

/** One group of a DXF file: its code and its value, each on a line of its own. */
type Group = readonly [code: number, value: string];

const MAX_DXF_CHARACTERS = 20_000_000;
const MAX_LINES = 200;

const mm = (v: number): string => v.toFixed(3);

/** Letters that a layer's name may hold in R12. */
const layerName = (station: string, repeat: number): string =>
	`${station}_${repeat}`.replace(/[^A-Za-z0-9_$-]/g, '_').toUpperCase();

/** Two lines of the file: a group's code and its value. */
const group = (code: number, value: string): string => `${code}\r\n${value}\r\n`;

function polyline({ station, repeat, curve: { xMm, yMm } }: Tracing): string {
	const layer = layerName(station, repeat);
	let out = `0\r\nPOLYLINE\r\n8\r\n${layer}\r\n66\r\n1\r\n10\r\n0.0\r\n20\r\n0.0\r\n30\r\n0.0\r\n70\r\n0\r\n`;
	const vertex = `0\r\nVERTEX\r\n8\r\n${layer}\r\n10\r\n`;
	for (let i = 0; i < xMm.length; i++)
		out += `${vertex}${mm(xMm[i] as number)}\r\n20\r\n${mm(yMm[i] as number)}\r\n30\r\n0.0\r\n`;
	return `${out}0\r\nSEQEND\r\n8\r\n${layer}\r\n`;
}

/**
 * Tracings as DXF R12 polylines, one drawing unit a millimetre, a layer for each station and repeat. Linear in the points.
 * R12 knows no units of its own: $MEASUREMENT 1 says metric, and a comment says mm.
 */
export function writeDxf(tracings: readonly Tracing[]): string {
	const header = [
		group(999, 'units: millimetres'),
		group(0, 'SECTION'),
		group(2, 'HEADER'),
		group(9, '$ACADVER'),
		group(1, 'AC1009'),
		group(9, '$MEASUREMENT'),
		group(70, '1'),
		group(0, 'ENDSEC'),
		group(0, 'SECTION'),
		group(2, 'ENTITIES')
	];
	return [...header, ...tracings.map(polyline), group(0, 'ENDSEC'), group(0, 'EOF')].join('');
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
			const named = /^(T(?:[1-9]|1[0-8])|W|L100NEAR|L100OFF)_(\d{1,2})$/.exec(layer);
			const station = named ? parseStation(named[1] as string) : undefined;
			lines.push({
				curve: cleanCurve(points, station).curve,
				name: layer,
				...(station ? { station, repeat: Number(named?.[2]) } : {})
			});
		} catch (error) {
			problems.push(problemOf(error));
		}
	return { lines, problems };
}
