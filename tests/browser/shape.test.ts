import { expect } from 'chai';
import type { Browser, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { browserCookies, serverUrl } from '../support/client.js';
import { demoHorse } from '../support/database.js';

describe('the shape through time', () => {
	let browser: Browser;
	let page: Page;
	before(async () => {
		browser = await openBrowser();
		const context = await browser.newContext({ viewport: { width: 1280, height: 900 } });
		await context.addCookies(await browserCookies('owner'));
		page = await context.newPage();
		await page.goto(`${serverUrl()}/horses/${(await demoHorse('Samphire')).id}`);
		await page.getByRole('link', { name: 'Shape' }).click();
		await page.getByRole('heading', { name: /^Shape/ }).waitFor();
	});
	after(() => browser.close());
	const curve = () => page.locator('path.now').first().getAttribute('d');

	it('is scrubbed by slider, button and key; the words follow', async () => {
		const last = await curve();
		const said = await page.locator('#said').innerText();
		await page.getByRole('button', { name: 'Visit before' }).click();
		expect(await curve()).not.to.equal(last);
		expect(await page.locator('#said').innerText()).not.to.equal(said);
		await page.locator('body').press('ArrowRight');
		expect(await curve()).to.equal(last);
		const slider = page.getByRole('slider', { name: 'Visit' });
		await slider.focus();
		await page.keyboard.press('Home');
		expect(await curve()).not.to.equal(last);
	});

	it('visits are pinned over one another, another station and another day to compare with are chosen', async () => {
		await page.getByRole('button', { name: 'Pin this visit' }).click();
		await page.getByRole('button', { name: 'Visit after' }).click();
		expect(await page.locator('path.kept').count()).to.equal(1);
		const before = await curve();
		await page.getByRole('button', { name: 'T13' }).click();
		await page.waitForURL(/station=T13/);
		await page.waitForFunction((was) => document.querySelector('path.now')?.getAttribute('d') !== was, before);
		await page.locator('select').first().selectOption({ index: 1 });
		await page.waitForURL(/against=/);
	});

	it('is taken away as SVG, PNG and CSV', async () => {
		for (const [button, ending] of [
			['SVG', '.svg'],
			['PNG', '.png'],
			['CSV', '.csv']
		] as const) {
			const [download] = await Promise.all([
				page.waitForEvent('download'),
				page.getByRole('button', { name: button }).click()
			]);
			expect(download.suggestedFilename()).to.match(new RegExp(`${ending}$`));
		}
	});

	it('a new fit mark restarts the comparison: call, reasons and curves follow; taken off again, all is as before', async () => {
		const { id } = await demoHorse('Marram');
		await page.goto(`${serverUrl()}/horses/${id}`);
		const call = page.locator('.call');
		/** What shape alone says: signs can raise it. */
		const shapeSays = (word: string) =>
			page.waitForFunction((w) => {
				const found =
					document.querySelector('[data-testid=shape-verdict]') ?? document.querySelector('[data-testid=verdict]');
				return found?.textContent?.trim() === w;
			}, word);
		await shapeSays('Refit');
		expect(await call.innerText()).to.match(/lost [\d.]+ ± [\d.]+ mm since the fit mark/);
		const { pathname } = new URL(page.url());
		const to = async (place: string) => {
			await page.goto(`${serverUrl()}${pathname}${place}`);
			await page.waitForLoadState('networkidle');
		};
		await to('/saddle');
		await page.getByLabel('Judged by').fill('a made-up fitter');
		await page.getByLabel('The saddle was seen on this horse since then and fits').check();
		await page.getByRole('button', { name: /^Set (another )?fit mark$/ }).click();
		await page.getByText('Fit mark set.').waitFor();
		await to('');
		await shapeSays('Steady');
		expect(await call.innerText()).not.to.match(/lost [\d.]+ ± [\d.]+ mm since the fit mark/);
		await page.getByRole('link', { name: 'Shape' }).click();
		await page.waitForURL(/shape/);
		// The fitted day is the last day now: held against itself.
		await page.getByText('the curve that the others are held against').waitFor();
		await to('/saddle');
		await page
			.getByRole('button', { name: /^Take away the fit mark/ })
			.last()
			.click();
		await page.getByText(/^taken away:/).waitFor();
		await to('');
		await shapeSays('Refit');
	});
});
