import { expect } from 'chai';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import type { Browser, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { tables } from '../../src/lib/server/db/index.js';
import { browserCookies, serverUrl, signedIn } from '../support/client.js';
import { eventually } from '../support/eventually.js';
import { database, demoHorse } from '../support/database.js';

/** The demo's lay-off horse from a tracing that is due to a fitter's answer and the dates that follow from it. */
describe('from a due tracing to a new fit mark', function () {
	this.timeout(120_000);
	let browser: Browser;
	let owner: Page;
	let horse: Awaited<ReturnType<typeof demoHorse>>;
	const today = new Date().toISOString().slice(0, 10);
	const newestMark = async () =>
		(
			await database()
				.db.select()
				.from(tables.fitMark)
				.where(and(eq(tables.fitMark.horseId, horse.id), isNull(tables.fitMark.undoneAt)))
				.orderBy(desc(tables.fitMark.createdAt))
				.limit(1)
		)[0];
	const nextOn = async () =>
		(await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horse.id)))[0]?.nextOn;

	before(async () => {
		browser = await openBrowser();
		const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
		await context.addCookies(await browserCookies('owner'));
		owner = await context.newPage();
		horse = await demoHorse('Marram');
	});
	/** Other tests look the horse up as the demo left it. */
	let oldMark: string | undefined;
	after(async () => {
		await browser.close();
		const { db } = database();
		const { fitMark, visit, reportLink } = tables;
		for (const id of (await demoHorse('Marram')).visitIds)
			if (!horse.visitIds.includes(id)) {
				await db.delete(fitMark).where(eq(fitMark.visitId, id));
				await db.delete(visit).where(eq(visit.id, id));
			}
		await db.delete(reportLink).where(eq(reportLink.horseId, horse.id));
		await db
			.update(tables.horse)
			.set({ shapeRevision: sql`shape_revision + 1` })
			.where(eq(tables.horse.id, horse.id));
		// Looked at, it is judged anew.
		await (await signedIn('owner')).get(`/horses/${horse.id}`);
	});

	it('is traced, called, sent, answered without an account, and begins anew', async () => {
		oldMark = (await newestMark())?.id;
		const dueBefore = await nextOn();
		// The sheets of the last visit again, as of today: what a yard brings in from a file.
		const csv = await (await (await signedIn('owner')).get(`/api/horses/${horse.id}/points.csv`)).text();
		const [head, ...rows] = csv.trim().split('\r\n');
		const last = rows
			.map((r) => r.slice(0, 10))
			.sort()
			.at(-1) as string;
		const again = rows
			.filter((r) => r.startsWith(last) && /,T(8|13|18),/.test(r))
			.map((r) => r.replace(/^[^,]+/, today).replace(/(-?[\d.]+)$/, (y) => String(Number(y) * 1.002)));
		await owner.goto(`${serverUrl()}/horses/${horse.id}/visits/new`);
		await owner.waitForLoadState('networkidle');
		await owner.getByRole('button', { name: 'File', exact: true }).click();
		await owner
			.locator('input[type=file]')
			.setInputFiles({ name: 'today.csv', mimeType: 'text/csv', buffer: Buffer.from([head, ...again].join('\r\n')) });
		await owner.getByRole('button', { name: /^Save the visit/ }).click();
		await owner.waitForURL(/saved=/);
		expect(await owner.getByTestId('verdict').first().innerText()).to.equal('Refit');

		await owner.goto(`${serverUrl()}/horses/${horse.id}/saddle`);
		await owner.getByRole('button', { name: 'Make a report link' }).click();
		const link = await owner.getByLabel('Link of the report').inputValue();

		const fitter = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
		await fitter.goto(link);
		expect(await fitter.getByTestId('verdict').innerText()).to.equal('Refit');
		await fitter.getByLabel('Refitted today: it fits from now').check();
		await fitter.getByLabel('Your name').fill('Isolde Quay');
		await fitter.getByLabel('What was done, or a note').fill('Wide plate, front panels flocked');
		await fitter.getByRole('button', { name: 'Send the answer' }).click();
		await fitter.getByText('the yard has your answer').waitFor();

		await owner.reload();
		await owner.getByText('Wide plate, front panels flocked').waitFor();
		await owner.getByRole('button', { name: /^Set the fit mark on/ }).click();
		await eventually(async () => (await newestMark())?.id !== oldMark);
		const mark = await newestMark();
		expect([mark?.id === oldMark, mark?.fittedBy]).to.deep.equal([false, 'Isolde Quay']);
		const dueAfter = await nextOn();
		expect(dueAfter).to.be.a('string').and.not.equal(dueBefore);
		await owner.goto(`${serverUrl()}/horses/${horse.id}`);
		// The shape is the new mark's own; what hands and eyes found is still there and asks for a look.
		expect(await owner.getByTestId('verdict').first().innerText()).to.equal('Watch');
		expect(await owner.getByTestId('shape-verdict').innerText()).to.equal('Steady');
	});
});
