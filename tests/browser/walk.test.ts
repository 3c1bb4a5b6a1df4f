import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import type { Browser, BrowserContext, Locator, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { tables } from '../../src/lib/server/db/index.js';
import { foldEntries, disagreements, type Entry } from '../../src/core/visit/index.js';
import { browserCookies } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { heldOnDevice } from '../support/device.js';
import { eventually } from '../support/eventually.js';
import { openWire, type Wire } from '../support/proxy.js';

const PNG = Buffer.from(
	'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
	'base64'
);
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };
/** The most taps a full visit without tracings may take. */
const MOST_TAPS = 60;

describe('the walk on a phone', function () {
	let browser: Browser;
	let wire: Wire;
	before(async () => {
		browser = await openBrowser();
		wire = await openWire();
	});
	/** One test that fails with the wire cut must not take the others with it. */
	afterEach(() => wire.join());
	after(async () => {
		await browser.close();
		await wire.cut();
	});

	async function phone(): Promise<BrowserContext> {
		const context = await browser.newContext(PHONE);
		const cookies = await browserCookies('owner');
		await context.addCookies(cookies.map((c) => ({ ...c, url: wire.url })));
		return context;
	}
	const entriesOf = async (visitId: string) =>
		database().db.select().from(tables.visitEntry).where(eq(tables.visitEntry.visitId, visitId));
	const visitIdOf = (page: Page): string => new URL(page.url()).searchParams.get('visit') as string;
	const unsent = (page: Page) => page.getByTestId('unsent');

	it('a full visit: network cut half-way, reloaded, everything on the server once; at most 60 taps, no typing', async () => {
		const { id: horseId } = await demoHorse('Samphire');
		const context = await phone();
		const page = await context.newPage();
		let taps = 0;
		const tap = async (target: Locator): Promise<void> => {
			await target.tap();
			taps++;
		};
		const button = (name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
		const step = (name: string) => page.getByRole('heading', { level: 1, name: new RegExp(`^${name}`) }).waitFor();
		await context.addInitScript(() => {
			addEventListener('keydown', () => sessionStorage.setItem('typed', 'yes'), true);
		});

		await page.goto(`${wire.url}/horses/${horseId}`);
		await tap(page.getByRole('link', { name: 'New visit' }).first());
		await tap(page.locator('[data-way=full]'));
		for (const rung of ['Bare', 'Saddle on', 'Girthed', 'Ridden']) await tap(button(`${rung}: nothing seen`));
		await step('Stand');
		await tap(button(/^All four/));
		await tap(button('held by somebody'));
		await step('Feel');
		await tap(button(/^near pocket/));
		await tap(button('skin twitches'));
		await tap(button('Done'));
		const visitId = visitIdOf(page);
		await unsent(page).waitFor({ state: 'hidden' });

		await heldOnDevice(page, `/horses/${horseId}/walk`);
		await wire.cut();
		await tap(button('All the rest is quiet'));
		await step('Hair');
		await tap(button('All the rest is clean'));
		await step('Marks');
		await unsent(page).waitFor();
		await page.reload();
		await step('Marks');
		expect(await button('Feel, done').count(), 'the taps of before are still there').to.equal(1);

		for (const part of [1, 2, 3, 4]) {
			await page.getByText(`${part} of 4`).waitFor();
			await tap(button(/^Same as/));
		}
		await step('Tracings');
		await tap(button('Later, indoors'));
		await step('Set-up');
		await tap(button('Same as last time'));
		for (const stage of ['Saddle on', 'Girthed', 'Rider up']) {
			await step(stage);
			for (;;) {
				const h1 = await page.getByRole('heading', { level: 1 }).innerText();
				if (!h1.startsWith(stage)) break;
				const fingers = page.locator('.fingers [data-code="3"]');
				await tap((await fingers.count()) > 0 ? fingers : page.locator('.step .choice').first());
				await page.waitForFunction((was) => document.querySelector('h1')?.innerText !== was, h1);
			}
		}
		await step('Sweat');
		await tap(button('All the rest is wet and even'));
		await step('Photos');
		for (const name of ['45° in front', 'Side', '45° behind', 'Above']) {
			await page.getByLabel(`Photo: ${name}`).setInputFiles({ name: 'p.png', mimeType: 'image/png', buffer: PNG });
			taps++;
			if (name !== 'Above') await page.getByAltText(`${name}, just taken`).waitFor();
		}
		await step('Decide');
		await tap(button('Ride on'));
		await tap(button(/as due/));
		const held = await page.evaluate(
			() =>
				new Promise<number>((resolve) => {
					const open = indexedDB.open('zone-tally');
					open.onsuccess = () => {
						const all = open.result.transaction('entries').objectStore('entries').count();
						all.onsuccess = () => resolve(all.result);
					};
				})
		);
		await tap(button('Finish the visit'));
		await page.waitForURL(/saved=/);
		await unsent(page).waitFor();
		expect(await page.evaluate(() => sessionStorage.getItem('typed')), 'typing').to.equal(null);
		console.log(`      ${taps} taps, no typing`);
		expect(taps).to.be.at.most(MOST_TAPS);
		const half = await entriesOf(visitId);
		expect(half.length).to.be.below(held);

		await wire.join();
		await page.getByRole('button', { name: 'Send now' }).tap();
		await unsent(page).waitFor({ state: 'hidden' });
		const rows = await entriesOf(visitId);
		expect(rows.length).to.equal(held + 1);
		expect(new Set(rows.map((r) => r.id)).size).to.equal(rows.length);
		const states = foldEntries(
			rows.map((r): Entry => ({
				...r,
				value: r.value.v,
				madeAt: r.madeAt.toISOString(),
				answers: r.answers ?? undefined,
				receivedAt: undefined
			}))
		);
		expect(disagreements(states)).to.deep.equal([]);
		for (const field of [
			'going/ridden',
			'stand/holder',
			'rest/feel',
			'rest/hair',
			'tape/girthCm',
			'condition/score',
			'load/riderKg',
			'tracings/plan',
			'checked/bare',
			'checked/girthed',
			'checked/rider',
			'rest/sweat',
			'photo/above',
			'decide/action',
			'decide/nextOn',
			'done'
		])
			expect(states.has(field), field).to.be.true;
		const photos = await database().db.select().from(tables.photo).where(eq(tables.photo.visitId, visitId));
		expect(photos.map((p) => p.kind).sort()).to.deep.equal(['above', 'front45', 'rear45', 'side']);
		expect(photos.map((p) => p.id)).to.have.members(
			['front45', 'side', 'rear45', 'above'].map((v) => states.get(`photo/${v}`)?.value as string)
		);

		await page.reload();
		await page.getByText('things noted').waitFor();
		await context.close();
	});

	async function begin(page: Page, horseId: string): Promise<void> {
		await page.goto(`${wire.url}/horses/${horseId}/walk`);
		await page.locator('[data-way=quick]').tap();
		await page.getByRole('heading', { level: 1, name: 'Feel' }).waitFor();
		await page.waitForURL(/visit=/);
	}

	it('two devices on one visit: both values kept, the person chooses', async () => {
		const { id: horseId } = await demoHorse('Eider');
		const [one, other] = [await phone(), await phone()];
		const a = await one.newPage();
		await begin(a, horseId);
		const visitId = visitIdOf(a);
		await expectSent(visitId, 2);
		const b = await other.newPage();
		await b.goto(`${wire.url}/horses/${horseId}/walk?visit=${visitId}&at=decide`);
		await b.getByRole('button', { name: 'Watch it' }).waitFor();
		await a.getByRole('button', { name: /^Decide/ }).tap();
		await a.getByRole('button', { name: 'Ride on' }).tap();
		await b.getByRole('button', { name: 'Watch it' }).tap();
		await expectSent(visitId, 4);
		await a.reload();
		await a.getByTestId('disagree').getByRole('button', { name: 'Watch it' }).tap();
		await a.getByTestId('disagree').waitFor({ state: 'detached' });
		await expectSent(visitId, 5);
		await Promise.all([one.close(), other.close()]);
	});

	async function expectSent(visitId: string, count: number): Promise<void> {
		await eventually(async () => (await entriesOf(visitId)).length >= count);
		expect(await entriesOf(visitId)).to.have.length(count);
	}

	it('signed out meanwhile: the taps stay, and go after signing in', async () => {
		const { id: horseId } = await demoHorse('Eider');
		const context = await phone();
		const page = await context.newPage();
		await begin(page, horseId);
		const visitId = visitIdOf(page);
		await expectSent(visitId, 2);
		const cookies = await context.cookies();
		await context.clearCookies();
		await page.getByRole('button', { name: 'All the rest is quiet' }).tap();
		await page.getByText('You are signed out.').waitFor();
		expect(await entriesOf(visitId)).to.have.length(2);
		await context.addCookies(cookies);
		await page.reload();
		await expectSent(visitId, 3);
		await context.close();
	});

	it('a device without room says so, goes on, and still sends', async () => {
		const { id: horseId } = await demoHorse('Eider');
		const context = await phone();
		await context.addInitScript(() => {
			IDBObjectStore.prototype.put = () => {
				throw new DOMException('full', 'QuotaExceededError');
			};
		});
		const page = await context.newPage();
		await begin(page, horseId);
		await page.getByText('This device has no storage left').waitFor();
		await expectSent(visitIdOf(page), 2);
		await context.close();
	});

	it('a picture of 200 MB and a text file named .png are refused with what to do', async () => {
		const { id: horseId } = await demoHorse('Eider');
		const context = await phone();
		const page = await context.newPage();
		await begin(page, horseId);
		await page.getByRole('button', { name: /^Photos/ }).tap();
		const input = page.getByLabel('Photo: Side');
		await input.setInputFiles({ name: 'sheet.png', mimeType: 'image/png', buffer: Buffer.from('not a picture') });
		await page.getByText('sheet.png is not a picture').waitFor();
		await input.evaluate((element) => {
			const big = new File([new Uint8Array(61 * 1024 * 1024)], 'huge.jpg', { type: 'image/jpeg' });
			const files = new DataTransfer();
			files.items.add(big);
			(element as HTMLInputElement).files = files.files;
			element.dispatchEvent(new Event('change', { bubbles: true }));
		});
		await page.getByText('huge.jpg is larger than 60 MB').waitFor();
		await context.close();
	});

	it('a double tap goes one step on, not two', async () => {
		const { id: horseId } = await demoHorse('Eider');
		const context = await phone();
		const page = await context.newPage();
		await begin(page, horseId);
		await page.getByRole('button', { name: 'All the rest is quiet' }).evaluate((button: HTMLElement) => {
			button.click();
			button.click();
		});
		await page.getByRole('heading', { level: 1, name: 'Hair' }).waitFor();
		await expectSent(visitIdOf(page), 4);
		expect(new URL(page.url()).searchParams.get('at')).to.equal('hair');
		await context.close();
	});

	it('can be walked by keyboard alone', async () => {
		const { id: horseId } = await demoHorse('Eider');
		const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
		await context.addCookies((await browserCookies('owner')).map((c) => ({ ...c, url: wire.url })));
		const page = await context.newPage();
		await page.goto(`${wire.url}/horses/${horseId}/walk`);
		await page.locator('[data-way=quick]').waitFor();
		const press = async (name: RegExp): Promise<void> => {
			for (let i = 0; i < 120; i++) {
				await page.keyboard.press('Tab');
				const at = await page.evaluate(() => {
					const e = document.activeElement;
					return e?.getAttribute('aria-label') ?? e?.textContent?.trim() ?? '';
				});
				if (!name.test(at)) continue;
				await page.keyboard.press('Enter');
				return;
			}
			throw new Error(`the keyboard never reaches ${name}`);
		};
		await press(/^Quick look/);
		await page.getByRole('heading', { level: 1, name: 'Feel' }).waitFor();
		await press(/^off loin/);
		await press(/^skin twitches/);
		await press(/^Done/);
		await press(/^All the rest is quiet/);
		await page.getByRole('heading', { level: 1, name: 'Hair' }).waitFor();
		await press(/^All the rest is clean/);
		await page.getByRole('heading', { level: 1, name: 'Photos' }).waitFor();
		await press(/^Next/);
		await press(/^Watch it/);
		await press(/^Finish the visit/);
		await page.waitForURL(/saved=/);
		await context.close();
	});
});
