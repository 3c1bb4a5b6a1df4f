import {
	PDFDocument,
	popGraphicsState,
	PrintScaling,
	pushGraphicsState,
	rgb,
	StandardFonts,
	translate,
	type PDFFont,
	type PDFPage
} from 'pdf-lib';

/** PostScript points a millimetre. */
const PT = 72 / 25.4;
export const INK = rgb(0.13, 0.19, 0.23);
export const PALE = rgb(0.55, 0.58, 0.6);
export const PAPER = rgb(1, 1, 1);
export const ALARM = rgb(0.65, 0.13, 0.1);

/** A page measured in mm from its lower left corner. */
export interface PrintedPage {
	readonly page: PDFPage;
	readonly font: PDFFont;
	readonly widthMm: number;
	readonly heightMm: number;
	/** Draws with everything moved to the right and up. */
	readonly shifted: (xMm: number, yMm: number, draw: () => void) => void;
}

/** A picture to be drawn in a width of one's choice. */
export interface PrintedPicture {
	readonly highMm: (widthMm: number) => number;
	readonly draw: (p: PrintedPage, xMm: number, yMm: number, widthMm: number) => void;
}

export interface PrintedDocument {
	readonly addPage: (widthMm: number, heightMm: number) => PrintedPage;
	readonly picture: (jpeg: Uint8Array) => Promise<PrintedPicture>;
	readonly save: () => Promise<Uint8Array>;
}

/** A plain PDF whose pages ask to be printed without scaling. */
export async function printedDocument(title: string): Promise<PrintedDocument> {
	const document = await PDFDocument.create();
	const font = await document.embedFont(StandardFonts.Helvetica);
	document.setTitle(title);
	document.setProducer('Zone Tally');
	document.catalog.getOrCreateViewerPreferences().setPrintScaling(PrintScaling.None);
	return {
		addPage: (widthMm, heightMm) => {
			const page = document.addPage([widthMm * PT, heightMm * PT]);
			const shifted = (xMm: number, yMm: number, draw: () => void): void => {
				page.pushOperators(pushGraphicsState(), translate(xMm * PT, yMm * PT));
				draw();
				page.pushOperators(popGraphicsState());
			};
			return { page, font, widthMm, heightMm, shifted };
		},
		picture: async (jpeg) => {
			const image = await document.embedJpg(jpeg);
			const highMm = (widthMm: number): number => (widthMm * image.height) / image.width;
			return {
				highMm,
				draw: ({ page }, x, y, widthMm) =>
					page.drawImage(image, { x: x * PT, y: y * PT, width: widthMm * PT, height: highMm(widthMm) * PT })
			};
		},
		save: () => document.save()
	};
}

export function line(
	{ page }: PrintedPage,
	x0: number,
	y0: number,
	x1: number,
	y1: number,
	widthMm = 0.3,
	color = INK
): void {
	page.drawLine({
		start: { x: x0 * PT, y: y0 * PT },
		end: { x: x1 * PT, y: y1 * PT },
		thickness: widthMm * PT,
		color
	});
}

export function disc({ page }: PrintedPage, x: number, y: number, radiusMm: number): void {
	page.drawCircle({ x: x * PT, y: y * PT, size: radiusMm * PT, color: INK });
}

export function box(
	{ page }: PrintedPage,
	x: number,
	y: number,
	w: number,
	h: number,
	filled: boolean,
	color = INK
): void {
	page.drawRectangle({
		x: x * PT,
		y: y * PT,
		width: w * PT,
		height: h * PT,
		...(filled ? { color } : { borderColor: INK, borderWidth: 0.3 * PT })
	});
}

/** What the printed font has no letter for, written another way. */
const OTHERWISE: Readonly<Record<string, string>> = { '−': '–', '→': 'to', '≤': 'at most', '≥': 'at least' };
/** Letters beyond the printed font's are written without their marks; dashes, quotes and dots of a font are its own. */
const plain = (text: string): string =>
	text
		.replace(/[−→≤≥]/g, (c) => OTHERWISE[c] ?? '')
		.normalize('NFC')
		.replace(/[^\x20-\x7e\xa0-\xff\u2013\u2014\u2018\u2019\u201c\u201d\u2022\u2026]/g, (c) =>
			c.normalize('NFKD').replace(/[^\x20-\x7e]/g, '')
		);

/** How wide words are as they are printed, mm. */
export const textWidth = ({ font }: PrintedPage, text: string, sizeMm: number): number =>
	font.widthOfTextAtSize(plain(text), sizeMm * PT) / PT;

export function words({ page, font }: PrintedPage, x: number, y: number, text: string, sizeMm = 4, color = INK): void {
	page.drawText(plain(text), { x: x * PT, y: y * PT, size: sizeMm * PT, font, color });
}

/** An SVG path in mm, or in units of `scale` mm, its origin at x, y and its y running down. */
export function path({ page }: PrintedPage, d: string, x: number, y: number, widthMm = 0.5, scale = 1): void {
	page.drawSvgPath(d, { x: x * PT, y: y * PT, scale: PT * scale, borderColor: INK, borderWidth: widthMm / scale });
}

/** A rule of exactly 100 mm with its tenths, to be held against a ruler before anything is believed. */
export function checkRule(p: PrintedPage, x: number, y: number): void {
	line(p, x, y, x + 100, y, 0.3);
	for (let mm = 0; mm <= 100; mm += 10) line(p, x + mm, y, x + mm, y + (mm % 50 === 0 ? 5 : 3), 0.3);
	words(p, x, y - 5, 'This rule is 100 mm. Hold a ruler against it: if it differs, print again at 100%.', 3);
}
