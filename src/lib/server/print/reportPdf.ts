import { curvePoints, type Curve } from '../../../core/curve/index.js';
import { daysBetween } from '../../../core/units/index.js';
import { onScale } from '../../../words/index.js';
import {
	ALARM,
	checkRule,
	INK,
	line,
	PALE,
	path,
	printedDocument,
	textWidth,
	words,
	type PrintedDocument,
	type PrintedPage
} from './page.js';
import { REPORT_PAPERS, type HistoryPoint, type PrintedReport, type ReportBlock } from './reportBlocks.js';

const MARGIN_MM = 16;
const FOOT_MM = 16;
const TEXT_MM = 3.7;
const LEADING = 1.35;
const GAP_MM = 2.4;
const KEPT_LINES = 5;
/** A cut on an overlay is drawn within this. */
const OVERLAY = { widthMm: 56, heightMm: 24 };
const HISTORY = { heightMm: 52, leftMm: 14 };
const PHOTO_MM = 84;
/** From the top of the back to where a panel ends: what of a cut is printed at its true size. */
const TRUE_SIZE = { deepMm: 150, roomMm: 34 };

/** Where the next thing goes: begins a page when one is full. */
interface Flow {
	readonly document: PrintedDocument;
	readonly report: PrintedReport;
	page: PrintedPage;
	y: number;
	pages: number;
}

function addPage(flow: Flow): void {
	const [widthMm, heightMm] = REPORT_PAPERS[flow.report.paper];
	flow.page = flow.document.addPage(widthMm, heightMm);
	flow.pages++;
	flow.y = heightMm - MARGIN_MM;
	const foot = `${flow.report.foot} · ${flow.pages}`;
	words(flow.page, MARGIN_MM, 9, foot, 2.8, PALE);
}

const innerMm = (flow: Flow): number => flow.page.widthMm - 2 * MARGIN_MM;

function need(flow: Flow, mm: number): void {
	if (flow.y - mm < FOOT_MM) addPage(flow);
}

/** Words in lines no wider than `widthMm`; a word that is wider by itself is cut. */
export function wrapped(text: string, widthMm: number, width: (text: string) => number): string[] {
	const lines: string[] = [];
	let current = '';
	for (const given of text.split(/\s+/).filter(Boolean)) {
		let word = given;
		if (current && width(`${current} ${word}`) <= widthMm) {
			current = `${current} ${word}`;
			continue;
		}
		if (current) lines.push(current);
		while (width(word) > widthMm && word.length > 1) {
			let n = word.length - 1;
			while (n > 1 && width(word.slice(0, n)) > widthMm) n--;
			lines.push(word.slice(0, n));
			word = word.slice(n);
		}
		current = word;
	}
	return current ? [...lines, current] : lines;
}

function paragraph(flow: Flow, text: string, sizeMm: number, color = INK, indentMm = 0): void {
	const lines = wrapped(text, innerMm(flow) - indentMm, (t) => textWidth(flow.page, t, sizeMm));
	// A short paragraph is not torn between two pages, a long one not after its first line.
	need(flow, (lines.length <= KEPT_LINES ? lines.length : 2) * sizeMm * LEADING);
	for (const l of lines) {
		need(flow, sizeMm * LEADING);
		flow.y -= sizeMm * LEADING;
		words(flow.page, MARGIN_MM + indentMm, flow.y, l, sizeMm, color);
	}
}

function table(flow: Flow, { head, rows, widths }: Extract<ReportBlock, { kind: 'table' }>): void {
	const sum = widths.reduce((a, b) => a + b, 0);
	const full = innerMm(flow);
	const xs = widths.map((_, i) => MARGIN_MM + (full * widths.slice(0, i).reduce((a, b) => a + b, 0)) / sum);
	const size = 3.3;
	const row = (cells: readonly string[], color = INK): void => {
		const lines = cells.map((c, i) =>
			wrapped(c, (full * (widths[i] ?? 1)) / sum - 2, (t) => textWidth(flow.page, t, size))
		);
		const high = Math.max(1, ...lines.map((l) => l.length)) * size * LEADING;
		need(flow, high + 1);
		lines.forEach((cell, i) =>
			cell.forEach((l, n) => words(flow.page, xs[i] as number, flow.y - size * LEADING * (n + 1), l, size, color))
		);
		flow.y -= high + 1;
		line(flow.page, MARGIN_MM, flow.y, MARGIN_MM + full, flow.y, 0.1, PALE);
	};
	row(head, PALE);
	for (const r of rows) row(r);
}

