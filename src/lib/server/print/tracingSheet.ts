import QRCode from 'qrcode';
import { sheetLayout, writeSheetCode, type PrintedSheetName, type SheetCode } from '../../../core/photo/index.js';
import { PRINTED_REPEATS, PRINTED_STATIONS } from '../../../core/photo/index.js';
import { box, checkRule, disc, line, PALE, printedDocument, words, type PrintedPage } from './page.js';

/** Whose sheets they are. */
export interface SheetOwner {
	readonly horseId: string;
	readonly horse: string;
	/** Under this id the visit will be kept when the sheets come back. */
	readonly visitId: string;
}

/** The code as filled squares; its quiet margin is the empty paper around it. */
function drawCode(p: PrintedPage, code: SheetCode): void {
	const { xMm, yMm, wMm } = sheetLayout(code.sheet).code;
	const { modules } = QRCode.create(writeSheetCode(code), { errorCorrectionLevel: 'M' });
	const step = wMm / modules.size;
	for (let row = 0; row < modules.size; row++) {
		// Squares that touch are one bar, so that no light shows between them.
		for (let from = 0; from < modules.size; from++) {
			if (!modules.get(row, from)) continue;
			let to = from;
			while (to < modules.size && modules.get(row, to)) to++;
			box(p, xMm + from * step, p.heightMm - yMm - (row + 1) * step, (to - from) * step, step, true);
			from = to;
		}
	}
}

function drawBoxes(p: PrintedPage, code: SheetCode): void {
	for (const { xMm, yMm, wMm, hMm, stands } of sheetLayout(code.sheet).boxes) {
		const [x, y] = [xMm, p.heightMm - yMm - hMm];
		const ticked = 'station' in stands ? stands.station === code.station : stands.repeat === code.repeat;
		box(p, x, y, wMm, hMm, false);
		if (ticked) box(p, x + 1.2, y + 1.2, wMm - 2.4, hMm - 2.4, true);
		words(p, x + wMm + 2, y + 1.2, 'station' in stands ? stands.station : String(stands.repeat), 4.5);
	}
}

/** One sheet to trace on: marks and code to read it by, ends, up, boxes for station and repeat, check rule. */
export function drawSheet(p: PrintedPage, horse: string, code: SheetCode): void {
	const layout = sheetLayout(code.sheet);
	const up = (yMm: number): number => p.heightMm - yMm;
	for (const [x, y] of layout.marks) disc(p, x, up(y), layout.markRadiusMm);
	const write = (at: readonly [number, number], text: string, sizeMm: number, color?: typeof PALE) =>
		words(p, at[0], up(at[1]), text, sizeMm, color);
	const [foot, head] = layout.arrow;
	line(p, foot[0], up(foot[1]), head[0], up(head[1]), 0.6);
	for (const side of [-3, 3]) line(p, head[0] + side, up(head[1] + 4), head[0], up(head[1]), 0.6);
	write(layout.words.up, 'up', 4);
	write(layout.words.near, 'NEAR (left) end', 5);
	write(layout.words.off, 'OFF (right) end', 5);
	write(layout.words.horse, horse, 5);
	write(layout.words.day, 'Day: ________  by: ________', 4, PALE);
	drawBoxes(p, code);
	drawCode(p, code);
	checkRule(p, layout.rule[0], up(layout.rule[1]));
}

/** The sheets of a visit: three stations by three repeats, and a spare whose boxes are ticked by pen. */
export function sheetCodes(owner: SheetOwner, sheet: PrintedSheetName, tiled: boolean): SheetCode[] {
	const { horseId, visitId } = owner;
	const one = (station: string | undefined, repeat: number | undefined) => ({
		sheet,
		tiled,
		horseId,
		visitId,
		station,
		repeat
	});
	return [...PRINTED_STATIONS.flatMap((s) => PRINTED_REPEATS.map((r) => one(s, r))), one(undefined, undefined)];
}

/** Sheets to trace on, true to scale, each a page. */
export async function tracingSheets(owner: SheetOwner, sheet: PrintedSheetName): Promise<Uint8Array> {
	const document = await printedDocument(`Tracing sheets, ${owner.horse}`);
	const { longMm, shortMm } = sheetLayout(sheet);
	for (const code of sheetCodes(owner, sheet, false)) drawSheet(document.addPage(longMm, shortMm), owner.horse, code);
	return document.save();
}
