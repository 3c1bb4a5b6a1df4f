import type { Page } from 'playwright-core';

/** Waits until the device holds a page. Asked again and again: a promise handed to `waitForFunction` is always true. */
export async function heldOnDevice(page: Page, path: string): Promise<void> {
	for (let i = 0; i < 600; i++) {
		if (await page.evaluate(async (p) => Boolean(await caches.match(p)), path)) return;
		await page.waitForTimeout(100);
	}
	throw new Error(`${path} is not kept on the device`);
}
