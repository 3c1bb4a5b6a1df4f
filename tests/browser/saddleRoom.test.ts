import { expect } from 'chai';
import type { AddressInfo } from 'node:net';
import type { Browser, Page } from 'playwright-core';
import { stat } from 'node:fs/promises';
import sharp from 'sharp';
import { v7 as uuidv7 } from 'uuid';
import { padCsv, USUAL_PAD, USUAL_PAD_SHAPE } from '../../sim/pressurePad.js';
import { seededRandom } from '../../sim/random.js';
import { startStandIns, STEADY } from '../../scripts/standIns.js';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { serverUrl, type Client } from '../support/client.js';
import { clientOf, makePerson } from '../support/people.js';
import { binaryStl, surfaceMesh } from '../support/meshes.js';
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
	});

	it('is cut anywhere: the cut, the view from above and the third’s button are one place', async () => {
		const shown = async () => {
			const label = await page.getByRole('img', { name: /behind the blade: / }).getAttribute('aria-label');
			return Number(/^(\d+) mm/.exec(label ?? '')?.[1]);
		};
		const thirds = page.getByRole('group', { name: 'Cut through the middle of a third' }).getByRole('button');
		expect(await thirds.allInnerTexts()).to.have.length(3);
		const pressed = async () => (await thirds.evaluateAll((b) => b.map((x) => x.getAttribute('aria-pressed')))).join();
		expect(await pressed()).to.equal('false,true,false');
		const middle = await shown();
		await thirds.first().click();
		expect(await pressed()).to.equal('true,false,false');
		const front = await shown();
		expect(front).to.be.below(middle - 100);
		await page.getByRole('slider', { name: 'Cut' }).fill('12');
		const rear = await shown();
		expect(rear).to.be.above(middle + 150);
		// A press on the view from above cuts there.
		const above = page.getByRole('img', { name: /^Where it bears/ });
		const box = (await above.boundingBox())!;
		await above.click({ position: { x: box.width * 0.2, y: box.height / 2 } });
		expect(await shown()).to.be.below(middle - 60);
		await thirds.nth(1).click();
		expect(await shown()).to.equal(middle);
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
		// The place of the cut is marked there too.
		const thirds = page.getByRole('group', { name: 'Cut through the middle of a third' }).getByRole('button');
		await thirds.first().click();
		await page.waitForTimeout(200);
		expect((await canvas.screenshot()).toString('base64')).to.not.equal(seen[2]);
		await thirds.nth(1).click();
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
		// A pad that reads now, on this computer: frames make a calm picture, which is held.
		const standIn = await startStandIns(0, { ...STEADY });
		try {
			await pad.getByLabel('Or a pad that reads now').fill('http://example.com/pad');
			await pad.getByRole('button', { name: 'Read the pad' }).click();
			await pad.getByText('That is no address of this computer').waitFor();
			const { port } = standIn.address() as AddressInfo;
			await pad.getByLabel('Or a pad that reads now').fill(`http://127.0.0.1:${port}/pad`);
			await pad.getByRole('button', { name: 'Read the pad' }).click();
			await pad.getByText(/^Pad, live: 20 × 16 cells, \d+ frames$/).waitFor();
			await pad.getByRole('button', { name: 'Hold this' }).click();
			expect(await page.getByTestId('pad-said').innerText()).to.match(/by the pad|share the weight out alike/);
			await pad.getByRole('button', { name: 'Stop the pad' }).click();
		} finally {
			standIn.closeAllConnections();
			standIn.close();
		}
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

	it('a seat is kept and another stands beside it: with shims in front the front carries more; put away it is gone', async () => {
		const beside = page.getByTestId('seats-beside');
		const stepper = (name: string) => page.getByRole('button', { name });
		await page.getByRole('button', { name: 'Keep it to compare' }).click();
		await page.getByText('Kept. Change what is under it').waitFor();
		expect(await beside.count()).to.equal(0);
		const before = await page.getByTestId('measured-seat').getByRole('figure').count();
		await stepper('Front shims: more').click();
		await page.getByTestId('beside-said').waitFor();
		expect(await beside.innerText()).to.match(/front shims \d+ mm/);
		expect(await beside.getByRole('row').count()).to.be.at.least(6);
		const shares = async () =>
			(await beside.getByRole('row', { name: 'Weight on the front third' }).getByRole('cell').allInnerTexts()).map(
				(t) => parseInt(t, 10)
			);
		const [kept, now] = (await shares()).slice(-2) as [number, number];
		expect(now).to.be.above(kept);
		expect(await page.getByTestId('measured-seat').getByRole('figure').count()).to.equal(before + 2);
		await beside.getByRole('button', { name: 'Put it away' }).click();
		expect(await beside.count()).to.equal(0);
		await page.getByRole('button', { name: 'Keep it to compare' }).waitFor();
		await stepper('Front shims: less').click();
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

	it('how it is made is noted, and its shape can still be saved after', async () => {
		const card = page.locator('section', { has: page.getByRole('heading', { name: 'What it is' }) });
		await card.getByText('Note how it is made').click();
		await card.getByLabel('Panels').selectOption('air');
		await card.getByLabel(/^Seat, mm/).fill('440');
		await card.getByLabel(/^Weight, kg/).fill('7,5');
		await card.getByRole('button', { name: 'Keep it' }).click();
		await card.getByText('filled with air · seat 440 mm · 7.5 kg').waitFor();
		const desk = page.locator('section', { has: page.getByRole('heading', { name: 'Its own shape' }) });
		await desk.getByText('Or from its measures alone').click();
		await desk.getByRole('button', { name: 'Draw its shape from these' }).click();
		await desk.getByText('Drawn from its measures').waitFor();
		await desk.getByRole('button', { name: 'Save the shape' }).click();
		await desk.getByText('Kept.').waitFor();
		expect(errors).to.deep.equal([]);
	});

	it('a scan of its underside gives the three tracings and the rock; a scan of nothing is refused and what is there stays', async () => {
		const scanOf = (name: string, y: (x: number, z: number) => number) => ({
			name,
			mimeType: 'model/stl',
			// Lying on its back, in metres, as a scanner of rooms gives it.
			buffer: Buffer.from(
				binaryStl({
					corners: surfaceMesh(y, { halfMm: 156, lengthMm: 440, stepMm: 8 }).corners.map(
						(v, i) => ((i % 3 === 2 ? 1 : -1) * v) / 1000
					)
				})
			)
		});
		const desk = page.locator('section', { has: page.getByRole('heading', { name: 'Its own shape' }) });
		const give = (file: ReturnType<typeof scanOf>) => desk.locator('input[type=file]').last().setInputFiles(file);
		await give(scanOf('flat.stl', () => 0));
		await desk.getByRole('alert').waitFor();
		const bow = (z: number) => -ROCK_MM * (1 - ((z - 220) / 194) ** 2);
		const channel = (x: number) => (Math.abs(x) < 30 ? 25 : 0);
		await give(scanOf('underside.stl', (x, z) => -(x * x) / 150 + bow(z) + channel(x)));
		await desk.getByText('440 mm long').waitFor();
		await desk.getByRole('button', { name: 'Take its three cuts' }).click();
		await desk.getByText('Taken from the scan').waitFor();
		await desk.getByRole('button', { name: 'Save the shape' }).click();
		await desk.getByText('Kept.').waitFor();
		// Made to this very back, rock and all: it no longer bridges.
		await page.waitForFunction(
			() => !/bridges/i.test(document.querySelector('[data-testid=measured-conditions]')?.textContent ?? 'bridges')
		);
		expect(errors).to.deep.equal([]);
	});

	it('a photo of it is taken, taken back and put in again; a file that is none is refused', async () => {
		const photos = page.locator('section', { has: page.locator('#saddle-photos') });
		const file = photos.getByLabel('Photo of the saddle: Underside');
		await file.setInputFiles({ name: 'notes.txt', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') });
		await photos.getByText('not a picture that can be opened').waitFor();
		const png = await sharp({ create: { width: 80, height: 60, channels: 3, background: '#7c4a26' } })
			.png()
			.toBuffer();
		await file.setInputFiles({ name: 'under.png', mimeType: 'image/png', buffer: png });
		await photos.getByRole('img', { name: /^Underside, / }).waitFor();
		await page.reload();
		await page.waitForLoadState('networkidle');
		await photos.getByRole('img', { name: /^Underside, / }).waitFor();
		await photos.getByRole('button', { name: /^Take back: Underside/ }).click();
		await photos.getByText('Older ones and what was taken back').click();
		expect(await photos.getByRole('img').count()).to.equal(0);
		await photos.getByRole('button', { name: /^Put in again: Underside/ }).click();
		await photos.getByRole('img', { name: /^Underside, / }).waitFor();
	});

	it('what was done to it is noted, taken back and put in again', async () => {
		const log = page.locator('section', { has: page.getByRole('heading', { name: 'Service log' }) });
		await log.getByText('Note what was done').click();
		await log.getByLabel('what').selectOption('flocked');
		await log.getByLabel('by').fill('Rowan Ley');
		await log.getByRole('button', { name: 'Note it' }).click();
		await log.getByRole('listitem').filter({ hasText: 'flocking renewed or moved' }).waitFor();
		await log.getByRole('button', { name: /^Take back/ }).click();
		await log.getByText(/^taken back: /).waitFor();
		await page.reload();
		await log.getByRole('button', { name: /^Put in again/ }).click();
		await log.getByRole('button', { name: /^Take back/ }).waitFor();
		expect(errors).to.deep.equal([]);
	});
});
