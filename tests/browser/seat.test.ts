import { expect } from 'chai';
import type { Browser, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { browserCookies, serverUrl } from '../support/client.js';
import { demoHorse } from '../support/database.js';

describe('the saddle that fitted, on the horse that was laid off', function () {
	this.timeout(120_000);
	let browser: Browser;
	let page: Page;
	let url: string;
	const errors: string[] = [];
	before(async () => {
		browser = await openBrowser();
		const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
		await context.addCookies(await browserCookies('owner'));
		page = await context.newPage();
		page.on('pageerror', (e) => errors.push(e.message));
		url = `${serverUrl()}/horses/${(await demoHorse('Marram')).id}`;
	});
	after(() => browser.close());
	const card = () => page.locator('#seat');
	const choose = async (which: RegExp) => {
		await page.goto(`${url}/saddle`);
		await card().getByText('Its own limits').click();
		await card().getByRole('table').waitFor();
		await card().getByRole('radio', { name: which }).check();
		await Promise.all([
			page.waitForResponse((r) => r.request().method() === 'POST' && r.url().includes('?/lead')),
			card().getByRole('button', { name: 'Judge by these' }).click()
		]);
		await card().getByText('Its own limits').waitFor();
	};

	it('stands lower in front and tips forward, and its load has moved to the middle', async () => {
		await page.goto(`${url}/saddle`);
		await card()
			.getByText(/It stands \d+ mm lower in front/)
			.waitFor();
		expect(await card().innerText()).to.match(/It tips \d\.\d° forward/);
		const views = card().getByRole('img', { name: /front \d+% of the weight/ });
		const thirds = await views.evaluateAll((all) =>
			all.map((v) => (v.getAttribute('aria-label') ?? '').match(/\d+(?=%)/g)?.map(Number) ?? [])
		);
		const [then, now] = thirds as [number[], number[]];
		expect(then.slice(0, 3).every((share) => Math.abs(share - 33) <= 1)).to.equal(true);
		expect(now[1]).to.be.above(then[1] as number);
	});

	it('each way of changing has its limit; which lead is chosen, told by the call, and taken back', async () => {
		await page.goto(`${url}/saddle`);
		await card().getByText('Its own limits').click();
		await card().getByRole('table').waitFor();
		expect(await card().getByRole('row').count()).to.equal(7);
		await choose(/^This saddle’s own/);
		await page.goto(url);
		await page.getByText(/Judged by this saddle’s own limits: refit at \d+/).waitFor();
		await page.reload();
		await page.getByText(/Judged by this saddle’s own limits/).waitFor();
		await choose(/^The usual ones/);
		await page.goto(url);
		await page.getByTestId('verdict').waitFor();
		expect(await page.getByText(/Judged by this saddle’s own limits/).count()).to.equal(0);
		expect(errors).to.deep.equal([]);
	});
});
