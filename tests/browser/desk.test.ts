import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { v7 as uuidv7 } from 'uuid';
import type { Browser, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { tables } from '../../src/lib/server/db/index.js';
import { browserCookies, serverUrl, signedIn } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { eventually, photosOf } from '../support/eventually.js';
import { PHOTOS } from '../support/pictures.js';

describe('the desk reads photos of sheets', function () {
	this.timeout(180_000);
	let browser: Browser;
	let page: Page;
	let horseId: string;
	before(async () => {
		browser = await openBrowser();
		const context = await browser.newContext({ viewport: { width: 1280, height: 900 } });
		await context.addCookies(await browserCookies('owner'));
		page = await context.newPage();
		// A horse of which nothing is known yet: the pictures are of other makes.
		horseId = uuidv7();
		const { yardId } = await demoHorse('Eider');
		await (
			await signedIn('owner')
		).post('/horses/new', { id: horseId, yardId, name: 'Oarweed', about: '', bornYear: '' });
		await page.goto(`${serverUrl()}/horses/${horseId}/visits/new`);
		await page.getByRole('button', { name: 'Sheets' }).click();
	});
	after(() => browser.close());
	const item = (name: string) => page.getByRole('button', { name: new RegExp(name) });

	it('a mixed batch: the good read, the bad named, none holding up the others, and the page answers meanwhile', async () => {
		const huge = await sharp({ create: { width: 9000, height: 9000, channels: 3, background: '#888' } })
			.png()
			.toBuffer();
		const file = (name: string) => ({ name, mimeType: 'image/jpeg', buffer: readFileSync(`${PHOTOS}/${name}`) });
		await page
			.locator('input[type=file]')
			.setInputFiles([
				file('p0000.jpg'),
				{ name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('renamed text') },
				file('p0004.jpg'),
				{ name: 'q-huge.png', mimeType: 'image/png', buffer: huge },
				{ name: 'q-cut.jpg', mimeType: 'image/jpeg', buffer: readFileSync(`${PHOTOS}/p0011.jpg`).subarray(0, 3000) },
				file('p0015.jpg')
			]);
		// While the worker reads, a frame is never long in coming.
		const longest = await page.evaluate(async () => {
			let worst = 0;
			let last = performance.now();
			for (let i = 0; i < 90; i++) {
				await new Promise(requestAnimationFrame);
				const now = performance.now();
				worst = Math.max(worst, now - last);
				last = now;
			}
			return worst;
		});
		console.log(`      longest wait for a frame while reading: ${Math.round(longest)} ms`);
		await page.getByRole('button', { name: 'Stop reading' }).waitFor({ state: 'detached', timeout: 120_000 });
		expect(await item('p0000').innerText()).to.contain('read well');
		expect(await item('p0015').innerText()).to.contain('read well');
		expect(await item('notes').innerText()).to.contain('not a picture');
		expect(await item('p0004').innerText()).to.contain('No drawn back curve');
		expect(await item('q-huge').innerText()).to.contain('60 million');
		expect(await item('q-cut').innerText()).to.match(/not a picture|No sheet|No drawn/);
	});

	it('one put right by hand: corners moved by keyboard are read again', async () => {
		await item('p0015').click();
		await page.getByRole('button', { name: 'Corners' }).click();
		const corner = page.getByRole('button', { name: /^Corner 2/ });
		await corner.focus();
		for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowUp');
		await page.keyboard.press('Enter');
		await page.getByRole('button', { name: 'Stop reading' }).waitFor();
		await page.getByRole('button', { name: 'Stop reading' }).waitFor({ state: 'detached', timeout: 60_000 });
		expect(await item('p0015').innerText()).to.contain('put right by hand');
	});

	it('the spine can be set by keyboard, and the outline follows', async () => {
		const spine = page.getByRole('slider', { name: /^Spine mark/ });
		const before = Number(await spine.getAttribute('aria-valuenow'));
		await spine.focus();
		await page.keyboard.press('ArrowRight');
		await page.keyboard.press('ArrowRight');
		expect(Number(await spine.getAttribute('aria-valuenow'))).to.equal(before + 2);
	});

	it('all that read well are kept with one press, saved, and on the horse’s page with their originals', async () => {
		await page.getByLabel('Station').last().selectOption('T13');
		await page.getByRole('button', { name: 'Keep as T13' }).click();
		await page.getByRole('button', { name: 'Keep all that read well (1)' }).click();
		await page.getByRole('button', { name: 'Save the visit (2)' }).click();
		await page.waitForURL(/saved=/);
		const visitId = new URL(page.url()).searchParams.get('saved') as string;
		await page.getByText('2 tracings').first().waitFor();
		const { db } = database();
		const rows = await db.select().from(tables.tracing).where(eq(tables.tracing.visitId, visitId));
		expect(rows.map((r) => [r.station, r.source]).sort()).to.deep.equal([
			['T13', 'photo'],
			['T8', 'photo']
		]);
		// The pictures go on from the device's outbox by themselves.
		await eventually(async () => (await photosOf(visitId)).length === 2);
		const photos = await db.select().from(tables.photo).where(eq(tables.photo.visitId, visitId));
		expect(photos.map((p) => p.kind)).to.deep.equal(['sheet', 'sheet']);
		for (const p of photos) {
			const { exif, width } = await sharp(p.bytes).metadata();
			expect(exif, 'nothing the camera wrote is stored').to.be.undefined;
			expect(width).to.be.above(1500);
		}
		await page.getByRole('button', { name: 'Undo' }).click();
		await page.getByText('The visit was taken back.').waitFor();
	});
});