const svg = (curve: Curve, scale: number): string =>
	curvePoints(curve)
		.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${(x * scale).toFixed(2)} ${(-y * scale).toFixed(2)}`)
		.join('');

function overlay(flow: Flow, { cuts }: Extract<ReportBlock, { kind: 'overlay' }>): void {
	const each = innerMm(flow) / 3;
	for (let i = 0; i < cuts.length; i += 3) {
		need(flow, OVERLAY.heightMm + 16);
		cuts.slice(i, i + 3).forEach((cut, n) => {
			const middle = MARGIN_MM + each * (n + 0.5);
			words(flow.page, middle - 3, flow.y - 4, cut.station, 4);
			const curves = [cut.then, cut.now].filter((c) => c !== undefined);
			const widest = Math.max(1, ...curves.flatMap((c) => curvePoints(c).map(([x]) => Math.abs(x))));
			const deepest = Math.max(1, ...curves.flatMap((c) => curvePoints(c).map(([, y]) => -y)));
			const scale = Math.min(OVERLAY.widthMm / 2 / widest, OVERLAY.heightMm / deepest);
			if (cut.then) path(flow.page, svg(cut.then, scale), middle, flow.y - 7, 0.2);
			if (cut.now) path(flow.page, svg(cut.now, scale), middle, flow.y - 7, 0.6);
			words(flow.page, middle - each / 2 + 2, flow.y - OVERLAY.heightMm - 10, `near ${cut.near}`, 3);
			words(flow.page, middle - each / 2 + 2, flow.y - OVERLAY.heightMm - 14, `off ${cut.off}`, 3);
		});
		flow.y -= OVERLAY.heightMm + 16;
	}
}

function strip(flow: Flow, { box, parts }: Extract<ReportBlock, { kind: 'strip' }>): void {
	const [x0, y0, w, h] = box;
	const scale = innerMm(flow) / w;
	need(flow, h * scale + 4);
	const top = flow.y - 2;
	for (const part of parts) {
		path(flow.page, part.d, MARGIN_MM - x0 * scale, top + y0 * scale, 0.25, scale);
		const [x, y] = [MARGIN_MM + (part.at[0] - x0) * scale, top - (part.at[1] - y0) * scale];
		for (let n = 0; n < Math.min(5, part.strokes); n++)
			line(flow.page, x - 3 + 1.4 * n, y - 1.8, x - 3 + 1.4 * n, y + 1.8, 0.5);
		if (part.figure) words(flow.page, x - 4, y + (part.strokes > 0 ? 2.4 : -1), part.figure, 2.8);
	}
	flow.y = top - h * scale - 2;
}

function history(flow: Flow, { points, marks, scale }: Extract<ReportBlock, { kind: 'history' }>): void {
	const [first, last] = [points[0], points[points.length - 1]];
	if (!first || !last) return;
	need(flow, HISTORY.heightMm + 8);
	const bottom = flow.y - HISTORY.heightMm;
	const values = points.flatMap((p) => [p.near, p.off].flatMap((s) => (s ? [s[0] - s[1], s[0] + s[1]] : [])));
	const [low, high] = [Math.min(-6, ...values), Math.max(6, ...values)];
	const span = Math.max(1, daysBetween(first.on, last.on));
	const left = MARGIN_MM + HISTORY.leftMm;
	const wide = innerMm(flow) - HISTORY.leftMm - 4;
	const x = (on: string): number => left + (wide * Math.max(0, daysBetween(first.on, on))) / span;
	const y = (mm: number): number => bottom + 4 + ((HISTORY.heightMm - 8) * (mm - low)) / (high - low);
	const tickMm = scale.step * scale.per;
	for (let n = Math.ceil(low / tickMm); n * tickMm <= high; n++) {
		const mm = n * tickMm;
		line(flow.page, left, y(mm), left + wide, y(mm), n === 0 ? 0.3 : 0.1, PALE);
		words(flow.page, MARGIN_MM, y(mm) - 1, `${n > 0 ? '+' : ''}${onScale(mm, scale)}`, 2.8, PALE);
	}
	for (const on of marks.filter((m) => m >= first.on && m <= last.on)) {
		line(flow.page, x(on), bottom + 2, x(on), bottom + HISTORY.heightMm - 2, 0.6);
		words(flow.page, x(on) + 1, bottom + HISTORY.heightMm - 4, 'fit mark', 2.6, PALE);
	}
	const side = (of: (p: HistoryPoint) => HistoryPoint['near'], wideMm: number): void => {
		const known = points.flatMap((p) => {
			const v = of(p);
			return v ? [{ x: x(p.on), v }] : [];
		});
		known.forEach(({ x: at, v: [mm, by] }, i) => {
			line(flow.page, at, y(mm - by), at, y(mm + by), 0.12, PALE);
			const next = known[i + 1];
			if (next) line(flow.page, at, y(mm), next.x, y(next.v[0]), wideMm);
		});
	};
	side((p) => p.near, 0.6);
	side((p) => p.off, 0.25);
	words(flow.page, left, bottom - 2, `${first.on} to ${last.on}; near thick, off thin; bars hold 95 in 100`, 2.8, PALE);
	flow.y = bottom - 5;
}

/** One half of a cut at its true size, which goes on any paper; the page lies across. */
function trueSizeHalf(flow: Flow, title: string, curve: Curve, side: 'near' | 'off'): void {
	const [shortMm, longMm] = REPORT_PAPERS[flow.report.paper];
	const p = flow.document.addPage(longMm, shortMm);
	flow.pages++;
	const half = curvePoints(curve).filter(([x, y]) => (side === 'near' ? x <= 0 : x >= 0) && y >= -TRUE_SIZE.deepMm);
	const apexX = side === 'near' ? longMm - MARGIN_MM : MARGIN_MM;
	const top = shortMm - MARGIN_MM - 8;
	const d = half.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(2)} ${(-y).toFixed(2)}`).join('');
	path(p, d, apexX, top, 0.4);
	line(p, apexX, top - 8, apexX, top + 6, 0.3);
	for (const deep of [60, 120]) line(p, MARGIN_MM, top - deep, longMm - MARGIN_MM, top - deep, 0.12, PALE);
	words(p, MARGIN_MM, shortMm - MARGIN_MM, `${title}, ${side} side, true size`, 4.5);
	const aside = side === 'near' ? MARGIN_MM : longMm - MARGIN_MM - 110;
	checkRule(p, aside, 18);
	words(p, MARGIN_MM, 6, `${flow.report.foot} · ${flow.pages}`, 2.8, PALE);
}

