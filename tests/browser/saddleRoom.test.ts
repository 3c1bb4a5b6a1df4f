import { expect } from 'chai';
import type { Browser, Page } from 'playwright-core';
import { stat } from 'node:fs/promises';
import sharp from 'sharp';
import { v7 as uuidv7 } from 'uuid';
import { padCsv, USUAL_PAD, USUAL_PAD_SHAPE } from '../../sim/pressurePad.js';
import { seededRandom } from '../../sim/random.js';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { serverUrl, type Client } from '../support/client.js';
import { clientOf, makePerson } from '../support/people.js';
import { visitBody } from '../support/visits.js';

/** Half-widths of the back that `visitBody` draws, x² / 150 deep. */
const WIDTHS = [15, 30, 60, 75, 90, 120, 150].map((depth) => [depth, Math.sqrt(150 * depth).toFixed(1)] as const);
const ROCK_MM = 22;

describe('the saddle room', () => {
	const [yardId, horseId, saddleId] = [uuidv7(), uuidv7(), uuidv7()];
	let browser: Browser;
	let page: Page;
	let owner: Client & { readonly cookie: string };
	const errors: string[] = [];

	before(async () => {
		owner = await clientOf(await makePerson('Saddle room owner'));
		await owner.post('/yards/new', { id: yardId, name: 'Saddle room yard' });
		await owner.post('/horses/new', { id: horseId, yardId, name: 'Roomed', about: '', bornYear: '' });
		await owner.post('/saddles?/add', { id: saddleId, yardId, name: 'Straight one', kind: 'general', about: '' });
		const visit = visitBody(horseId, '2026-05-01', 1, ['T8', 'T13', 'T18']);
		const xMm = Array.from({ length: 48 }, (_, i) => 10 * i);
		const long = (station: string) => ({
			...visit.tracings[0],
			id: uuidv7(),
			station,
			xMm,
			yMm: xMm.map((x) => -ROCK_MM * Math.sin((Math.PI * (x - 40)) / 430))
		});
		const body = { ...visit, tracings: [...visit.tracings, long('L100near'), long('L100off')] };
		expect((await owner.send('PUT', `/api/visits/${visit.id}`, body)).status).to.equal(200);
		browser = await openBrowser();
		const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
		await context.addCookies(
			owner.cookie.split('; ').map((pair) => {
				const split = pair.indexOf('=');
				return { name: pair.slice(0, split), value: pair.slice(split + 1), url: serverUrl() };
			})
		);
		page = await context.newPage();
		page.on('pageerror', (e) => errors.push(e.message));
	});
	after(() => browser.close());
	const said = async (): Promise<string> => (await page.getByTestId('measured-conditions').innerText()).toLowerCase();
	const unevenness = async (): Promise<number> => {
		const text = await page.getByTestId('measured-seat').innerText();
		return Number(/unevenness (\d+)/i.exec(text)?.[1] ?? NaN);
	};

	it('a saddle is described by three tracings and seated: straight on a hollow back it bridges', async () => {
		await page.goto(`${serverUrl()}/saddles?yard=${yardId}`);
		await page.getByRole('link', { name: 'Trace its shape' }).click();
		await page.waitForURL(/saddles\/[0-9a-f-]{36}/);
		await page.waitForLoadState('networkidle');
		for (const place of ['front', 'middle', 'rear']) {
			for (const [depth, half] of WIDTHS) {
				await page.locator(`#kp-near-${depth}`).fill(half);
				await page.locator(`#kp-off-${depth}`).fill(half);
			}
			await page.getByRole('button', { name: `Keep as the ${place} tracing` }).click();
		}
		await page.getByRole('button', { name: 'Save the shape' }).click();
		await page.getByTestId('measured-conditions').waitFor();
		expect(await said()).to.include('bridges');
		expect(await unevenness()).to.be.above(20);
		for (const place of ['front', 'middle', 'rear'])
			await page.getByRole('img', { name: new RegExp(`^${place}: (no gap|a gap of up to [0-9]+ mm)$`) }).waitFor();
	});

	it('says how probable the fault is, and is turned in space: the bars stand on the back', async () => {
		expect(await said()).to.match(/bridges[^;]*\(\d\d in 100\)/);
		await page.getByText('Turn it in space').click();
		const canvas = page.getByTestId('seat-space');
		await canvas.waitFor();
		const seen: string[] = [];
		for (const view of ['From above', 'From the near side', 'From behind']) {
			await page.getByRole('button', { name: view }).click();
			const picture = await canvas.screenshot();
			const { channels } = await sharp(picture).stats();
			expect(channels[0]?.stdev ?? 0, `${view} is drawn`).to.be.above(8);
			seen.push(picture.toString('base64'));
		}
		expect(new Set(seen).size, 'three ways of looking').to.equal(3);
		for (const [button, file, least] of [
			['Save the picture', 'seat.png', 2_000],
			['Its shape (STL)', 'seat.stl', 50_000],
			['What bears (CSV)', 'bearing.csv', 5_000]
		] as const) {
			const coming = page.waitForEvent('download');
			await page.getByRole('button', { name: button }).click();
			const download = await coming;
			expect(download.suggestedFilename()).to.equal(file);
			expect((await stat(await download.path())).size, file).to.be.above(least);
		}
		await page.getByText('Turn it in space').click();
	});

	it('a pad’s reading is laid over it; a file that is none is refused and nothing is lost', async () => {
		await page.getByText('Lay a pressure pad’s reading over it').click();
		const pad = page.getByTestId('pad-over');
		const give = (name: string, text: string) =>
			pad.locator('input[type=file]').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
		await give('wrong.csv', '1,2,3\n4,5,6\n');
		await pad.getByText(/^Line 1: a row of cells has 4 to 80/).waitFor();
		await give(
			'pad.csv',
			padCsv(USUAL_PAD_SHAPE, () => 6, USUAL_PAD, 5, seededRandom(4))
		);
		await pad.getByText('pad.csv: 20 × 16 cells, 5 frames').waitFor();
		expect(await page.getByTestId('pad-said').innerText()).to.match(/Weight in the middle: \d+% by the pad/);
		await pad.getByRole('img', { name: /^Pad beside seat/ }).waitFor();
		expect(await said()).to.include('bridges');
		await page.getByText('Lay a pressure pad’s reading over it').click();
	});

	it('its plan is put under it with one press, and the fault is gone', async () => {
		const before = await unevenness();
		await page.getByRole('button', { name: 'Try these shims' }).click();
		await page.waitForFunction(
			() => !/bridges/i.test(document.querySelector('[data-testid=measured-conditions]')?.textContent ?? 'bridges')
		);
		const text = await page.getByTestId('measured-seat').innerText();
		expect(text).to.match(/No fault stands out/);
		const after = await unevenness();
		expect(Number.isNaN(after) || after < before, `${before} → ${after}`).to.equal(true);
	});

	it('what if the withers had less muscle: the front comes down, and the back is said to be thought of', async () => {
		const less = page.getByRole('button', { name: 'What if: muscle at the withers: less' });
		for (let i = 0; i < 4; i++) await less.click();
		await page.getByText('with 8 mm less muscle a side at the withers').waitFor();
		expect(await page.getByTestId('measured-seat').innerText()).to.match(/thought of, not traced/);
		const more = page.getByRole('button', { name: 'What if: muscle at the withers: more' });
		for (let i = 0; i < 4; i++) await more.click();
		await page.getByText('thought of, not traced').waitFor({ state: 'detached' });
	});

	it('it is ranked over the yard’s horses; reloaded, its shape is there; nothing broke', async () => {
		await page.getByRole('button', { name: /^Seat it on all/ }).click();
		await page.getByRole('button', { name: 'Roomed' }).waitFor();
		const room = page.url();
		await page.goto(`${serverUrl()}/horses/${horseId}/saddle`);
		await page.waitForLoadState('networkidle');
		await page.getByRole('button', { name: /^Seat (it|all)/ }).click();
		await page.getByRole('listitem').filter({ hasText: 'of it carries' }).waitFor();
		await page.goto(room);
		await page.reload();
		await page.getByTestId('measured-conditions').waitFor();
		expect(await said()).to.include('bridges');
		expect(errors).to.deep.equal([]);
	});
});
