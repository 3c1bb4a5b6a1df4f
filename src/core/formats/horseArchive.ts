import { curvePoints, type Tracing } from '../curve/index.js';
import { cleanCurve } from '../curve/index.js';
import { CoreError } from '../errors/index.js';
import { parseDay } from '../units/index.js';
import { parseRepeat, parseStation } from './station.js';

export const ARCHIVE_FORMAT = 'zone-tally-horse';
export const ARCHIVE_VERSION = 1;

export interface ArchivedFitMark {
	readonly saddle: string;
	readonly fittedOn: string;
	readonly fittedBy: string;
	readonly school: 'close' | 'roomy';
}

/** One horse's record as plain JSON: who it is, every tracing as drawn, and its fit marks. */
export interface HorseArchive {
	readonly horse: { readonly name: string; readonly bornYear?: number; readonly notes?: string };
	readonly tracings: readonly Tracing[];
	readonly fitMarks: readonly ArchivedFitMark[];
}

export function writeHorseArchive(archive: HorseArchive): string {
	const body = {
		format: ARCHIVE_FORMAT,
		version: ARCHIVE_VERSION,
		horse: archive.horse,
		fitMarks: archive.fitMarks,
		tracings: archive.tracings.map(({ curve, ...t }) => ({ ...t, points_mm: curvePoints(curve) }))
	};
	return JSON.stringify(body, null, 1);
}

type Fields = Readonly<Record<string, unknown>>;
const isFields = (v: unknown): v is Fields => typeof v === 'object' && v !== null && !Array.isArray(v);
const textOf = (v: unknown): string | undefined => (typeof v === 'string' && v !== '' ? v.slice(0, 200) : undefined);

function listOf(body: Fields, name: string): Fields[] {
	const list = body[name];
	if (!Array.isArray(list) || list.length > 20_000 || !list.every(isFields))
		throw new CoreError('archive-broken', { part: name });
	return list;
}

function readTracing(t: Fields, i: number): Tracing {
	const points = t['points_mm'];
	const isPair = (p: unknown): p is [number, number] =>
		Array.isArray(p) && p.length === 2 && p.every((v) => typeof v === 'number');
	if (!Array.isArray(points) || !points.every(isPair))
		throw new CoreError('archive-broken', { part: `tracings[${i}].points_mm` });
	const id = textOf(t['id']);
	const operator = textOf(t['operator']);
	const source = textOf(t['source']);
	const quality = t['quality'];
	const station = parseStation(String(t['station']));
	return {
		visitedOn: parseDay(String(t['visitedOn'])),
		station,
		repeat: parseRepeat(String(t['repeat'])),
		curve: cleanCurve(points, station).curve,
		...(id ? { id } : {}),
		...(operator ? { operator } : {}),
		...(source ? { source } : {}),
		...(typeof quality === 'number' && quality >= 0 && quality <= 1 ? { quality } : {})
	};
}

function readFitMark(m: Fields): ArchivedFitMark {
	return {
		saddle: textOf(m['saddle']) ?? 'saddle',
		fittedOn: parseDay(String(m['fittedOn'])),
		fittedBy: textOf(m['fittedBy']) ?? '',
		school: m['school'] === 'roomy' ? 'roomy' : 'close'
	};
}

/** Reads an archive back. Throws `not-archive`, `archive-newer`, `archive-broken`, or what a curve throws. */
export function readHorseArchive(text: string): HorseArchive {
	let body: unknown;
	try {
		body = JSON.parse(text);
	} catch {
		throw new CoreError('not-archive');
	}
	if (!isFields(body) || body['format'] !== ARCHIVE_FORMAT) throw new CoreError('not-archive');
	if (body['version'] !== ARCHIVE_VERSION) throw new CoreError('archive-newer', { version: String(body['version']) });
	const horse = body['horse'];
	const name = isFields(horse) ? textOf(horse['name']) : undefined;
	if (!isFields(horse) || !name) throw new CoreError('archive-broken', { part: 'horse' });
	const bornYear = horse['bornYear'];
	const notes = textOf(horse['notes']);
	return {
		horse: { name, ...(typeof bornYear === 'number' ? { bornYear } : {}), ...(notes ? { notes } : {}) },
		tracings: listOf(body, 'tracings').map(readTracing),
		fitMarks: listOf(body, 'fitMarks').map(readFitMark)
	};
}