async function photos(flow: Flow, { photos: all }: Extract<ReportBlock, { kind: 'photos' }>): Promise<void> {
	for (let i = 0; i < all.length; i += 2) {
		const pair = await Promise.all(
			all.slice(i, i + 2).map(async (p) => ({ ...p, picture: await flow.document.picture(p.jpeg) }))
		);
		const high = Math.max(...pair.map((p) => p.picture.highMm(PHOTO_MM)));
		need(flow, high + 8);
		pair.forEach((p, n) => {
			const x = MARGIN_MM + n * (PHOTO_MM + 6);
			p.picture.draw(flow.page, x, flow.y - p.picture.highMm(PHOTO_MM), PHOTO_MM);
			words(flow.page, x, flow.y - high - 4.5, p.caption, 3);
		});
		flow.y -= high + 8;
	}
}

async function draw(flow: Flow, block: ReportBlock): Promise<void> {
	switch (block.kind) {
		case 'heading':
			need(flow, 24);
			flow.y -= 3;
			paragraph(flow, block.text, 5);
			flow.y -= 1;
			return;
		case 'verdict':
			paragraph(flow, block.word, 9, block.alarming ? ALARM : INK);
			paragraph(flow, block.beside, TEXT_MM, PALE);
			return;
		case 'line':
			paragraph(flow, block.text, block.strong ? 4.1 : block.quiet ? 3.2 : TEXT_MM, block.quiet ? PALE : INK);
			return;
		case 'table':
			return table(flow, block);
		case 'overlay':
			return overlay(flow, block);
		case 'strip':
			return strip(flow, block);
		case 'history':
			return history(flow, block);
		case 'photos':
			return photos(flow, block);
		case 'true-size':
			trueSizeHalf(flow, block.title, block.curve, 'near');
			trueSizeHalf(flow, block.title, block.curve, 'off');
			return;
	}
}

/** A report as a PDF: text and drawings flow over pages of the paper asked for; cuts at their true size have pages of their own. */
export async function reportPdf(report: PrintedReport): Promise<Uint8Array> {
	const document = await printedDocument(report.title);
	const flow = { document, report, y: 0, pages: 0 } as unknown as Flow;
	addPage(flow);
	paragraph(flow, report.title, 7);
	flow.y -= 1;
	const [flat, across] = [
		report.blocks.filter((b) => b.kind !== 'true-size'),
		report.blocks.filter((b) => b.kind === 'true-size')
	];
	for (const block of [...flat, ...across]) {
		await draw(flow, block);
		flow.y -= GAP_MM;
	}
	return document.save();
}
