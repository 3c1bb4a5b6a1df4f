import { CoreError, type Problem } from '../errors/index.js';
import type { Tracing } from '../curve/index.js';
import type { DrawnUnit } from '../units/index.js';
import { readDxf } from './dxf.js';
import { readHorseArchive } from './horseArchive.js';
import { readPointsCsv } from './pointsCsv.js';
import { isPointList, readPointList } from './pointList.js';
import { readSvg, type SvgLine } from './svgPath.js';
import type { ReadOptions } from './tracingGroups.js';
import { readWidthsCsv } from './widthsCsv.js';

export type FileKind = 'points-csv' | 'widths-csv' | 'svg' | 'dxf' | 'point-list' | 'archive';

/** What a file held: dated tracings, or lines that still need a day and a station. */
export interface FileReport {
	readonly kind: FileKind;
	readonly tracings: readonly Tracing[];
	readonly lines: readonly SvgLine[];
	readonly problems: readonly Problem[];
	readonly notes: readonly Problem[];
}

const NOTHING = { tracings: [], lines: [], problems: [], notes: [] } as const;

/** The tracings of an archive; what else it holds is named, because it is not taken in. */
function readArchived(text: string): Pick<FileReport, 'tracings' | 'notes'> {
	const { horse, fitMarks, tracings } = readHorseArchive(text);
	const left = [
		...(fitMarks.length > 0 ? [`${fitMarks.length} fit mark${fitMarks.length === 1 ? '' : 's'}`] : []),
		...(horse.bornYear ? ['year of birth'] : []),
		...(horse.notes ? ['description'] : [])
	];
	return { tracings, notes: left.length > 0 ? [{ code: 'archive-left', data: { what: left.join(', ') } }] : [] };
}

/** Reads any file of tracings by what it holds, not by its name. Throws a CoreError when nothing can be read. */
export function readTracingFile(text: string, options: ReadOptions = {}): FileReport {
	const start = text.replace(/^\uFEFF/, '').trimStart();
	if (start.startsWith('<')) return { ...NOTHING, kind: 'svg', ...readSvg(text) };
	if (start.startsWith('{')) return { ...NOTHING, kind: 'archive', ...readArchived(start) };
	if (/^\s*(0|999)\s*[\r\n]/.test(start)) return { ...NOTHING, kind: 'dxf', ...readDxf(text) };
	// eslint-disable-next-line no-control-regex
	if (/[\x00-\x08]/.test(start.slice(0, 4096)) || start.startsWith('%PDF')) throw new CoreError('unknown-kind');
	if (isPointList(start)) return { ...NOTHING, kind: 'point-list', ...readPointList(text, options) };
	const header = (start.split(/\r?\n/, 1)[0] ?? '').toLowerCase();
	return header.includes('depth_mm')
		? { ...NOTHING, kind: 'widths-csv', ...readWidthsCsv(text, options) }
		: { ...NOTHING, kind: 'points-csv', ...readPointsCsv(text, options) };
}

/** The unit that lines look drawn in, where any of them was refused for looking drawn in another than mm. */
export function unitAsked(problems: readonly Problem[]): DrawnUnit | undefined {
	const odd = problems.find((p) => p.code === 'looks-like-other-unit');
	return odd && (odd.data['unit'] === 'inch' ? 'inch' : 'cm');
}
