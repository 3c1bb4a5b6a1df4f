import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Browser, BrowserContext } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { browserCookies, serverUrl } from '../support/client.js';
import { demoHorse } from '../support/database.js';
import { PHOTOS } from '../support/pictures.js';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
/** WCAG 2.2 levels A and AA, judged by an accessibility engine from the registry. */
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

interface Finding {
	readonly id: string;
	readonly nodes: readonly { readonly target: readonly string[]; readonly failureSummary: string }[];
}

describe('every main screen meets WCAG 2.2 AA, in both themes, and fits a phone', function () {
	this.timeout(180_000);
	let browser: Browser;
	let context: BrowserContext;
	before(async () => {
		browser = await openBrowser();
		// The engine is put in by the test; the page's own policy would rightly refuse it.
		context = await browser.newContext({ viewport: { width: 1280, height: 800 }, bypassCSP: true });
		await context.addCookies(await browserCookies('owner'));
	});
	after(() => browser.close());

	const THEMES = ['paper', 'stable'] as const;
	const PHONE_PX = 390;

	/** What the engine finds on a page, in one theme after the other. */
	async function findings(path: string, signedOut = false, width = 1280): Promise<string[]> {
		const where = signedOut ? await browser.newContext({ bypassCSP: true }) : context;
		const page = await where.newPage();
		await page.setViewportSize({ width, height: 844 });
		const run = (only: object): string =>
			`axe.run(document, { resultTypes: ['violations'], runOnly: ${JSON.stringify(only)} }).then((r) => r.violations)`;
		const found: string[] = [];
		await page.goto(serverUrl() + path);
		await page.waitForLoadState('networkidle');
		await page.evaluate(AXE);
		for (const theme of THEMES) {
			// As the button of the page does it; that the served page has it is another test.
			await page.evaluate((name) => (document.documentElement.dataset['theme'] = name), theme);
			// One that is never done, or of an element that has gone, holds nobody up.
			await page.evaluate(() =>
				Promise.race([
					Promise.all(document.getAnimations().map((a) => a.finished.catch(() => undefined))),
					new Promise((resolve) => setTimeout(resolve, 3000))
				])
			);
			// Only colours differ from one theme to the other.
			const only = theme === THEMES[0] ? { type: 'tag', values: RULES } : { type: 'rule', values: ['color-contrast'] };
			const violations = (await page.evaluate(run(only))) as Finding[];
			found.push(
				...violations.map(
					(v) => `${theme}: ${v.id}: ${v.nodes[0]?.target.join(' ')} ${v.nodes[0]?.failureSummary.slice(0, 160)}`
				)
			);
		}
		// Whatever is looked at in a yard keeps to a phone's width.
		await page.setViewportSize({ width: PHONE_PX, height: 844 });
		const wide = await page.evaluate(() => document.documentElement.scrollWidth);
		if (wide > PHONE_PX) found.push(`runs out of the page sideways on a phone: ${wide} px`);
		await page.close();
		return found;
	}

	it('the theme that is chosen is the one that is served', async () => {
		for (const theme of THEMES) {
			await context.addCookies([{ name: 'zt-theme', value: theme, url: serverUrl() }]);
			const page = await context.newPage();
			await page.goto(serverUrl());
			expect(await page.locator('html').getAttribute('data-theme')).to.equal(theme);
			await page.close();
		}
	});

	it('main screens', async () => {
		const { id, saddleId } = await demoHorse('Marram');
		for (const path of [
			'/',
			`/horses/${id}`,
			`/horses/${id}/visits/new`,
			'/saddles',
			`/horses/${id}/saddle`,
			'/import',
			'/round',
			'/keeper',
			`/compare?a=${(await demoHorse('Marram')).id}&b=${(await demoHorse('Samphire')).id}`,
			'/horses/new'
		])
			expect(await findings(path), path).to.deep.equal([]);
		expect(await findings(`/saddles/${saddleId}`), 'saddle room').to.deep.equal([]);
		expect(await findings('/sign-in', true), '/sign-in').to.deep.equal([]);
	});

	/** Every screen of the walk, by the key in its address. */
	const WALK = [
		'going',
		'stand',
		'feel',
		'hair',
		'marks/places',
		'marks/tape',
		'marks/condition',
		'marks/load',
		'tracings',
		'setup',
		'bare/clearance-top',
		'bare/contact',
		'pad',
		'girthed/girth-line',
		'rider/knee-room',
		'sweat',
		'photos',
		'decide'
	];

	it('every screen of the walk on a phone', async () => {
		const { id, visitIds } = await demoHorse('Marram');
		const last = visitIds.at(-1);
		for (const at of WALK)
			expect(await findings(`/horses/${id}/walk?visit=${last}&at=${at}`, false, PHONE_PX), at).to.deep.equal([]);
	});

	it('what is used beside the walk, on a phone', async () => {
		const { id } = await demoHorse('Marram');
		for (const path of [
			`/horses/${id}/walk`,
			`/horses/${id}/signs`,
			`/horses/${id}/log`,
			`/horses/${id}/shape`,
			'/engine',
			'/round',
			'/account',
			'/hands'
		])
			expect(await findings(path, false, PHONE_PX), path).to.deep.equal([]);
		expect(await findings(`/horses/${id}/signs`), 'signs, wide').to.deep.equal([]);
	});

	it('the sheet of one zone', async () => {
		const { id, visitIds } = await demoHorse('Marram');
		const page = await context.newPage();
		await page.goto(`${serverUrl()}/horses/${id}/walk?visit=${visitIds.at(-1)}&at=feel`);
		await page.getByRole('button', { name: /^near pocket/ }).click();
		await page.getByRole('button', { name: 'Done', exact: true }).waitFor();
		await page.evaluate(AXE);
		const run = `axe.run(document, { runOnly: { type: 'tag', values: ${JSON.stringify(RULES)} } }).then((r) => r.violations.map((v) => v.id + ' ' + v.nodes[0].target))`;
		expect(await page.evaluate(run)).to.deep.equal([]);
		await page.close();
	});

	it('the desk with a sheet that was read, and with a scan asked for', async () => {
		const { id } = await demoHorse('Marram');
		const page = await context.newPage();
		await page.goto(`${serverUrl()}/horses/${id}/visits/new`);
		const run = `axe.run(document, { runOnly: { type: 'tag', values: ${JSON.stringify(RULES)} } }).then((r) => r.violations.map((v) => v.id + ' ' + v.nodes[0].target))`;
		await page.getByRole('button', { name: 'Scan', exact: true }).click();
		await page.evaluate(AXE);
		expect(await page.evaluate(run)).to.deep.equal([]);
		await page.getByRole('button', { name: 'Sheets', exact: true }).click();
		await page.locator('input[type=file]').setInputFiles(`${PHOTOS}/p0015.jpg`);
		await page.getByRole('slider', { name: /^Spine mark/ }).waitFor({ timeout: 60_000 });
		expect(await page.evaluate(run)).to.deep.equal([]);
		await page.close();
	});
});
