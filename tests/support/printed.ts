import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { SHEETS } from '../../src/core/photo/index.js';
import { makeBack } from '../../sim/back.js';
import { seededRandom } from '../../sim/random.js';
import { PRINT_PX_PER_MM, sheetPhoto, type MadePhoto, type SheetScene } from '../../sim/sheetPhoto.js';
import { drawTracing } from '../../sim/trace.js';

/** A page of a PDF as Debian's poppler draws it: grey, 0 black to 255 white. */
export interface RenderedPage {
	readonly widthPx: number;
	readonly heightPx: number;
	readonly grey: Uint8Array;
}

/** Draws one page (from 1) of a PDF with a program from outside the project. */
export async function renderPage(pdf: Uint8Array, page: number, pxPerMm = PRINT_PX_PER_MM): Promise<RenderedPage> {
	const folder = mkdtempSync(path.join(tmpdir(), 'zt-print-'));
	try {
		writeFileSync(path.join(folder, 'in.pdf'), pdf);
		const args = ['-r', String(pxPerMm * 25.4), '-f', String(page), '-l', String(page), '-gray', '-png'];
		execFileSync('/usr/bin/pdftoppm', [...args, path.join(folder, 'in.pdf'), path.join(folder, 'out')]);
		const file = readdirSync(folder).find((f) => f.endsWith('.png')) as string;
		const { data, info } = await sharp(readFileSync(path.join(folder, file)))
			.greyscale()
			.raw()
			.toBuffer({ resolveWithObject: true });
		return { widthPx: info.width, heightPx: info.height, grey: data };
	} finally {
		rmSync(folder, { recursive: true, force: true });
	}
}

/** What is printed on a page as ink for a made-up photo of it: `scale` over 1 prints everything larger around the middle. */
export function printOf(page: RenderedPage, longMm: number, shortMm: number, scale = 1): Float32Array {
	const [w, h] = [Math.round(longMm * PRINT_PX_PER_MM), Math.round(shortMm * PRINT_PX_PER_MM)];
	return Float32Array.from({ length: w * h }, (_, i) => {
		const x = Math.round(((i % w) - w / 2) / scale + page.widthPx / 2);
		const y = Math.round((Math.floor(i / w) - h / 2) / scale + page.heightPx / 2);
		if (x < 0 || y < 0 || x >= page.widthPx || y >= page.heightPx) return 0;
		return 0.85 * (1 - (page.grey[y * page.widthPx + x] as number) / 255);
	});
}

export interface PrintedPhoto {
	readonly photo: MadePhoto;
	/** What was drawn, mm. */
	readonly points: readonly (readonly [number, number])[];
}

interface How extends Pick<SheetScene, 'lensBend' | 'fault'> {
	readonly sheet?: 'a3' | 'tabloid';
	readonly station?: 'T8' | 'T13' | 'T18';
	readonly scale?: number;
	readonly widthPx?: number;
	/** Changes what is printed before the line is drawn, for example ticks a box. */
	readonly pen?: (print: Float32Array, widthPx: number) => void;
}

/** A made-up photo of one page of printed sheets with a back drawn on it. */
export async function photoOfSheet(pdf: Uint8Array, page: number, seed: number, how: How = {}): Promise<PrintedPhoto> {
	const { sheet = 'a3', station = 'T13', scale = 1, widthPx = 2000, pen, ...rest } = how;
	const { longMm, shortMm } = SHEETS[sheet];
	const random = seededRandom(seed);
	const back = makeBack({ broad: 0.85 + 0.3 * random(), pocketMm: 5 * random(), lopsidedMm: 0 });
	const hand = { noiseMm: 0.6, tiltSdDeg: 1, apexSdMm: 0, badShare: 0, sharedSdMm: 0 };
	const points = drawTracing(back[station], { nearMm: 0, offMm: 0 }, hand, random).filter(
		([x, y]) => y > -170 && Math.abs(x) < 175
	);
	const print = printOf(await renderPage(pdf, page), longMm, shortMm, scale);
	pen?.(print, Math.round(longMm * PRINT_PX_PER_MM));
	const heightPx = Math.round(widthPx * 0.75);
	return { points, photo: sheetPhoto({ longMm, shortMm, points, widthPx, heightPx, print, ...rest }, random) };
}

export const jpegOf = ({ rgba, width, height }: MadePhoto): Promise<Buffer> =>
	sharp(Buffer.from(rgba), { raw: { width, height, channels: 4 } })
		.removeAlpha()
		.jpeg({ quality: 88 })
		.toBuffer();
