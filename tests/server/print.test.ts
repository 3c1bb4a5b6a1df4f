import { expect } from 'chai';
import { inflateSync } from 'node:zlib';
import { PDFDocument } from 'pdf-lib';
import { readDxf } from '../../src/core/formats/index.js';
import { signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { renderPage } from '../support/printed.js';
import { and, eq, isNull, max } from 'drizzle-orm';
import { tables } from '../../src/lib/server/db/index.js';

const MM = 72 / 25.4;

/** Drawing operators of every page, unpacked by hand. */
function contentOf(pdf: Buffer): string[] {
	const pages: string[] = [];
	for (let at = pdf.indexOf('stream'); at >= 0; at = pdf.indexOf('stream', at + 6)) {
		if (pdf.subarray(at - 3, at).toString() === 'end') continue;
		const start = at + 6 + (pdf[at + 6] === 13 ? 2 : 1);
		try {
			const text = inflateSync(pdf.subarray(start, pdf.indexOf('endstream', start))).toString('latin1');
			if (/ l\b/.test(text) && / S\b|\nS\n/.test(text)) pages.push(text);
		} catch {
			// Not a packed stream.
		}
	}
	return pages;
}

/** Lengths in mm of straight level strokes. */
function levelStrokesMm(content: string): number[] {
	const strokes = [...content.matchAll(/(-?[\d.]+) (-?[\d.]+) m\n(-?[\d.]+) (-?[\d.]+) l\n/g)];
	return strokes.filter((m) => m[2] === m[4]).map((m) => (Number(m[3]) - Number(m[1])) / MM);
}

describe('what is printed', () => {
	let owner: Client;
	let id: string;
	let day: string;
	before(async () => {
		owner = await signedIn('owner');
		({ id } = await demoHorse('Marram'));
		const [row] = await database()
			.db.select({ day: max(tables.visit.visitedOn) })
			.from(tables.visit)
			.innerJoin(tables.tracing, eq(tables.tracing.visitId, tables.visit.id))
			.where(and(eq(tables.visit.horseId, id), isNull(tables.visit.undoneAt)));
		day = row?.day as string;
	});
	const get = async (path: string): Promise<Buffer> => {
		const response = await owner.get(path);
		expect(response.status, path).to.equal(200);
		return Buffer.from(await response.arrayBuffer());
	};

	for (const [size, widthMm, heightMm] of [
		['a3', 420, 297],
		['tabloid', 431.8, 279.4]
	] as const)
		it(`tracing sheets on ${size}: ten pages of the true size, a rule of 100 mm on each, printed unscaled`, async () => {
			const bytes = await get(`/api/horses/${id}/sheets.pdf?size=${size}`);
			const pdf = await PDFDocument.load(bytes);
			expect(pdf.getPageCount()).to.equal(10);
			for (const page of pdf.getPages()) {
				expect(page.getWidth() / MM).to.be.closeTo(widthMm, 0.01);
				expect(page.getHeight() / MM).to.be.closeTo(heightMm, 0.01);
			}
			const pages = contentOf(bytes);
			expect(pages).to.have.length(10);
			for (const p of pages) expect(levelStrokesMm(p).some((mm) => Math.abs(mm - 100) < 0.01)).to.be.true;
			expect(pdf.catalog.getViewerPreferences()?.getPrintScaling()).to.equal('None');
		});

	/** Dark pixels of one row of a rendered page from the first to the last, px. */
	function longestDarkRow({ grey, widthPx, heightPx }: Awaited<ReturnType<typeof renderPage>>): number {
		let longest = 0;
		for (let y = 0; y < heightPx; y++) {
			let run = 0;
			for (let x = 0; x < widthPx; x++) {
				run = (grey[y * widthPx + x] as number) < 140 ? run + 1 : 0;
				longest = Math.max(longest, run);
			}
		}
		return longest;
	}

	it('drawn by another program, the page is 420 x 297 mm and its check rule 100 mm', async () => {
		const page = await renderPage(await get(`/api/horses/${id}/sheets.pdf?size=a3`), 1, 10);
		expect([page.widthPx, page.heightPx].map((px) => Math.round(px / 10))).to.deep.equal([420, 297]);
		expect(longestDarkRow(page) / 10).to.be.closeTo(100, 0.35);
	});

	for (const [size, on, pages, widthMm, heightMm] of [
		['a3', 'a4', 4, 297, 210],
		['tabloid', 'letter', 4, 279.4, 215.9]
	] as const)
		it(`${size} on ${on}: ${pages} pages a sheet, which together hold every mark, the rule whole on one`, async () => {
			const bytes = await get(`/api/horses/${id}/sheets.pdf?size=${size}&on=${on}`);
			const pdf = await PDFDocument.load(bytes);
			expect(pdf.getPageCount()).to.equal(10 * pages);
			const first = pdf.getPage(0);
			expect(first.getWidth() / MM).to.be.closeTo(widthMm, 0.01);
			expect(first.getHeight() / MM).to.be.closeTo(heightMm, 0.01);
			const drawn = await Promise.all(Array.from({ length: pages }, (_, k) => renderPage(bytes, k + 1, 4)));
			expect(Math.max(...drawn.map(longestDarkRow)) / 4).to.be.closeTo(100, 0.6);
		});

	it('card templates: a page for each cut, drawn 1:1', async () => {
		const bytes = await get(`/api/horses/${id}/template.pdf?on=${day}`);
		expect((await PDFDocument.load(bytes)).getPageCount()).to.equal(3);
		const [first] = contentOf(bytes);
		// The path is drawn in mm under a scale of 72 / 25.4.
		const scale = /([\d.]+) 0 0 -([\d.]+) 0 0 cm/.exec(first as string);
		expect(Number(scale?.[1])).to.be.closeTo(MM, 1e-6);
	});

	it('outlines as DXF read back as they were traced', async () => {
		const { lines } = readDxf((await get(`/api/horses/${id}/tracings.dxf?on=${day}`)).toString());
		expect(lines.map((l) => l.station)).to.include.members(['T8', 'T13', 'T18']);
	});

	it('a day without tracings, a size that is none: refused', async () => {
		expect((await owner.get(`/api/horses/${id}/template.pdf?on=1999-01-01`)).status).to.equal(404);
		expect((await owner.get(`/api/horses/${id}/tracings.dxf?on=1999-01-01`)).status).to.equal(404);
		for (const query of ['size=stamp', 'on=napkin', 'visit=1'])
			expect((await owner.get(`/api/horses/${id}/sheets.pdf?${query}`)).status, query).to.equal(400);
	});
});
