import { expect } from 'chai';
import type { Browser, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { browserCookies, serverUrl } from '../support/client.js';
import { sql } from 'drizzle-orm';
import { tables } from '../../src/lib/server/db/index.js';
import { database, demoHorse } from '../support/database.js';

describe('entering tracings', () => {
	let browser: Browser;
	let page: Page;
	before(async () => {
		browser = await openBrowser();
		const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
		await context.addCookies(await browserCookies('owner'));
		page = await context.newPage();
	});
	after(() => browser.close());

	const newVisit = async (name: string) => {
		await page.goto(`${serverUrl()}/horses/${(await demoHorse(name)).id}/visits/new`);
		await page.waitForLoadState('networkidle');
	};
	const widths = async (narrowBy: number) => {
		for (const [d, w] of [
			[30, 51],
			[60, 76],
			[75, 88],
			[90, 101],
			[120, 128]
		] as const) {
			await page.locator(`#kp-near-${d}`).fill(String(d === 75 || d === 90 ? w - narrowBy : w));
			await page.locator(`#kp-off-${d}`).fill(String(w));
		}
		await page.getByRole('button', { name: /^Keep as/ }).click();
	};

	it('draws the outline as one types, and says what is wrong', async () => {
		await newVisit('Marram');
		await page.locator('#kp-near-60').fill('7o');
		await page.getByText('The row at 60 mm holds something that is not a number.').waitFor();
		await page.locator('#kp-near-60').fill('900');
		await page.getByText('Type half-widths at two depths').or(page.getByText('cannot be right')).first().waitFor();
		expect(await page.getByRole('button', { name: /^Keep as/ }).isDisabled()).to.be.true;
	});

	it('asks for a third when two differ', async () => {
		await newVisit('Marram');
		await widths(0);
		await widths(9);
		await page.getByText(/These two differ by \d+\.\d mm at the near (pocket|lower flank)\. Trace a third\?/).waitFor();
	});

	it('a tracing can be taken out again, and nothing was stored meanwhile', async () => {
		const before = (await demoHorse('Marram')).visitIds.length;
		await page.getByRole('button', { name: 'Remove T8 tracing 2' }).click();
		await page.getByRole('button', { name: 'Save the visit (1)' }).waitFor();
		expect((await demoHorse('Marram')).visitIds).to.have.length(before);
	});

	it('reads a picture by two ruler points, the spine and points along the line', async () => {
		await newVisit('Thrift');
		const svg = await page.evaluate(() => {
			const c = document.createElement('canvas');
			c.width = 800;
			c.height = 600;
			c.getContext('2d')?.fillRect(0, 590, 800, 10);
			return c.toDataURL('image/png').split(',')[1] as string;
		});
		await page.getByRole('button', { name: 'Picture' }).click();
		await page
			.locator('input[type=file]')
			.setInputFiles({ name: 'sheet.png', mimeType: 'image/png', buffer: Buffer.from(svg, 'base64') });
		const pad = page.locator('svg[aria-label^="Picture"]');
		await page.waitForFunction(
			() => document.querySelector('svg[aria-label^="Picture"]')?.getAttribute('viewBox') === '0 0 800 600'
		);
		const box = await pad.boundingBox();
		const tap = (x: number, y: number) =>
			pad.click({ position: { x: (x / 800) * (box?.width ?? 1), y: (y / 600) * (box?.height ?? 1) } });
		await tap(100, 560);
		await tap(300, 560);
		await tap(400, 60);
		for (let i = 0; i <= 12; i++) await tap(100 + 50 * i, 60 + ((i - 6) * 50) ** 2 / 300);
		await page.getByRole('button', { name: 'Keep as T8, tracing 1' }).click();
		await page.getByRole('button', { name: 'Save the visit (1)' }).click();
		// A line that is nobody's back is asked about before it is kept.
		await page.getByTestId('visit-doubt').waitFor();
		await page.getByRole('button', { name: 'No, it is right' }).click();
		await page.getByRole('button', { name: 'Save the visit (1)' }).click();
		await page.getByText('The visit is saved.').waitFor();
		const { visitIds } = await demoHorse('Thrift');
		expect(visitIds.length).to.be.above(21);
		await page.getByRole('button', { name: 'Undo' }).click();
		await page.getByText('The visit was taken back.').waitFor();
	});

	it('keeps a visit on the device when the connection drops, and sends it later', async () => {
		await newVisit('Eider');
		await widths(0);
		await page.context().setOffline(true);
		await page.getByRole('button', { name: 'Save the visit (1)' }).click();
		await page.getByText('No connection. The visit is kept on this device').waitFor();
		await page.getByText('1 tracing not yet sent').waitFor();
		const { id: horseId } = await demoHorse('Eider');
		const tracingsOf = () =>
			database().db.$count(
				tables.tracing,
				sql`visit_id in (select id from visit where horse_id = ${horseId} and undone_at is null)`
			);
		const before = await tracingsOf();
		// Nobody opens a page: it is sent by itself, once.
		await page.context().setOffline(false);
		await page.getByTestId('unsent').waitFor({ state: 'hidden' });
		expect(await tracingsOf()).to.equal(before + 1);
		await page.goto(`${serverUrl()}/horses/${horseId}/record`);
		await page
			.getByRole('button', { name: /^Take back the visit/ })
			.first()
			.click();
		await page.getByText('Taken back.').waitFor();
	});

	it('imports what can be read and reports the rest by line', async () => {
		await page.goto(`${serverUrl()}/import`);
		await page.waitForLoadState('networkidle');
		await page.getByLabel('Horse', { exact: true }).selectOption({ label: 'Eider' });
		const rows = ['visited_on,station,repeat,depth_mm,near_mm,off_mm'];
		for (const d of [30, 60, 90, 120]) rows.push(`2023-05-01,T8,1,${d},${50 + d * 0.7},${51 + d * 0.7}`);
		rows.push('2023-05-01,T13,1,30,abc,50');
		await page.locator('input[type=file]').setInputFiles([
			{ name: 'old.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) },
			{ name: 'letter.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.7') }
		]);
		await page.getByText('line 6, T13 repeat 1: “abc” in column near_mm is not a number').waitFor();
		await page.getByText('Not read. This kind of file is not read here').waitFor();
		await page.getByRole('button', { name: 'Keep 1 visit' }).click();
		await page.getByText('1 visit kept.').waitFor();
		await page.getByRole('button', { name: 'Undo' }).click();
		await page.getByRole('button', { name: 'Keep 1 visit' }).waitFor();
	});
});
