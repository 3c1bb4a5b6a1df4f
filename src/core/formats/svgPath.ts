import { XMLParser } from 'fast-xml-parser';
import svgpath from 'svgpath';
import { cleanCurve, MAX_POINTS, type Curve, type Tracing } from '../curve/index.js';
import { CoreError, problemOf, type Problem } from '../errors/index.js';
import { MM_PER_INCH } from '../units/index.js';

/** A line found in a drawing; station and repeat where the file says them (our own files do). */
export interface SvgLine {
	readonly curve: Curve;
	readonly station?: string;
	readonly repeat?: number;
	readonly name?: string;
}

const MAX_SVG_CHARACTERS = 5_000_000;
const MAX_PATHS = 200;
/** A line of as many points as are read is never written longer than this. */
const MAX_PATH_CHARACTERS = 600_000;
/** Points along one curved piece; a piece is rarely longer than 100 mm. */
const PIECES = 24;
const MM_PER_UNIT: Readonly<Record<string, number>> = { mm: 1, cm: 10, in: MM_PER_INCH };

interface PathNode {
	readonly d: string;
	readonly transforms: readonly string[];
	readonly attributes: Readonly<Record<string, string>>;
}

type XmlNode = Readonly<Record<string, unknown>>;

function isNode(value: unknown): value is XmlNode {
	return typeof value === 'object' && value !== null;
}

function attributesOf(node: XmlNode): Record<string, string> {
	return Object.fromEntries(
		Object.entries(node).flatMap(([k, v]) => (k.startsWith('@') ? [[k.slice(1), String(v)]] : []))
	);
}

function findPaths(node: XmlNode, transforms: readonly string[], found: PathNode[]): void {
	for (const [tag, value] of Object.entries(node)) {
		if (tag.startsWith('@') || tag === 'defs' || tag === 'clipPath') continue;
		for (const child of Array.isArray(value) ? value : [value]) {
			if (!isNode(child)) continue;
			const attributes = attributesOf(child);
			const own = attributes['transform'];
			const inner = own ? [...transforms, own] : transforms;
			if (tag === 'path' && attributes['d']) found.push({ d: attributes['d'], transforms: inner, attributes });
			else findPaths(child, inner, found);
			if (found.length > MAX_PATHS) throw new CoreError('too-many-paths', { limit: MAX_PATHS });
		}
	}
}

function mmPerUserUnit(svg: Readonly<Record<string, string>>): number {
	const box = (svg['viewBox'] ?? '')
		.trim()
		.split(/[\s,]+/)
		.map(Number);
	const size = /^([\d.]+)(mm|cm|in)$/.exec((svg['width'] ?? '').trim());
	if (!size) {
		if (box.length !== 4) throw new CoreError('svg-no-scale');
		return 1;
	}
	const widthMm = Number(size[1]) * (MM_PER_UNIT[size[2] as string] as number);
	const scale = box.length === 4 ? widthMm / (box[2] as number) : (MM_PER_UNIT[size[2] as string] as number);
	if (!(scale > 0 && scale < 1000)) throw new CoreError('svg-no-scale');
	return scale;
}

function cubicPoints(p: readonly [number, number][], out: [number, number][]): void {
	const [a, b, c, d] = p as readonly [[number, number], [number, number], [number, number], [number, number]];
	for (let k = 1; k <= PIECES; k++) {
		const t = k / PIECES;
		const u = 1 - t;
		const at = (i: 0 | 1) => u ** 3 * a[i] + 3 * u * u * t * b[i] + 3 * u * t * t * c[i] + t ** 3 * d[i];
		out.push([at(0), at(1)]);
	}
}

const tooMany = (count: number) => new CoreError('too-many-points', { count: Math.round(count), limit: MAX_POINTS });

