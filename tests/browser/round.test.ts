import { expect } from 'chai';
import { and, eq, isNull } from 'drizzle-orm';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { tables } from '../../src/lib/server/db/index.js';
import { browserCookies, serverUrl } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { eventually } from '../support/eventually.js';
import { clientOf, makePerson } from '../support/people.js';

describe('the round, the report on paper, and keys', function () {
	this.timeout(120_000);
	let browser: Browser;
	let page: Page;
	before(async () => {
		browser = await openBrowser();
		const context = await browser.newContext({ viewport: { width: 1280, height: 1500 } });
		await context.addCookies(await browserCookies('owner'));
		page = await context.newPage();
	});
	after(() => browser.close());

	const answers = (horseId: string) =>
		database()
			.db.select()
			.from(tables.dueAnswer)
			.where(and(eq(tables.dueAnswer.horseId, horseId), isNull(tables.dueAnswer.undoneAt)));

	/** Due in two days, whatever other tests have recorded of the horse; put back as it was. */
	async function dueSoon(name: string): Promise<{ id: string; back: () => Promise<unknown> }> {
		const { db } = database();
		const { id } = await demoHorse(name);
		const { standing } = tables;
		const [was] = await db.select().from(standing).where(eq(standing.horseId, id));
		const set = (nextOn: string | null, verdict: typeof standing.$inferSelect.verdict) =>
			db.update(standing).set({ nextOn, verdict }).where(eq(standing.horseId, id));
		const soon = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10);
		await db.delete(tables.dueAnswer).where(eq(tables.dueAnswer.horseId, id));
		await set(soon, 'watch');
		return {
			id,
			back: async () => {
				await db.delete(tables.dueAnswer).where(eq(tables.dueAnswer.horseId, id));
				await set(was?.nextOn ?? null, was?.verdict ?? null);
			}
		};
	}

	it('a horse is dragged to another day, which stands after a reload, and taken back on its page', async () => {
		const { id, back } = await dueSoon('Samphire');
		await page.goto(`${serverUrl()}/round`);
		await page.waitForLoadState('networkidle');
		const stop = page.locator('.days li strong', { hasText: 'Samphire' });
		const target = page.locator('.days section').nth(4);
		const [from, to] = [await stop.boundingBox(), await target.locator('ul').boundingBox()];
		const at = (share: number): [number, number] => [
			from!.x + 8 + (to!.x + 32 - from!.x) * share,
			from!.y + 8 + (to!.y + 6 - from!.y) * share
		];
		await page.mouse.move(...at(0));
		await page.mouse.down();
		for (let i = 1; i <= 12; i++) await page.mouse.move(...at(i / 12));
		await page.waitForTimeout(1000);
		await page.mouse.up();
		await eventually(async () => (await answers(id)).length === 1);
		await page.getByRole('status').filter({ hasText: 'Samphire:' }).waitFor();
		await page.reload();
		await page.waitForLoadState('networkidle');
		expect(await target.innerText())
			.to.contain('Samphire')
			.and.contain('put off from');
		await page.goto(`${serverUrl()}/horses/${id}`);
		await page.getByText(/^put off to/).waitFor();
		await page.getByRole('button', { name: 'Take back' }).click();
		await eventually(async () => (await answers(id)).length === 0);
		await back();
	});

	it('without a mouse the day beside the horse does the same', async () => {
		const { id, back } = await dueSoon('Eider');
		await page.goto(`${serverUrl()}/round`);
		await page.waitForLoadState('networkidle');
		await page.getByLabel('Day for Eider').selectOption({ label: 'Tomorrow' });
		await eventually(async () => (await answers(id)).length === 1);
		expect((await answers(id))[0]?.answer).to.equal('put-off');
		await back();
	});

	it('a report is asked for, goes on after a reload, and is taken', async () => {
		const { id } = await demoHorse('Marram');
		await page.goto(`${serverUrl()}/horses/${id}/saddle`);
		await page.getByRole('button', { name: 'Make the PDF' }).click();
		await page.reload();
		const link = page.getByRole('link', { name: /^Take Marram/ });
		await link.waitFor();
		const [download] = await Promise.all([page.waitForEvent('download'), link.click()]);
		expect(download.suggestedFilename()).to.match(/^Marram.*fitter\.pdf$/);
	});

	it('a key is made, signs in without a password, and once forgotten no longer does', async () => {
		const person = await makePerson('Key Quay');
		const place = serverUrl().replace('127.0.0.1', 'localhost');
		const context: BrowserContext = await browser.newContext();
		const { cookie } = await clientOf(person);
		await context.addCookies(
			cookie.split('; ').map((c) => {
				const at = c.indexOf('=');
				return { name: c.slice(0, at), value: c.slice(at + 1), url: place };
			})
		);
		const own = await context.newPage();
		const cdp = await context.newCDPSession(own);
		await cdp.send('WebAuthn.enable');
		await cdp.send('WebAuthn.addVirtualAuthenticator', {
			options: {
				protocol: 'ctap2',
				transport: 'internal',
				hasResidentKey: true,
				hasUserVerification: true,
				isUserVerified: true,
				automaticPresenceSimulation: true
			}
		});
		await own.goto(`${place}/account`);
		await own.getByLabel('Name it').fill('phone in the yard');
		await own.getByRole('button', { name: 'Make a key on this device' }).click();
		await own.getByText('The key is kept').waitFor();
		await own.getByText('phone in the yard').waitFor();
		await context.clearCookies();
		await own.goto(`${place}/sign-in?to=/account`);
		await own.getByRole('button', { name: 'Sign in with a passkey' }).click();
		await own.waitForURL(`${place}/account`);
		expect(await own.locator('body').innerText()).to.contain('phone in the yard');
		await own.getByRole('button', { name: 'Forget phone in the yard' }).click();
		await own.getByText('signs nobody in any more').waitFor();
		await context.clearCookies();
		await own.goto(`${place}/sign-in`);
		await own.getByRole('button', { name: 'Sign in with a passkey' }).click();
		await own.getByRole('alert').waitFor();
		expect(own.url()).to.contain('/sign-in');
		await context.close();
	});
});
