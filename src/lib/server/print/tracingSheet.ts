import { MAIN_STATIONS } from '../../../core/curve/index.js';
import { SHEETS, type SheetName } from '../../../core/photo/index.js';
import { box, checkRule, line, PALE, printedDocument, words, type PrintedPage } from './page.js';

export type PrintedSheetName = Extract<SheetName, 'a3' | 'tabloid'>;

const REPEATS = [1, 2, 3] as const;
/** Black corner marks: the sheet's own corners are read, these say at a glance that none is folded. */
const MARK_MM = 6;
const INSET_MM = 8;

function corners(p: PrintedPage): void {
	const { widthMm: w, heightMm: h } = p;
	for (const [x, y] of [
		[INSET_MM, INSET_MM],
		[w - INSET_MM - MARK_MM, INSET_MM],
		[w - INSET_MM - MARK_MM, h - INSET_MM - MARK_MM],
		[INSET_MM, h - INSET_MM - MARK_MM]
	] as const)
		box(p, x, y, MARK_MM, MARK_MM, true);
}

function ticks(p: PrintedPage, x: number, y: number, ticked: { station: string; repeat: number }): void {
	MAIN_STATIONS.forEach((s, i) => {
		box(p, x + i * 20, y, 5, 5, s === ticked.station);
		words(p, x + i * 20 + 7, y + 0.8, s, 4);
	});
	REPEATS.forEach((r, i) => {
		box(p, x + 70 + i * 13, y, 5, 5, r === ticked.repeat);
		words(p, x + 70 + i * 13 + 7, y + 0.8, String(r), 4);
	});
}

/** One sheet to trace on: ends, up, boxes for station and repeat, check rule. */
function drawSheet(p: PrintedPage, horse: string, ticked: { station: string; repeat: number }): void {
	const { widthMm: w, heightMm: h } = p;
	corners(p);
	words(p, 22, h - 14, 'NEAR (left)', 5);
	words(p, w - 54, h - 14, 'OFF (right)', 5);
	line(p, w / 2, h - 22, w / 2, h - 10, 0.6);
	line(p, w / 2 - 3, h - 14, w / 2, h - 10, 0.6);
	line(p, w / 2 + 3, h - 14, w / 2, h - 10, 0.6);
	words(p, w / 2 + 5, h - 15, 'up', 4);
	words(p, 22, 25, `Horse: ${horse}`, 5);
	words(p, 22, 17, 'Day: ____________   by: ____________', 4, PALE);
	ticks(p, w - 140, 24, ticked);
	checkRule(p, w - 140, 14);
}

/** Nine sheets for a visit, three stations by three repeats, true to scale. */
export async function tracingSheets(horse: string, size: PrintedSheetName): Promise<Uint8Array> {
	const document = await printedDocument(`Tracing sheets, ${horse}`);
	const { longMm, shortMm } = SHEETS[size];
	for (const station of MAIN_STATIONS)
		for (const repeat of REPEATS) drawSheet(document.addPage(longMm, shortMm), horse, { station, repeat });
	return document.save();
}
