import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import type { Browser, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { startStandIns, STEADY, type Behaviour } from '../../scripts/standIns.js';
import { tables } from '../../src/lib/server/db/index.js';
import { browserCookies, serverUrl, signedIn } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';

describe('the desk reads a digital ruler live', function () {
	this.timeout(90_000);
	let browser: Browser;
	let page: Page;
	let server: Server;
	const behaviour: Behaviour = { ...STEADY };
	before(async () => {
		server = await startStandIns(0, behaviour);
		browser = await openBrowser();
		const context = await browser.newContext({ viewport: { width: 1280, height: 900 } });
		await context.addCookies(await browserCookies('owner'));
		page = await context.newPage();
		await page.goto(`${serverUrl()}/horses/${(await demoHorse('Eider')).id}/visits/new`);
		await page.getByRole('button', { name: 'Ruler' }).click();
	});
	after(async () => {
		await browser.close();
		server.closeAllConnections();
		server.close();
	});
	const address = () => `http://127.0.0.1:${(server.address() as AddressInfo).port}/ruler`;

	it('an address elsewhere is not connected to', async () => {
		await page.getByLabel('Ruler’s address').fill('http://ruler.example/ruler');
		await page.getByRole('button', { name: 'Connect' }).click();
		await page.getByText('no address of this computer').waitFor();
	});

	it('shows the live curve, freezes on a press and keeps it as a tracing', async () => {
		await page.getByLabel('Ruler’s address').fill(address());
		await page.getByRole('button', { name: 'Connect' }).click();
		await page.getByText('Live.').waitFor();
		const outline = () => page.locator('path.now').first().getAttribute('d');
		const first = await outline();
		await page.waitForFunction((was) => document.querySelector('path.now')?.getAttribute('d') !== was, first);
		await page.getByRole('button', { name: 'Freeze' }).click();
		const frozen = await outline();
		await page.waitForTimeout(400);
		expect(await outline(), 'frozen is frozen').to.equal(frozen);
		await page.getByRole('button', { name: 'Keep as T8, tracing 1' }).click();
		await page.getByText('Live.').waitFor();
		await page.locator('body').press(' ');
		await page.getByRole('button', { name: 'Keep as T8, tracing 2' }).click();
	});

	it('drop-outs are named: sensors that are silent, a ruler that says nothing, an empty battery; what was kept stays', async () => {
		behaviour.silentShare = 0.999;
		await page
			.getByText(/sensors in a row do not answer|The ruler says nothing/)
			.first()
			.waitFor();
		behaviour.silentShare = 0;
		await page.getByText('Live.').waitFor();
		behaviour.silent = true;
		await page.getByText('It is listened for.').waitFor();
		behaviour.silent = false;
		await page.getByText('Live.').waitFor();
		behaviour.batteryPercent = 9;
		await page.getByText('nearly empty').waitFor();
		behaviour.batteryPercent = 0;
		await page.getByText('battery is empty').waitFor();
		await page.getByRole('button', { name: 'Save the visit (2)' }).click();
		// The stand-in draws a back of its own: it is asked about before it is kept.
		await page.getByTestId('visit-doubt').waitFor();
		await page.getByRole('button', { name: 'No, it is right' }).click();
		await page.getByRole('button', { name: 'Save the visit (2)' }).click();
		await page.waitForURL(/saved=/);
		const visitId = new URL(page.url()).searchParams.get('saved') as string;
		const rows = await database().db.select().from(tables.tracing).where(eq(tables.tracing.visitId, visitId));
		expect(rows.map((r) => r.source)).to.deep.equal(['ruler', 'ruler']);
		await (await signedIn('owner')).send('DELETE', `/api/visits/${visitId}`);
	});

	it('a scan is fetched from the scanner, shown, marked by taps and cut', async () => {
		await page.goto(`${serverUrl()}/horses/${(await demoHorse('Eider')).id}/visits/new`);
		await page.waitForLoadState('networkidle');
		await page.getByRole('button', { name: 'Scan', exact: true }).click();
		await page.getByLabel('Or from a scanner').fill(address().replace('/ruler', '/nothing.stl'));
		await page.getByRole('button', { name: 'Fetch the scan' }).click();
		await page.getByText('No scanner answers there').waitFor();
		await page.getByLabel('Or from a scanner').fill(address().replace('/ruler', '/scan.stl'));
		await page.getByRole('button', { name: 'Fetch the scan' }).click();
		await page.getByText('11,422 triangles, the back 520 mm long').waitFor();
		expect(await page.getByRole('button', { name: 'metres' }).getAttribute('aria-pressed')).to.equal('true');
		await page.getByRole('button', { name: 'low point' }).click();
		const before = await page.getByText(/^T13 at/).innerText();
		await page.locator('canvas').click({ position: { x: 330, y: 150 } });
		await page.waitForFunction((was) => !document.body.innerText.includes(was), before);
		await page.getByRole('button', { name: 'Keep as T8' }).click();
		await page.getByRole('button', { name: 'Keep as T13' }).click();
		await page.getByRole('button', { name: 'Save the visit (2)' }).waitFor();
	});
});
