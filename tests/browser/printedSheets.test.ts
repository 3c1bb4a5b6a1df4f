import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import type { Browser, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { tables } from '../../src/lib/server/db/index.js';
import { browserCookies, serverUrl, signedIn } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { eventually, photosOf } from '../support/eventually.js';
import { jpegOf, photoOfSheet } from '../support/printed.js';

describe('printed sheets file themselves', function () {
	this.timeout(180_000);
	let browser: Browser;
	let page: Page;
	let here: string;
	let other: string;
	before(async () => {
		here = (await demoHorse('Eider')).id;
		other = (await demoHorse('Marram')).id;
		const owner = await signedIn('owner');
		const print = async (id: string) =>
			Buffer.from(await (await owner.get(`/api/horses/${id}/sheets.pdf?size=a3`)).arrayBuffer());
		const [own, others] = [await print(here), await print(other)];
		const photo = async (pdf: Uint8Array, name: string, pageNumber: number, seed: number, station: 'T8' | 'T13') => ({
			name,
			mimeType: 'image/jpeg',
			buffer: await jpegOf((await photoOfSheet(pdf, pageNumber, seed, { station })).photo)
		});
		browser = await openBrowser();
		const context = await browser.newContext({ viewport: { width: 1280, height: 1000 } });
		await context.addCookies(await browserCookies('owner'));
		page = await context.newPage();
		await page.goto(`${serverUrl()}/horses/${here}/visits/new`);
		await page.getByRole('button', { name: 'Sheets' }).click();
		// In no order at all: the code on each says where it belongs.
		await page
			.locator('input[type=file]')
			.setInputFiles([
				await photo(own, 'a.jpg', 5, 500, 'T13'),
				await photo(others, 'b.jpg', 2, 503, 'T8'),
				await photo(own, 'c.jpg', 1, 507, 'T8')
			]);
		await page.getByRole('button', { name: 'Stop reading' }).waitFor({ state: 'detached', timeout: 120_000 });
	});
	after(() => browser.close());
	const item = (name: string) => page.getByRole('button', { name: new RegExp(name) });
	const points = () => page.locator('polyline.line').first().getAttribute('points');

	it('each says whose it is, where and which', async () => {
		expect(await item('a.jpg').innerText()).to.contain('Eider, T13, tracing 2');
		expect(await item('b.jpg').innerText()).to.contain('Marram, T8, tracing 2');
		expect(await item('c.jpg').innerText()).to.contain('Eider, T8, tracing 1');
	});

	it('a stretch is redrawn along the ink, a point nudged by keyboard, a stray mark wiped; each is taken back', async () => {
		await item('c.jpg').click();
		const read = await points();
		await page.getByRole('button', { name: 'Nudge' }).click();
		await page.getByRole('button', { name: /^Point 4 of/ }).focus();
		await page.keyboard.press('Shift+ArrowUp');
		const nudged = await points();
		expect(nudged).not.to.equal(read);
		expect(await item('c.jpg').innerText()).to.contain('put right by hand');
		await page.getByRole('button', { name: 'Redraw', exact: true }).click();
		const line = page.locator('polyline.line').first();
		await page.locator('.tools').evaluate((tools) => tools.scrollIntoView());
		const ends = await line.evaluate((l: SVGPolylineElement) =>
			[0.2, 0.25, 0.3].map((share) => {
				const p = l.points.getItem(Math.round(l.points.numberOfItems * share));
				const q = p.matrixTransform(l.getScreenCTM() as DOMMatrix);
				return [q.x, q.y] as const;
			})
		);
		await page.mouse.move(...(ends[0] as [number, number]));
		await page.mouse.down();
		for (const [x, y] of ends.slice(1)) await page.mouse.move(x, y, { steps: 4 });
		await page.mouse.up();
		await page.waitForFunction(
			(was) => document.querySelector('polyline.line')?.getAttribute('points') !== was,
			nudged
		);
		await page.getByRole('button', { name: 'Wipe' }).click();
		const box = (await page.locator('svg[role=group]').boundingBox()) as { x: number; y: number };
		await page.mouse.click(box.x + 40, box.y + 40);
		await page.getByRole('button', { name: 'Stop reading' }).waitFor();
		await page.getByRole('button', { name: 'Stop reading' }).waitFor({ state: 'detached', timeout: 60_000 });
		const undo = page.getByRole('button', { name: 'Undo the correction' });
		for (let i = 0; i < 3; i++) await undo.click();
		expect(await points()).to.equal(read);
		expect(await undo.isDisabled()).to.be.true;
		await page.keyboard.press('Control+Shift+Z');
		expect(await points()).to.equal(nudged);
	});

	it('kept and saved, each lies in its own horse’s visit', async () => {
		await page.getByRole('button', { name: 'Keep all that read well (2)' }).click();
		await page.getByRole('button', { name: 'Keep as T8, tracing 1' }).click();
		const save = page.getByRole('button', { name: 'Save all visits (3)' });
		const right = page.getByRole('button', { name: 'No, it is right' });
		const isSaved = (): boolean => /saved=/.test(page.url());
		await save.click();
		// The pictures are of backs of their own, by chance: what is asked of them before they are kept is right.
		for (let asked = 0; asked < 6 && !isSaved(); asked++) {
			await eventually(async () => isSaved() || (await right.count()) > 0);
			if (isSaved()) break;
			const questions = await right.count();
			await right.first().click();
			// What was answered goes before it is saved again: it is no new question.
			await eventually(async () => (await right.count()) < questions);
			await save.click();
		}
		await page.waitForURL(/saved=/);
		const { db } = database();
		const saved = new URL(page.url()).searchParams.get('saved') as string;
		const rows = await db.select().from(tables.tracing).where(eq(tables.tracing.visitId, saved));
		expect(rows.map((r) => `${r.station} ${r.repeat}`).sort()).to.deep.equal(['T13 2', 'T8 1']);
		const found = await db
			.select({ id: tables.visit.id, station: tables.tracing.station, repeat: tables.tracing.repeat })
			.from(tables.visit)
			.innerJoin(tables.tracing, eq(tables.tracing.visitId, tables.visit.id))
			.where(eq(tables.visit.horseId, other));
		const [filed] = found.filter((f) => f.station === 'T8' && f.repeat === 2).slice(-1);
		await eventually(async () => (await photosOf(filed?.id as string)).length === 1);
		const photos = await db
			.select({ visitId: tables.photo.visitId })
			.from(tables.photo)
			.where(eq(tables.photo.visitId, filed?.id as string));
		expect(photos).to.have.length(1);
		const owner = await signedIn('owner');
		for (const id of [saved, filed?.id]) expect((await owner.send('DELETE', `/api/visits/${id}`)).ok).to.be.true;
	});
});