/** Path data (any transforms) as points in user units; curves are cut into short straight pieces. */
function flatten(path: PathNode): [number, number][] {
	if (path.d.length > MAX_PATH_CHARACTERS) throw tooMany(path.d.length / 12);
	const points: [number, number][] = [];
	let parsed = svgpath(path.d);
	for (const t of [...path.transforms].reverse()) parsed = parsed.transform(t);
	parsed
		.abs()
		.unshort()
		.unarc()
		.iterate((segment, _i, x, y) => {
			if (points.length > MAX_POINTS) return;
			const [kind, ...n] = segment as [string, ...number[]];
			const from: [number, number] = [x, y];
			const pair = (i: number): [number, number] => [n[i] as number, n[i + 1] as number];
			if (kind === 'M' || kind === 'L') points.push(pair(0));
			else if (kind === 'H') points.push([n[0] as number, y]);
			else if (kind === 'V') points.push([x, n[0] as number]);
			else if (kind === 'C') cubicPoints([from, pair(0), pair(2), pair(4)], points);
			else if (kind === 'Q') {
				const [q, to] = [pair(0), pair(2)];
				const third = (e: [number, number]): [number, number] => [
					e[0] + (2 / 3) * (q[0] - e[0]),
					e[1] + (2 / 3) * (q[1] - e[1])
				];
				cubicPoints([from, third(from), third(to), to], points);
			}
		});
	if (points.length > MAX_POINTS) throw tooMany(points.length);
	if (points.length === 0) throw new CoreError('svg-bad-path');
	return points;
}

const MOST_ELEMENTS = 20_000;

/** A drawing of so many elements is no outline; the parser would take its time over every one. */
function mustBeShallow(text: string): void {
	let elements = 0;
	for (let i = text.indexOf('<'); i >= 0; i = text.indexOf('<', i + 1))
		if (++elements > MOST_ELEMENTS) throw new CoreError('too-many-paths', { limit: MAX_PATHS });
}

/** Reads every path of an SVG drawing as a line in mm, y turned up. Throws `not-svg`, `svg-no-scale`, `svg-no-path`. */
export function readSvg(text: string): { lines: SvgLine[]; problems: Problem[] } {
	if (text.length > MAX_SVG_CHARACTERS) throw new CoreError('too-large', { limitMb: 5 });
	mustBeShallow(text);
	let root: unknown;
	try {
		root = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '@', processEntities: false }).parse(text);
	} catch {
		throw new CoreError('not-svg');
	}
	const svg = isNode(root) ? root['svg'] : undefined;
	if (!isNode(svg)) throw new CoreError('not-svg');
	const scale = mmPerUserUnit(attributesOf(svg));
	const found: PathNode[] = [];
	findPaths({ svg }, [], found);
	if (found.length === 0) throw new CoreError('svg-no-path');
	const lines: SvgLine[] = [];
	const problems: Problem[] = [];
	found.forEach((path, i) => {
		try {
			const { id, 'data-station': station, 'data-repeat': repeat } = path.attributes;
			const { curve } = cleanCurve(
				flatten(path).map(([x, y]) => [x * scale, 0 - y * scale] as const),
				station
			);
			lines.push({
				curve,
				...(station ? { station } : {}),
				...(repeat && /^\d{1,2}$/.test(repeat) ? { repeat: Number(repeat) } : {}),
				...(id ? { name: id.slice(0, 60) } : {})
			});
		} catch (error) {
			const problem = problemOf(error);
			problems.push({ ...problem, data: { ...problem.data, path: i + 1 } });
		}
	});
	return { lines, problems };
}

const MARGIN_MM = 10;
const f = (mm: number): string => String(Math.round(mm * 1000) / 1000);

/** Writes tracings as an SVG at 1:1 in mm, each path carrying its station and repeat. Linear in the points. */
export function writeSvg(tracings: readonly Tracing[]): string {
	let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
	const paths = tracings.map(({ curve: { xMm, yMm }, station, repeat }) => {
		let d = '';
		for (let i = 0; i < xMm.length; i++) {
			const [x, y] = [xMm[i] as number, 0 - (yMm[i] as number)];
			[left, right, top, bottom] = [Math.min(left, x), Math.max(right, x), Math.min(top, y), Math.max(bottom, y)];
			d += `${i ? 'L' : 'M'}${f(x)} ${f(y)}`;
		}
		return `<path d="${d}" data-station="${station}" data-repeat="${repeat}" fill="none" stroke="#000" stroke-width="0.4"/>`;
	});
	const [w, h] = [right - left + 2 * MARGIN_MM, bottom - top + 2 * MARGIN_MM];
	return `<svg xmlns="http://www.w3.org/2000/svg" width="${f(w)}mm" height="${f(h)}mm" viewBox="${f(left - MARGIN_MM)} ${f(top - MARGIN_MM)} ${f(w)} ${f(h)}">\n${paths.join('\n')}\n</svg>\n`;
}
