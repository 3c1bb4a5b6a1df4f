import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { readFileSync } from 'node:fs';
import { v7 as uuidv7 } from 'uuid';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { tables } from '../../src/lib/server/db/index.js';
import { browserCookies, serverUrl, signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { heldOnDevice } from '../support/device.js';
import { eventually } from '../support/eventually.js';
import { PHOTOS } from '../support/pictures.js';
import { openWire, type Wire } from '../support/proxy.js';
import { visitBody } from '../support/visits.js';

/** Each write is tried five ways: edited after, reloaded half-way, in two tabs, sent twice, taken back. */
describe('nothing that was entered is lost', function () {
	let browser: Browser;
	let wire: Wire;
	let context: BrowserContext;
	let owner: Client;
	let page: Page;
	let horseId: string;
	before(async () => {
		browser = await openBrowser();
		wire = await openWire();
		owner = await signedIn('owner');
	});
	beforeEach(async () => {
		context = await browser.newContext({ viewport: { width: 1280, height: 900 } });
		await context.addCookies((await browserCookies('owner')).map((c) => ({ ...c, url: wire.url })));
		page = await context.newPage();
		horseId = uuidv7();
		const { yardId } = await demoHorse('Samphire');
		await owner.post('/horses/new', {
			id: horseId,
			yardId,
			name: `Dulse ${horseId.slice(-4)}`,
			about: '',
			bornYear: ''
		});
	});
	afterEach(async () => {
		await wire.join();
		await context.close();
	});
	after(async () => {
		await browser.close();
		await wire.cut();
	});
	const desk = (more = '') => `${wire.url}/horses/${horseId}/visits/new${more}`;
	async function widths(target: Page, add: number): Promise<void> {
		for (const [depth, width] of [
			[30, 52],
			[60, 74],
			[90, 92],
			[120, 108]
		] as const)
			for (const side of ['near', 'off']) await target.locator(`#kp-${side}-${depth}`).fill(String(width + add));
	}
	const keep = (target: Page, repeat: number) =>
		target.getByRole('button', { name: `Keep as T8, tracing ${repeat}` }).click();
	const visitRow = async (id: string) =>
		(await database().db.select().from(tables.visit).where(eq(tables.visit.id, id)))[0];

	it('what is filled in before the scripts have come stays when they do', async () => {
		let letCome = () => {};
		const come = new Promise<void>((resolve) => (letCome = resolve));
		await page.route(/_app\/.*\.js/, async (route) => {
			await come;
			await route.continue();
		});
		await page.goto(`${wire.url}/horses/${horseId}/edit`, { waitUntil: 'commit' });
		await page.getByLabel('Name').fill('Sea Lavender');
		letCome();
		await page.locator('html[data-ready]').waitFor({ state: 'attached' });
		expect(await page.getByLabel('Name').inputValue()).to.equal('Sea Lavender');
	});

	it('reloaded half-way: day, note, removals, what is typed and sheets not kept yet are all there', async () => {
		const v = { ...visitBody(horseId, '2026-03-14', 2), note: 'shifted once' };
		await owner.send('PUT', `/api/visits/${v.id}`, v);
		await page.goto(desk(`?visit=${v.id}`));
		await page.getByRole('button', { name: 'Remove T8 tracing 2' }).click();
		expect(await page.getByLabel('Note').inputValue()).to.equal('shifted once');
		await page.getByLabel('Note').fill('shifted twice');
		await page.locator('#kp-near-60').fill('71');
		await page.waitForTimeout(1000);
		page.on('dialog', (d) => void d.accept());
		await page.reload();
		await page.getByText('An unsaved visit was found').waitFor();
		expect(await page.getByLabel('Note').inputValue()).to.equal('shifted twice');
		expect(await page.getByLabel('On', { exact: true }).inputValue()).to.equal('2026-03-14');
		expect(await page.locator('#kp-near-60').inputValue()).to.equal('71');
		expect(await page.getByRole('button', { name: 'Remove T8 tracing 2' }).count()).to.equal(0);
		await page.locator('#kp-near-60').fill('');
		await page.getByRole('button', { name: 'Save the visit (1)' }).click();
		await page.waitForURL(/walk/);
		const kept = await visitRow(v.id);
		expect([kept?.note, kept?.visitedOn, kept?.version]).to.deep.equal(['shifted twice', '2026-03-14', 2]);
	});

	it('photos of sheets that are not kept yet survive a reload, and leaving asks first', async () => {
		await page.goto(desk());
		await page.getByRole('button', { name: 'Sheets' }).click();
		await page
			.locator('input[type=file]')
			.setInputFiles({ name: 'a.jpg', mimeType: 'image/jpeg', buffer: readFileSync(`${PHOTOS}/p0000.jpg`) });
		await page.getByRole('button', { name: /a\.jpg/ }).waitFor();
		await page.waitForTimeout(1000);
		const asked: string[] = [];
		let answer: 'accept' | 'dismiss' = 'accept';
		page.on('dialog', (d) => {
			asked.push(d.type());
			void d[answer]();
		});
		await page.reload();
		await page.getByRole('button', { name: /a\.jpg/ }).waitFor();
		await page.getByText('1 sheet not kept yet').waitFor();
		answer = 'dismiss';
		await page.getByRole('link', { name: 'Saddles' }).click();
		await eventually(async () => asked.length > 0);
		expect(new URL(page.url()).pathname).to.contain('/visits/new');
	});

	it('in two tabs: the later save is told, takes in what the other saved, and loses nothing of either', async () => {
		const v = visitBody(horseId, '2026-03-14');
		await owner.send('PUT', `/api/visits/${v.id}`, v);
		const other = await context.newPage();
		for (const tab of [page, other]) await tab.goto(desk(`?visit=${v.id}`));
		await widths(page, 0);
		await keep(page, 2);
		await page.getByRole('button', { name: 'Save the visit (2)' }).click();
		await page.waitForURL(/walk/);
		// The other tab still shows the visit as it was; its draft on the device is its own.
		await widths(other, 3);
		await keep(other, 2);
		await other.getByLabel('Note').fill('from the other tab');
		await other.getByRole('button', { name: 'Save the visit (2)' }).click();
		await other.getByText('Someone changed this meanwhile').waitFor();
		await other.getByRole('button', { name: 'Load what is there now' }).click();
		await other.getByRole('button', { name: 'Save the visit (3)' }).click();
		await other.waitForURL(/walk/);
		const rows = await database().db.select().from(tables.tracing).where(eq(tables.tracing.visitId, v.id));
		expect(rows.map((r) => r.repeat).sort()).to.deep.equal([1, 2, 3]);
		expect((await visitRow(v.id))?.note).to.equal('from the other tab');
	});

	it('without a connection the desk opens from the walk, takes tracings, and they are saved when it is back', async () => {
		await page.goto(`${wire.url}/horses/${horseId}`);
		await heldOnDevice(page, `/horses/${horseId}/visits/new`);
		await wire.cut();
		await page.goto(desk());
		await widths(page, 0);
		await keep(page, 1);
		await page.getByRole('button', { name: 'Save the visit (1)' }).click();
		await page.getByText('No connection. The visit is kept on this device').waitFor();
		// What waits is counted on every page; the horse's says with it what time it is of.
		await page.getByTestId('unsent').getByText('1 tracing').waitFor();
		await page.goto(`${wire.url}/horses/${horseId}`);
		await page.getByTestId('unsent-tracings').getByText('1 tracing').waitFor();
		expect(await page.getByTestId('saved-copy').innerText()).to.match(/Saved copy from \d\d:\d\d, not up to date/);
		await wire.join();
		await page.getByRole('button', { name: 'Send now' }).click();
		await page.getByTestId('unsent').waitFor({ state: 'hidden' });
		const [sent] = await database().db.select().from(tables.visit).where(eq(tables.visit.horseId, horseId));
		// Taken back and reloaded, the bar still says so, and the record puts it in again.
		await page.goto(`${wire.url}/horses/${horseId}?saved=${sent?.id}&on=${sent?.visitedOn}`);
		await page.getByRole('button', { name: 'Undo' }).click();
		await page.getByText('The visit was taken back.').waitFor();
		await page.reload();
		await page.getByText('The visit was taken back.').waitFor();
		await page.getByRole('link', { name: 'Record' }).click();
		await page.getByRole('button', { name: /^Put in again the visit/ }).click();
		await page.getByText('Put in again.', { exact: true }).waitFor();
		const rows = await database().db.select().from(tables.visit).where(eq(tables.visit.horseId, horseId));
		expect(rows.map((r) => r.undoneAt)).to.deep.equal([null]);
	});

	it('a double tap logs one ride, with its day, its note and the pad of last time', async () => {
		await page.goto(`${wire.url}/horses/${horseId}/log`);
		await page.waitForLoadState('networkidle');
		await page.getByLabel('Day').fill('2026-11-02');
		await page.getByLabel(/^Note/).fill('along the sluice');
		await page.getByRole('button', { name: 'thick pad' }).click();
		const rode = page.getByRole('button', { name: 'Rode 2 Nov 2026, nothing seen' });
		await rode.dblclick();
		await page.getByText('Logged: nothing seen.').waitFor();
		await page.waitForTimeout(500);
		const rides = await database().db.select().from(tables.ride).where(eq(tables.ride.horseId, horseId));
		expect(rides.map((r) => [r.riddenOn, r.note, r.pad])).to.deep.equal([['2026-11-02', 'along the sluice', 'thick']]);
		await page.reload();
		expect(await page.getByRole('button', { name: 'thick pad' }).getAttribute('aria-pressed')).to.equal('true');
	});
});

describe('finding and fitting', () => {
	let browser: Browser;
	let page: Page;
	before(async () => {
		browser = await openBrowser();
		const context = await browser.newContext({ viewport: { width: 1280, height: 900 } });
		await context.addCookies(await browserCookies('owner'));
		page = await context.newPage();
	});
	after(() => browser.close());

	it('anything is found by keyboard, slips forgiven', async () => {
		const { id } = await demoHorse('Samphire');
		await page.goto(serverUrl());
		await page.waitForLoadState('networkidle');
		const box = page.getByLabel('Find a horse, a saddle, a visit or a place');
		// A page that is drawn does not listen yet; how soon it does hangs on the machine.
		await eventually(async () => {
			if (!(await box.isVisible())) await page.keyboard.press('/');
			return box.isVisible();
		});
		await box.fill('samphrie');
		await page
			.getByRole('option', { name: /^Samphire/ })
			.first()
			.waitFor();
		await page.keyboard.press('Enter');
		await page.waitForURL(`**/horses/${id}`);
		await page.keyboard.press('Control+k');
		await box.fill('record');
		await page.getByRole('option', { name: /Samphire: Record/ }).waitFor();
		await page.keyboard.press('Enter');
		await page.waitForURL(`**/horses/${id}/record`);
	});

	it('a fit mark over a refit shows the reasons, is confirmed, and is undone with one press', async () => {
		const { id } = await demoHorse('Marram');
		await page.goto(`${serverUrl()}/horses/${id}/saddle`);
		await page.waitForLoadState('networkidle');
		await page.getByLabel('Judged by').fill('Isolde Quay');
		await page.getByRole('button', { name: 'Set fit mark' }).click();
		expect(await page.getByTestId('verdict').innerText()).to.equal('Refit');
		// The second time it is the mark taken away before that stands again, and Undo must mean that one.
		for (let time = 0; time < 2; time++) {
			await page.getByLabel('Judged by').fill('Isolde Quay');
			await page.getByRole('checkbox').check();
			await page.getByRole('button', { name: 'Set fit mark' }).click();
			await page.getByText('Fit mark set.').waitFor();
			await page.getByRole('button', { name: 'Undo', exact: true }).click();
			await page.getByText(/^taken away:/).waitFor();
			await page.waitForFunction(
				() => document.querySelector('[data-testid=verdict]')?.textContent?.trim() === 'Refit'
			);
		}
		expect(await page.getByTestId('verdict').innerText()).to.equal('Refit');
	});
});
