import { expect } from 'chai';
import { and, eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import type { Browser, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { tables } from '../../src/lib/server/db/index.js';
import { cookiesFrom, serverUrl, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { clientOf, makePerson, type Person } from '../support/people.js';

/** What stays in mm or kg whoever reads: the rule printed on the sheets, and the choice itself. */
const STAYS = [/Check its ruler of 100 mm/g, /Records are kept in millimetres whatever is read/g];

describe('inches, pounds and days month first', () => {
	let browser: Browser;
	let page: Page;
	let person: Person;
	let client: Client;
	const horseId = uuidv7();
	const ownYard = uuidv7();

	before(async () => {
		person = await makePerson('Inchy Reader');
		const { db } = database();
		const { yardId } = await demoHorse('Marram');
		await db.insert(tables.membership).values({ yardId, personId: person.id, role: 'owner' });
		const signedIn = await clientOf(person);
		client = signedIn;
		await client.post('/yards/new', { id: ownYard, name: 'Inch yard' });
		await client.post('/horses/new', { id: horseId, yardId: ownYard, name: 'Measured', about: '', bornYear: '' });
		browser = await openBrowser();
		const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
		await context.addCookies(cookiesFrom(signedIn.cookie));
		page = await context.newPage();
	});
	after(async () => {
		await browser.close();
		const { yardId } = await demoHorse('Marram');
		await database()
			.db.delete(tables.membership)
			.where(and(eq(tables.membership.personId, person.id), eq(tables.membership.yardId, yardId)));
	});

	it('are chosen once, on the account page', async () => {
		await page.goto(`${serverUrl()}/account`);
		await page.waitForLoadState('networkidle');
		await page.locator('select[name=length]').selectOption('inch');
		await page.locator('select[name=weight]').selectOption('lb');
		await page.locator('select[name=days]').selectOption('month-day');
		await page.locator('form[action="?/measures"] button').click();
		await page.getByText('Figures and days are told that way from now on.').waitFor();
		await page.getByText('Your hand, in fingers and in').waitFor();
	});

	/** All that a page says, to the eye and to a screen reader. */
	const said = () =>
		page.evaluate(() => {
			const labels = [...document.querySelectorAll('[aria-label], [aria-valuetext], title')].map(
				(e) => e.getAttribute('aria-label') ?? e.getAttribute('aria-valuetext') ?? e.textContent
			);
			document.querySelectorAll('details').forEach((d) => (d.open = true));
			return [document.body.innerText, ...labels].join('\n');
		});

	it('then no page says millimetres or kilograms any more', async () => {
		const { id, saddleId } = await demoHorse('Marram');
		const paths = [
			'/',
			...['', '/shape', '/signs', '/log', '/record', '/saddle', '/visits/new', '/walk'].map((p) => `/horses/${id}${p}`),
			'/saddles',
			`/saddles/${saddleId}`,
			...['/hands', '/round', '/compare', '/import', '/help', '/help/tracing', '/help/marking', '/help/call']
		];
		const left: string[] = [];
		for (const path of paths) {
			const answer = await page.goto(serverUrl() + path);
			expect(answer?.status(), path).to.equal(200);
			// The seat is asked for by the page itself.
			if (path.endsWith(id) || path.endsWith('/saddle')) await page.waitForLoadState('networkidle');
			const text = STAYS.reduce((t, stays) => t.replaceAll(stays, ''), await said());
			for (const line of text.split('\n'))
				if (/\bmm\b|\bkg\b|millimet|kilogr/i.test(line)) left.push(`${path}: ${line.trim().slice(0, 160)}`);
		}
		expect(left.join('\n')).to.equal('');
	});

	it('and the same page of another person still says mm', async () => {
		const { id } = await demoHorse('Marram');
		const inches = await (await client.get(`/horses/${id}/shape`)).text();
		const other = await makePerson('Metric Reader');
		const { yardId } = await demoHorse('Marram');
		await database().db.insert(tables.membership).values({ yardId, personId: other.id, role: 'viewer' });
		const metric = await clientOf(other);
		// Asked for at once, so that neither waits for the other.
		const [again, mm] = await Promise.all(
			[client, metric].map(async (c) => (await c.get(`/horses/${id}/shape`)).text())
		);
		await database().db.delete(tables.membership).where(eq(tables.membership.personId, other.id));
		const figure = / ± [\d.]+ (mm|in)\b/;
		expect(inches).to.match(figure);
		expect([figure.exec(again as string)?.[1], figure.exec(mm as string)?.[1]]).to.deep.equal(['in', 'mm']);
	});

	it('half-widths typed in inches are kept in mm', async () => {
		await page.goto(`${serverUrl()}/horses/${horseId}/visits/new`);
		await page.waitForLoadState('networkidle');
		const typed = [
			[0.5, 1.2],
			[1, 1.9],
			[2, 2.9],
			[3, 3.8],
			[4, 4.6],
			[5, 5.2]
		] as const;
		for (const [depth, width] of typed)
			for (const side of ['near', 'off']) await page.locator(`[id="kp-${side}-${depth}"]`).fill(String(width));
		await page.getByRole('button', { name: /^Keep as/ }).click();
		await page.getByRole('button', { name: 'Save the visit (1)' }).click();
		await page.getByText('The visit is saved.').waitFor();
		const { db } = database();
		const [visit] = await db.select().from(tables.visit).where(eq(tables.visit.horseId, horseId));
		const [tracing] = await db
			.select()
			.from(tables.tracing)
			.where(eq(tables.tracing.visitId, visit?.id ?? ''));
		expect(Math.max(...(tracing?.xMm ?? []))).to.be.closeTo(5.2 * 25.4, 0.01);
		expect(Math.min(...(tracing?.yMm ?? []))).to.be.closeTo(-5 * 25.4, 0.01);
	});

	it('a bearing length too, in whole mm', async () => {
		await page.goto(`${serverUrl()}/saddles?yard=${ownYard}`);
		await page.waitForLoadState('networkidle');
		const form = page.locator('form[action="?/add"]');
		await form.getByLabel('Name').fill('Inch saddle');
		await form.getByLabel('Bearing length, in').fill('17.5');
		await form.getByRole('button', { name: 'Add' }).click();
		await page.getByText('bears 17.5 in').waitFor();
		const [saddle] = await database().db.select().from(tables.saddle).where(eq(tables.saddle.yardId, ownYard));
		expect(saddle?.bearingMm).to.equal(445);
	});

	it('a file drawn in inches is asked about and read so', async () => {
		await page.goto(`${serverUrl()}/import`);
		await page.waitForLoadState('networkidle');
		const rows = Array.from({ length: 13 }, (_, i) => (i - 6) * 0.8).map(
			(x) => `2026-03-14,T8,1,${x.toFixed(2)},${(-x * x * 0.22).toFixed(3)}`
		);
		const buffer = Buffer.from(['visited_on,station,repeat,x_mm,y_mm', ...rows].join('\n'));
		await page.locator('input[type=file]').first().setInputFiles({ name: 'back.csv', mimeType: 'text/csv', buffer });
		await page.getByText('These lines look drawn in inches.').waitFor();
		await page.getByRole('button', { name: 'Read them as inches' }).click();
		await page.getByText('1 tracings read').waitFor();
		await page.getByRole('cell', { name: 'Mar 14, 2026' }).waitFor();
	});
});
