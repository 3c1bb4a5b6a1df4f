import { sheetLayout, SHEETS, type PrintedSheetName } from '../../../core/photo/index.js';
import { box, line, PALE, PAPER, printedDocument, words, type PrintedPage } from './page.js';
import { drawSheet, sheetCodes, type SheetOwner } from './tracingSheet.js';

/** Paper that every printer takes. */
export type TilePaper = 'a4' | 'letter';

/** No printer reaches nearer to the edge. */
const MARGIN_MM = 10;

/** A tile of the large sheet: what of it is shown, mm from its upper left corner. */
export interface Tile {
	readonly row: number;
	readonly column: number;
	readonly xMm: number;
	readonly yMm: number;
	readonly wMm: number;
	readonly hMm: number;
}

/** Cuts a sheet into as few tiles of the paper, lying across, as its margins allow. Tiles meet without overlap. */
export function tilesOf(sheet: PrintedSheetName, paper: TilePaper): Tile[] {
	const { longMm, shortMm } = sheetLayout(sheet);
	const [roomW, roomH] = [SHEETS[paper].longMm - 2 * MARGIN_MM, SHEETS[paper].shortMm - 2 * MARGIN_MM];
	const [columns, rows] = [Math.ceil(longMm / roomW), Math.ceil(shortMm / roomH)];
	const [wMm, hMm] = [longMm / columns, shortMm / rows];
	return Array.from({ length: rows * columns }, (_, i) => {
		const [row, column] = [Math.floor(i / columns), i % columns];
		return { row, column, xMm: column * wMm, yMm: row * hMm, wMm, hMm };
	});
}

/** White over all that lies outside the tile, lines to cut along, and which tile it is. */
function frameTile(p: PrintedPage, tile: Tile, all: readonly Tile[]): void {
	const [x0, x1] = [MARGIN_MM, MARGIN_MM + tile.wMm];
	const [y1, y0] = [p.heightMm - MARGIN_MM, p.heightMm - MARGIN_MM - tile.hMm];
	box(p, 0, 0, x0, p.heightMm, true, PAPER);
	box(p, x1, 0, p.widthMm - x1, p.heightMm, true, PAPER);
	box(p, 0, 0, p.widthMm, y0, true, PAPER);
	box(p, 0, y1, p.widthMm, p.heightMm - y1, true, PAPER);
	for (const x of [x0, x1]) for (const y of [y0, y1]) cross(p, x, y);
	const neighbour = all.some((t) => t.row === tile.row && t.column === tile.column + 1);
	if (neighbour) line(p, x1, y0, x1, y1, 0.15, PALE);
	if (all.some((t) => t.row === tile.row + 1)) line(p, x0, y0, x1, y0, 0.15, PALE);
	words(
		p,
		x0 + 4,
		y0 - 5,
		`Row ${tile.row + 1}, place ${tile.column + 1}. Cut along the lines and tape edge to edge on the back; hold the check rule against a ruler.`,
		3,
		PALE
	);
}

function cross(p: PrintedPage, x: number, y: number): void {
	line(p, x - 3, y, x + 3, y, 0.15);
	line(p, x, y - 3, x, y + 3, 0.15);
}

/** The same sheets on paper that every printer takes, to be cut and taped. */
export async function tiledSheets(owner: SheetOwner, sheet: PrintedSheetName, paper: TilePaper): Promise<Uint8Array> {
	const document = await printedDocument(`Tracing sheets, ${owner.horse}, on ${paper}`);
	const { longMm, shortMm } = SHEETS[paper];
	const tiles = tilesOf(sheet, paper);
	const { shortMm: sheetH } = sheetLayout(sheet);
	for (const code of sheetCodes(owner, sheet, true))
		for (const tile of tiles) {
			const page = document.addPage(longMm, shortMm);
			// The large sheet's own page, moved so that the tile's upper left corner lies at the margins.
			page.shifted(MARGIN_MM - tile.xMm, shortMm - MARGIN_MM - sheetH + tile.yMm, () =>
				drawSheet({ ...page, heightMm: sheetH }, owner.horse, code)
			);
			frameTile(page, tile, tiles);
		}
	return document.save();
}
