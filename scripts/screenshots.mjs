import { execFileSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { ensureDebian, ensurePackages, ROOT } from './lib/host.mjs';

await ensurePackages();
await ensureDebian(['postgresql', 'chromium', 'poppler-utils']);
const { openBrowser, signInPage } = await import('./lib/browser.mjs');
const { setStage } = await import('./lib/stage.mjs');

/** ZT_SHOTS puts the pictures elsewhere; ZT_URL takes them of a running demo; arguments name the views wanted. */
const folder = process.env.ZT_SHOTS ?? path.join(ROOT, 'docs/screenshots');
const wanted = new Set(process.argv.slice(2));
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

async function horse(page, url, name) {
	await page.goto(`${url}/`);
	await page
		.getByRole('link', { name: new RegExp(`^${name}`) })
		.first()
		.click();
	await page.waitForURL(/horses\//);
	await page.waitForLoadState('networkidle');
}

async function keypad(page, rows) {
	for (const [depth, near, off] of rows) {
		await page.locator(`#kp-near-${depth}`).fill(String(near));
		await page.locator(`#kp-off-${depth}`).fill(String(off));
	}
}

const T8 = [
	[15, 34, 35],
	[30, 51, 52],
	[60, 76, 77],
	[75, 88, 88.5],
	[90, 101, 100],
	[120, 128, 127],
	[150, 150, 150]
];

async function visit(page, url) {
	await horse(page, url, 'Marram');
	await page.goto(`${page.url().split('?')[0]}/visits/new`);
	await page.waitForSelector('#kp-near-15');
	await keypad(page, T8);
	await page.getByRole('button', { name: /^Keep as/ }).click();
	await keypad(
		page,
		T8.map(([d, n, o]) => [d, d === 75 ? n - 6 : n - 1, o + 0.5])
	);
	await page.getByRole('button', { name: /^Keep as/ }).click();
	await keypad(page, T8.slice(0, 5));
}

/** A horse's last visit brought in again as a new one, two stations exchanged. */
async function exchanged(page, url) {
	await horse(page, url, 'Samphire');
	const id = new URL(page.url()).pathname.split('/')[2];
	const csv = await (await page.context().request.get(`${url}/api/horses/${id}/points.csv`)).text();
	const [head, ...rows] = csv.trim().split('\r\n');
	const last = rows
		.map((r) => r.slice(0, 10))
		.sort()
		.at(-1);
	const other = { T8: 'T13', T13: 'T8' };
	const today = new Date().toISOString().slice(0, 10);
	const brought = rows
		.filter((r) => r.startsWith(last))
		.map((r) => r.replace(/^[^,]+,([^,]+)/, (_, station) => `${today},${other[station] ?? station}`));
	await page.goto(`${url}/horses/${id}/visits/new`);
	await page.getByRole('button', { name: 'File', exact: true }).click();
	const file = { name: 'today.csv', mimeType: 'text/csv', buffer: Buffer.from([head, ...brought].join('\r\n')) };
	await page.locator('input[type=file]').setInputFiles(file);
	await page.getByTestId('visit-doubt').waitFor();
}

/** One screen of a finished walk; a copy of it is only looked at, never written to. */
async function walkAt(page, url, at, name = 'Marram') {
	await horse(page, url, name);
	await page.getByRole('link', { name: 'Go on with it' }).first().click();
	await page.waitForURL(/walk/);
	await page.goto(`${page.url()}&at=${encodeURIComponent(at)}`);
	await page.locator('.step').waitFor();
	await page.waitForLoadState('networkidle');
}

const PHOTOS = ['p0000', 'p0003', 'p0011', 'p0015'].map((f) => path.join(ROOT, `tests/fixtures/photos/${f}.jpg`));

async function desk(page, url, mode) {
	await horse(page, url, 'Samphire');
	await page.goto(`${page.url().split('?')[0]}/visits/new`);
	await page.getByRole('button', { name: mode, exact: true }).click();
}

async function readSheets(page, url) {
	await desk(page, url, 'Sheets');
	await page.locator('input[type=file]').setInputFiles(PHOTOS);
	await page.getByRole('button', { name: 'Stop reading' }).waitFor();
	await page.getByRole('button', { name: 'Stop reading' }).waitFor({ state: 'detached', timeout: 60_000 });
}

/** A made-up back as a text STL in metres. */
function scanFile() {
	const y = (x, z) => 0.9 - (x * x) / 0.15 - 0.03 * Math.sin((Math.PI * z) / 0.7);
	const facets = [];
	const step = 0.01;
	for (let x = -0.16; x < 0.159; x += step)
		for (let z = 0; z < 0.699; z += step) {
			const at = (a, b) => `vertex ${a} ${y(a, b)} ${b}`;
			for (const t of [
				[at(x, z), at(x + step, z), at(x + step, z + step)],
				[at(x, z), at(x + step, z + step), at(x, z + step)]
			])
				facets.push(`facet normal 0 1 0\nouter loop\n${t.join('\n')}\nendloop\nendfacet`);
		}
	return {
		name: 'back.stl',
		mimeType: 'model/stl',
		buffer: Buffer.from(`solid back\n${facets.join('\n')}\nendsolid back\n`)
	};
}

async function scan(page, url) {
	await desk(page, url, 'Scan');
	await page.locator('input[type=file]').setInputFiles(scanFile());
	await page.getByRole('button', { name: 'Keep as T18' }).waitFor();
}

const GAP = 20;
/** Phone screens side by side in one picture. */
const beside = (...screens) => ({
	size: { width: screens.length * (PHONE.width + GAP) - GAP, height: PHONE.height },
	go: async (page, url) => {
		const shots = [];
		for (const { go, signedOut } of screens) {
			const state = signedOut ? undefined : await page.context().storageState();
			const context = await page.context().browser().newContext({ viewport: PHONE, storageState: state });
			const phone = await context.newPage();
			await go(phone, url);
			await phone.waitForLoadState('networkidle');
			shots.push(await phone.screenshot());
			await context.close();
		}
		const images = shots.map((s) => `<img alt="" src="data:image/png;base64,${s.toString('base64')}">`);
		await page.setContent(`<body style="margin:0;display:flex;gap:${GAP}px;background:#fff">${images.join('')}`);
	}
});

async function yard(page, url) {
	await page.goto(`${url}/account`);
	await page.locator('section a[href^="/yards/"]').first().click();
	await page.waitForURL(/yards/);
	await page.locator('form[action="?/invite"] select[name=role]').selectOption('vet');
	await page.getByLabel('For this address only').fill('vet@saltings.example');
	await page.getByRole('button', { name: 'Make the link' }).click();
	await page.getByText('The link is made').waitFor();
}

/** A report as somebody without an account sees it. */
async function report(page, url) {
	await horse(page, url, 'Marram');
	await page.goto(`${page.url().split('?')[0]}/saddle`);
	await page.waitForLoadState('networkidle');
	await page.getByRole('button', { name: 'Make a report link' }).click();
	const link = new URL(await page.getByLabel('Link of the report').inputValue());
	await page.goto(url + link.pathname);
}

/** Three pages of the fitter's report, as another program draws them. */
async function printedReport(page, url) {
	await horse(page, url, 'Marram');
	await page.goto(`${page.url().split('?')[0]}/saddle`);
	await page.waitForLoadState('networkidle');
	await page.getByRole('button', { name: 'Make the PDF' }).click();
	const link = page.getByRole('link', { name: /^Take / });
	await link.waitFor();
	const pdf = await page.context().request.get(url + (await link.getAttribute('href')));
	const body = await pdf.body();
	const sheets = [1, 2, 5].map((n) => {
		const args = ['-r', '60', '-f', String(n), '-l', String(n), '-png', '-'];
		const drawn = execFileSync('/usr/bin/pdftoppm', args, { input: body, maxBuffer: 64e6 });
		return `<img alt="" style="height:100vh" src="data:image/png;base64,${drawn.toString('base64')}">`;
	});
	await page.setContent(`<body style="margin:0;display:flex;gap:16px;background:#ccc">${sheets.join('')}`);
}

const VIEWS = {
	'desk-sheets': {
		size: DESK,
		go: async (page, url) => {
			await readSheets(page, url);
			await page.getByRole('button', { name: /p0011/ }).click();
			await page.locator('svg image').waitFor();
		}
	},
	'desk-scan': { size: DESK, go: scan },
	'phones-walk': beside(
		{ go: (page, url) => walkAt(page, url, 'feel') },
		{ go: (page, url) => walkAt(page, url, 'marks/places') },
		{ go: (page, url) => walkAt(page, url, 'bare/front-angle') }
	),
	'phones-yard': beside(
		{ go: (page, url) => page.goto(`${url}/`) },
		{ go: (page, url) => horse(page, url, 'Curlew') },
		{ go: (page, url) => page.goto(`${url}/round`) },
		{ signedOut: true, go: (page, url) => page.goto(`${url}/sign-in`) }
	),
	'phones-setup': beside(
		{
			go: async (page, url) => {
				await walkAt(page, url, 'setup', 'Eider');
				await page.getByText('What would a shim do?').click();
				await page.getByTestId('shim-advice').scrollIntoViewIfNeeded();
			}
		},
		{
			go: async (page, url) => {
				await walkAt(page, url, 'decide', 'Thrift');
				await page.getByTestId('ranking').scrollIntoViewIfNeeded();
			}
		},
		{
			go: async (page, url) => {
				await horse(page, url, 'Marram');
				await page.goto(`${page.url().split('?')[0]}/log`);
				await page.getByText('Stood 40 mm').scrollIntoViewIfNeeded();
			}
		},
		{ go: report }
	),
	seat: {
		size: { width: 1280, height: 1160 },
		go: async (page, url) => {
			await horse(page, url, 'Marram');
			await page.goto(`${page.url().split('?')[0]}/saddle`);
			await page.waitForLoadState('networkidle');
			await page.getByText('Its own limits').click();
		}
	},
	yard: { size: { width: 1280, height: 1000 }, go: yard },
	'saddle-room': {
		size: { width: 1280, height: 2900 },
		go: async (page, url) => {
			await horse(page, url, 'Marram');
			await page.goto(`${page.url().split('?')[0]}/saddle`);
			await page.getByRole('link', { name: 'Its own shape, seated' }).click();
			await page.getByTestId('measured-conditions').waitFor();
			await page.getByRole('button', { name: 'Keep it to compare' }).click();
			await page.getByRole('button', { name: 'Seat it so' }).click();
			await page.getByTestId('beside-said').waitFor();
			await page.getByRole('button', { name: /^Seat it on all/ }).click();
			await page.locator('ol li').nth(4).waitFor();
			await page.getByText('Turn it in space').click();
			await page.getByTestId('seat-space').waitFor();
			await page.getByRole('button', { name: 'From in front' }).click();
			await page.waitForTimeout(300);
		}
	},
	signs: {
		size: { width: 1280, height: 1500 },
		go: async (page, url) => {
			await horse(page, url, 'Marram');
			await page.getByRole('link', { name: 'Signs and hands' }).click();
			await page.waitForURL(/signs/);
			await page.getByRole('button', { name: /^near pocket: \d+ signs/ }).click();
		}
	},
	'desk-doubt': { size: { width: 1280, height: 900 }, go: exchanged },
	board: { size: DESK, go: (page, url) => page.goto(`${url}/`) },
	horse: {
		size: { width: 1280, height: 1320 },
		go: async (page, url) => {
			await horse(page, url, 'Marram');
			await page.getByText(/^Weighed together/).click();
		}
	},
	'horse-stable': { size: DESK, theme: 'stable', go: (page, url) => horse(page, url, 'Thrift') },
	shape: {
		size: { width: 1280, height: 1420 },
		go: async (page, url) => {
			await horse(page, url, 'Marram');
			await page.getByRole('link', { name: 'Shape' }).click();
			await page.waitForURL(/shape/);
			await page.locator('.chart svg').waitFor();
		}
	},
	round: { size: DESK, go: (page, url) => page.goto(`${url}/round`) },
	report: { size: { width: 1500, height: 707 }, go: printedReport },
	visit: { size: DESK, go: visit },
	record: {
		size: DESK,
		go: async (page, url) => {
			await horse(page, url, 'Marram');
			await page.goto(`${page.url().split('?')[0]}/record`);
		}
	},
	saddles: { size: DESK, go: (page, url) => page.goto(`${url}/saddles`) }
};

const stage = process.env.ZT_URL ? { url: process.env.ZT_URL, stop: async () => {} } : await setStage();
const browser = await openBrowser();
try {
	mkdirSync(folder, { recursive: true });
	const signedIn = await browser.newContext();
	await signInPage(await signedIn.newPage(), stage.url);
	const state = await signedIn.storageState();
	for (const [name, view] of Object.entries(VIEWS)) {
		if (wanted.size > 0 && !wanted.has(name)) continue;
		const context = await browser.newContext({
			viewport: view.size,
			storageState: state
		});
		if (view.theme) await context.addCookies([{ name: 'zt-theme', value: view.theme, url: stage.url }]);
		const page = await context.newPage();
		page.on('pageerror', (error) => console.error(`${name}: ${error.message}`));
		page.on('console', (m) => m.type() === 'error' && console.error(`${name}: ${m.text()}`));
		await view.go(page, stage.url);
		await page.waitForLoadState('networkidle');
		await page.screenshot({ path: path.join(folder, `${name}.png`) });
		await context.close();
		console.log(name);
	}
} finally {
	await browser.close();
	await stage.stop();
}
