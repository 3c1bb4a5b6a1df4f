import { expect } from 'chai';
import type { Browser, Page } from 'playwright-core';
import { openBrowser, signInPage } from '../../scripts/lib/browser.mjs';
import { startServer } from '../../scripts/lib/server.mjs';
import { writePointsCsv, writeSvg } from '../../src/core/formats/index.js';
import { makeCurve } from '../../src/core/curve/index.js';
import { tables } from '../../src/lib/server/db/index.js';
import { makeBack, trueHalfWidthMm } from '../../sim/back.js';
import { seededRandom } from '../../sim/random.js';
import { drawTracing, CALM_HAND } from '../../sim/trace.js';
import { database } from '../support/database.js';
import { eventually } from '../support/eventually.js';

const TODAY = new Date().toISOString().slice(0, 10);
const STILL = { nearMm: 0, offMm: 0 };
const SECRET = 'only for this test, thirty-two characters';

/** The same made-up back as the demo's Samphire, traced anew. */
const BACK = makeBack({ broad: 1.02, pocketMm: 0, lopsidedMm: 0.5 });
const random = seededRandom(77);
const tracings = (station: 'T8' | 'T13' | 'T18') =>
	[1, 2, 3].map((repeat) => ({
		visitedOn: TODAY,
		station,
		repeat,
		curve: makeCurve(drawTracing(BACK[station], STILL, CALM_HAND, random))
	}));

describe('a visit in the browser', () => {
	let browser: Browser;
	let page: Page;
	let server: Awaited<ReturnType<typeof startServer>>;
	let horseUrl = '';
	const errors: string[] = [];
	const start = (port = 0) =>
		startServer({
			build: process.env['ZT_TEST_BUILD'] as string,
			databaseUrl: process.env['ZT_TEST_DATABASE'] as string,
			secret: SECRET,
			port
		});

	before(async () => {
		server = await start();
		browser = await openBrowser();
		page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
		page.on('pageerror', (e) => errors.push(e.message));
		page.on(
			'request',
			(r) =>
				!r.url().startsWith(server.url) && !/^(blob|data):/.test(r.url()) && errors.push(`left the site: ${r.url()}`)
		);
	});
	after(async () => {
		await browser.close();
		await server.stop();
	});

	async function addByFile(name: string, mimeType: string, text: string): Promise<void> {
		await page.getByRole('button', { name: 'File', exact: true }).click();
		await page.locator('input[type=file]').setInputFiles({ name, mimeType, buffer: Buffer.from(text) });
		await page.getByText(name).waitFor();
	}

	async function addByKeypad(repeat: number): Promise<void> {
		for (const d of [15, 30, 60, 75, 90, 120, 150])
			for (const side of ['near', 'off'] as const)
				await page
					.locator(`#kp-${side}-${d}`)
					.fill((trueHalfWidthMm(BACK.T13, side, d, STILL) + repeat * 0.4).toFixed(1).replace('.', ','));
		await page.getByRole('button', { name: `Keep as T13, tracing ${repeat}` }).click();
	}

	it('sends a person who is signed out to sign in, and back again', async () => {
		await page.goto(`${server.url}/saddles`);
		expect(page.url()).to.contain('/sign-in?to=%2Fsaddles');
		// What other tests have tried at the door by now is not what is tried here.
		await database().db.delete(tables.rateLimit);
		await signInPage(page, server.url);
		await page.getByRole('link', { name: 'Samphire bay gelding' }).click();
		await page.waitForURL(/\/horses\//);
		horseUrl = new URL(page.url()).pathname;
		await page.getByTestId('verdict').waitFor();
	});

	it('records nine tracings: by CSV, by keypad and by SVG', async () => {
		await page.goto(`${page.url()}/visits/new`);
		await page.waitForURL(/visits\/new/);
		await page.waitForLoadState('networkidle');
		await addByFile('t8.csv', 'text/csv', writePointsCsv(tracings('T8')));
		await page.getByRole('button', { name: 'T13', exact: true }).first().click();
		await page.getByRole('button', { name: 'Keypad' }).click();
		for (const repeat of [1, 2, 3]) await addByKeypad(repeat);
		await addByFile('t18.svg', 'image/svg+xml', writeSvg(tracings('T18')));
		await page.getByRole('button', { name: 'Save the visit (9)' }).waitFor();
		expect(await page.getByTestId('kept').innerText()).to.match(/Agree within \d\.\d mm/);
	});

	it('keeps what was entered when the page is loaded again before saving', async () => {
		await page.reload();
		await page.getByText('An unsaved visit was found on this device').waitFor();
		await page.getByRole('button', { name: 'Save the visit (9)' }).waitFor();
	});

	it('saves, and shows today’s call with reasons and intervals', async () => {
		await page.getByRole('button', { name: 'Save the visit (9)' }).click();
		await page.getByText('The visit is saved.').waitFor();
		expect(await page.getByTestId('verdict').innerText()).to.equal('Steady');
		const card = await page.locator('.card-call').innerText();
		expect(card).to.match(/No real change seen; these tracings would show \d\.\d mm|real, but inside the limit/);
		expect(card).to.match(/T8\s+\(?[+−\d.]+ ± \d\.\d/);
		expect(card).to.match(/Trace again by/);
	});

	it('finds it again after the server was restarted', async () => {
		const port = Number(new URL(server.url).port);
		await server.stop();
		server = await start(port);
		await page.goto(server.url + horseUrl);
		expect(await page.getByTestId('verdict').innerText()).to.equal('Steady');
		const csv = await (await page.request.get(`${server.url}/api${horseUrl}/points.csv`)).text();
		const rows = csv.split('\r\n').filter((r) => r.startsWith(TODAY));
		expect(new Set(rows.map((r) => r.split(',').slice(1, 3).join(' '))).size).to.equal(9);
	});

	it('walks back through the visits by keyboard alone, and the call follows', async () => {
		await page.getByRole('slider').focus();
		await page.keyboard.press('Home');
		await page.waitForURL(/on=/);
		await page.locator('.card-call').getByText('Call as it stood').waitFor();
		await page.keyboard.press('End');
		await page
			.locator('.card-call')
			.getByText(/^Call for/)
			.waitFor();
	});

	it('undoes the visit and puts it in again', async () => {
		const onRail = () => page.locator('svg[role=slider] .visit').count();
		const visits = await onRail();
		const { pathname } = new URL(page.url());
		const again = page.getByRole('link', { name: 'Go on with it' }).first();
		const id = new URL((await again.getAttribute('href')) ?? '', server.url).searchParams.get('visit');
		await page.goto(`${server.url}${pathname}?saved=${id}`);
		await page.waitForLoadState('networkidle');
		await page.getByRole('button', { name: 'Undo' }).click();
		await page.getByText('The visit was taken back.').waitFor();
		// The page tells at once and is loaded anew after it.
		await eventually(async () => (await onRail()) === visits - 1, 10);
		await page.getByRole('button', { name: 'Put it in again' }).click();
		await page.getByText('The visit is saved.').waitFor();
		await eventually(async () => (await onRail()) === visits, 10);
	});

	it('shows its keys on “?” and goes by them', async () => {
		await page.keyboard.press('?');
		await page.getByRole('heading', { name: 'Keys' }).waitFor();
		await page.keyboard.press('Escape');
		await page.keyboard.press('s');
		await page.waitForURL(/\/saddles/);
		await page.keyboard.press('t');
		expect(await page.locator('html').getAttribute('data-theme')).to.equal('stable');
		await page.keyboard.press('t');
	});

	it('went without an error and loaded nothing from another host', () => expect(errors).to.deep.equal([]));
});
