import { expect } from 'chai';
import { and, eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import type { Browser, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { tables } from '../../src/lib/server/db/index.js';
import { makeMadeSeries, MAKES, type MadeTracing, type Make } from '../../sim/makes/index.js';
import { seededRandom } from '../../sim/random.js';
import { browserCookies, serverUrl, signedIn } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { eventually } from '../support/eventually.js';

const MADE = makeMadeSeries(
	MAKES.find((m) => m.name === 'families') as Make,
	'quiet',
	'low',
	seededRandom(3),
	'none',
	12
);
const DAYS = [...new Set(MADE.tracings.map((t) => t.visitedOn))].sort();
const LAST = DAYS.at(-1) as string;
const on = (day: string): MadeTracing[] => MADE.tracings.filter((t) => t.visitedOn === day);
const exchanged = (t: MadeTracing): MadeTracing => ({
	...t,
	station: t.station === 'T8' ? 'T13' : t.station === 'T13' ? 'T8' : t.station
});
/** A points CSV; another person may have traced. */
function csvOf(tracings: readonly MadeTracing[], operator = ''): Buffer {
	const rows = tracings.flatMap((t) =>
		t.points.map(([x, y]) => `${t.visitedOn},${t.station},${t.repeat},${x.toFixed(2)},${y.toFixed(2)},${operator}`)
	);
	return Buffer.from(`visited_on,station,repeat,x_mm,y_mm,operator\n${rows.join('\n')}\n`);
}
const file = (buffer: Buffer) => ({ name: 'visit.csv', mimeType: 'text/csv', buffer });

describe('clumsy sheets are asked about before they are kept', function () {
	this.timeout(120_000);
	let browser: Browser;
	let page: Page;
	let horseId: string;

	before(async () => {
		browser = await openBrowser();
		const context = await browser.newContext({ viewport: { width: 1280, height: 900 } });
		await context.addCookies(await browserCookies('owner'));
		page = await context.newPage();
		horseId = uuidv7();
		const { yardId } = await demoHorse('Eider');
		const owner = await signedIn('owner');
		await owner.post('/horses/new', { id: horseId, yardId, name: 'Sea Pink', about: '', bornYear: '' });
	});
	after(() => browser.close());

	const doubts = () => page.getByTestId('visit-doubt');
	const stored = async (day: string) => {
		const { visit, tracing } = tables;
		return database()
			.db.select({ station: tracing.station, xMm: tracing.xMm, operator: tracing.operator, checked: visit.checked })
			.from(tracing)
			.innerJoin(visit, eq(visit.id, tracing.visitId))
			.where(and(eq(visit.horseId, horseId), eq(visit.visitedOn, day)));
	};

	it('a history with one exchanged visit: import names the day, exchanges it by a tap, and keeps all', async () => {
		const wrong = DAYS[8] as string;
		const history = DAYS.slice(0, -1).flatMap((day) => (day === wrong ? on(day).map(exchanged) : on(day)));
		await page.goto(`${serverUrl()}/import`);
		await page.getByLabel('Horse', { exact: true }).selectOption(horseId);
		await page.locator('input[type=file]').setInputFiles(file(csvOf(history)));
		await doubts().first().waitFor({ timeout: 60_000 });
		expect(await doubts().count()).to.equal(1);
		expect(await doubts().innerText()).to.contain('look exchanged');
		await page.getByRole('button', { name: 'Exchange the stations' }).click();
		await doubts().waitFor({ state: 'detached', timeout: 60_000 });
		await page.getByRole('button', { name: `Keep ${DAYS.length - 1} visits` }).click();
		await page.getByRole('link', { name: 'See the horse' }).waitFor({ timeout: 60_000 });
		const true8 = on(wrong).find((t) => t.station === 'T8');
		const kept = (await stored(wrong)).filter((t) => t.station === 'T8').map((t) => t.xMm.length);
		expect(kept).to.include(true8?.points.length);
	});

	it('at the desk, saving stops once to ask; the tap puts it right, and it can be taken back', async () => {
		await page.goto(`${serverUrl()}/horses/${horseId}/visits/new`);
		await page.locator('input[type=date]').fill(LAST);
		await page.getByRole('button', { name: 'File', exact: true }).click();
		await page.locator('input[type=file]').setInputFiles(file(csvOf(on(LAST).map(exchanged))));
		await page.getByRole('button', { name: /^Save the visit/ }).click();
		await doubts().waitFor();
		expect(await stored(LAST)).to.deep.equal([]);
		await page.getByRole('button', { name: 'Exchange the stations' }).click();
		await doubts().waitFor({ state: 'detached' });
		await page.getByRole('button', { name: 'Undo', exact: true }).click();
		await doubts().waitFor();
		await page.getByRole('button', { name: 'Exchange the stations' }).click();
		await doubts().waitFor({ state: 'detached' });
		await page.getByRole('button', { name: /^Save the visit/ }).click();
		await page.waitForURL(/saved=/);
		const rows = await stored(LAST);
		expect(rows).to.have.length(on(LAST).length);
		expect(rows.every((r) => !r.checked)).to.equal(true);
	});

	it('sheets filed under another horse by their code are asked about at the desk too, and put right there', async () => {
		const day = '2026-10-30';
		const tracings = on(LAST)
			.map(exchanged)
			.map(({ station, repeat, points }) => ({
				id: uuidv7(),
				station,
				repeat,
				xMm: points.map(([x]) => x),
				yMm: points.map(([, y]) => y),
				source: 'points',
				operator: '',
				quality: null
			}));
		const { id: hereId } = await demoHorse('Eider');
		await page.goto(`${serverUrl()}/horses/${hereId}/visits/new`);
		await page.locator('textarea').fill('Two horses at one desk');
		// As sheets of the other horse, read here, lie on the device.
		await eventually(() =>
			page.evaluate(
				([here, elsewhere]) =>
					new Promise<boolean>((resolve) => {
						const open = indexedDB.open('zone-tally');
						open.onsuccess = () => {
							const drafts = open.result.transaction('drafts', 'readwrite').objectStore('drafts');
							// A draft is kept under its person and horse.
							const all = drafts.getAll();
							all.onsuccess = () => {
								const desk = (all.result as { id: string }[]).find((d) => d.id.endsWith(here));
								if (!desk) return resolve(false);
								drafts.put({ ...desk, elsewhere }).onsuccess = () => resolve(true);
							};
						};
					}),
				[hereId, [{ horseId, draft: { id: uuidv7(), visitedOn: day, note: '', tracings }, pictures: [] }]] as const
			)
		);
		await page.reload();
		await doubts().waitFor();
		await page.getByRole('button', { name: 'Save all visits' }).click();
		expect(await stored(day), 'asked before it is kept').to.deep.equal([]);
		await page.getByRole('button', { name: 'Exchange the stations' }).click();
		await doubts().waitFor({ state: 'detached' });
		await page.getByRole('button', { name: 'Save all visits' }).click();
		await page.waitForURL((to) => to.pathname === `/horses/${hereId}`);
		const rows = await stored(day);
		expect(rows.filter((t) => t.station === 'T8').map((t) => t.xMm.length)).to.have.members(
			on(LAST).flatMap((t) => (t.station === 'T8' ? [t.points.length] : []))
		);
	});

	it('a second person traces: what cannot be told yet is said, with the cure, and nothing is in the way', async () => {
		await page.goto(`${serverUrl()}/horses/${horseId}/visits/new`);
		await page.locator('input[type=date]').fill('2026-11-01');
		await page.getByRole('button', { name: 'File', exact: true }).click();
		const theirs = on(LAST).map((t) => ({ ...t, visitedOn: '2026-11-01' }));
		await page.locator('input[type=file]').setInputFiles(file(csvOf(theirs, 'Bran Holm')));
		await page.getByText('Trace once together').waitFor();
		expect(await page.getByRole('button', { name: 'No, it is right' }).count()).to.equal(0);
		await page.getByRole('button', { name: /^Save the visit/ }).click();
		await page.waitForURL(/saved=/);
		expect(new Set((await stored('2026-11-01')).map((r) => r.operator))).to.deep.equal(new Set(['Bran Holm']));
	});

	it('“No, it is right” is kept with the visit, survives a reload, and nothing is asked again', async () => {
		await page.goto(`${serverUrl()}/horses/${horseId}/visits/new`);
		await page.locator('input[type=date]').fill('2026-11-20');
		await page.getByRole('button', { name: 'File', exact: true }).click();
		const later = on(LAST).map((t) => exchanged({ ...t, visitedOn: '2026-11-20' }));
		await page.locator('input[type=file]').setInputFiles(file(csvOf(later)));
		await doubts().waitFor();
		await page.getByRole('button', { name: 'No, it is right' }).click();
		await page.getByTestId('said-right').waitFor();
		await doubts().waitFor({ state: 'detached' });
		await page.reload();
		await page.getByTestId('said-right').waitFor();
		await page.getByRole('button', { name: /^Save the visit/ }).click();
		await page.waitForURL(/saved=/);
		expect((await stored('2026-11-20')).map((r) => r.checked)).to.not.include(false);
	});
});
