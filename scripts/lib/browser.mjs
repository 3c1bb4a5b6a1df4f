import { chromium } from 'playwright-core';
import { CHROMIUM } from './host.mjs';

/** Debian's Chromium, quiet and without a display. */
export function openBrowser() {
	return chromium.launch({
		executablePath: CHROMIUM,
		args: [
			'--no-sandbox',
			'--disable-gpu',
			'--disable-background-networking',
			'--disable-component-update',
			'--disable-sync',
			'--no-first-run'
		]
	});
}

/** Signs a page in with a demo account. */
export async function signInPage(page, url, email = 'owner@saltings.example') {
	await page.goto(`${url}/sign-in`);
	await page.getByLabel('Email').fill(email);
	await page.getByLabel('Password').fill('spring-tide-1204');
	await page.getByRole('button', { name: 'Sign in' }).click();
	await page
		.waitForURL((u) => !u.pathname.startsWith('/sign-in'))
		.catch(async () => {
			throw new Error(`Not signed in; the page says: ${await page.locator('main').innerText()}`);
		});
}
