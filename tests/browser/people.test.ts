import { expect } from 'chai';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { openBrowser } from '../../scripts/lib/browser.mjs';
import { startRealPlace, type RealPlace } from '../support/realPlace.js';

/** From nothing to a shared horse and back, as two people do it, in a place begun by `npm start`. */
describe('a real place, without the demo', function () {
	this.timeout(180_000);
	let place: RealPlace;
	let browser: Browser;
	const contexts: BrowserContext[] = [];
	let owner: Page;
	let fitter: Page;

	async function person(width = 1280): Promise<Page> {
		const context = await browser.newContext({ viewport: { width, height: 844 } });
		contexts.push(context);
		return context.newPage();
	}
	before(async () => {
		place = await startRealPlace({ ZT_MAIL: 'mailbox', ZT_REGISTRATION: 'invited' });
		browser = await openBrowser();
		owner = await person();
		fitter = await person(390);
	});
	after(async () => {
		for (const c of contexts) await c.close();
		await browser.close();
		await place.stop();
	});

	async function signUp(page: Page, name: string, email: string): Promise<void> {
		await page.getByLabel('Name').fill(name);
		await page.getByLabel('Email').fill(email);
		await page.getByLabel('Password').fill('low-water-springs');
		await page.getByRole('button', { name: 'Make the account' }).click();
		await page.waitForURL(/sign-in/);
	}
	/** Opens the newest mail to an address that holds such a link, as if in its mail program. */
	async function openMail(page: Page, email: string, link: RegExp): Promise<void> {
		const mail = await page.context().newPage();
		await mail.goto(`${place.url}/mailbox`);
		const href = await mail
			.locator('li', { hasText: email })
			.getByRole('link', { name: link })
			.first()
			.getAttribute('href');
		await mail.close();
		await page.goto(place.url + href);
	}
	async function signIn(page: Page, email: string, password: string): Promise<void> {
		await page.getByLabel('Email').fill(email);
		await page.getByLabel('Password').fill(password);
		await page.getByRole('button', { name: 'Sign in' }).click();
		await page.waitForURL((u) => !u.pathname.startsWith('/sign-in'));
	}

	it('the first account is made, confirmed by mail, and makes a yard with a horse', async () => {
		await owner.goto(place.url);
		await owner.getByRole('link', { name: 'Make an account' }).click();
		await signUp(owner, 'Wenna Tidewell', 'wenna@saltings.example');
		await owner.getByText('Look in your mail').waitFor();
		await openMail(owner, 'wenna@saltings.example', /confirm/);
		await owner.getByRole('button', { name: 'Confirm' }).click();
		await owner.waitForURL(/done=confirmed/);
		await signIn(owner, 'wenna@saltings.example', 'low-water-springs');
		await owner.getByText('You belong to no yard yet').waitFor();
		await owner.getByRole('link', { name: 'Make one' }).click();
		await owner.getByLabel('Its name').fill('Slack Water');
		await owner.getByRole('button', { name: 'Make it' }).click();
		await owner.getByRole('heading', { name: 'Slack Water' }).waitFor();
		await owner.getByRole('link', { name: 'Its horses' }).click();
		await owner.getByRole('link', { name: 'Add a horse' }).click();
		await owner.getByLabel('Name').fill('Sandpiper');
		await owner
			.getByRole('button', { name: /Add|Keep|Save/ })
			.first()
			.click();
		await owner.getByRole('heading', { name: 'Sandpiper' }).waitFor();
	});

	it('nobody else makes an account without an invitation', async () => {
		await fitter.goto(`${place.url}/sign-in`);
		expect(await fitter.getByRole('link', { name: 'Make an account' }).count()).to.equal(0);
		await fitter.goto(`${place.url}/sign-up`);
		await fitter.getByText('An account is made with an invitation').waitFor();
	});

	it('shares one horse by a link; the fitter makes an account with it on a phone and sees the horse', async () => {
		await owner.getByRole('link', { name: 'Share this horse' }).click();
		await owner.getByLabel('For this address only').fill('isolde@saltings.example');
		await owner.getByRole('button', { name: 'Make the link' }).click();
		await owner.getByText('on its way by mail').waitFor();
		await openMail(fitter, 'isolde@saltings.example', /invite/);
		await fitter.getByText('Sees this one horse, changes nothing').waitFor();
		await fitter.getByRole('link', { name: 'Make an account' }).click();
		expect(await fitter.getByLabel('Email').inputValue()).to.equal('isolde@saltings.example');
		await signUp(fitter, 'Isolde Quay', 'isolde@saltings.example');
		await openMail(fitter, 'isolde@saltings.example', /confirm/);
		await fitter.getByRole('button', { name: 'Confirm' }).click();
		await fitter.waitForURL(/done=confirmed/);
		await signIn(fitter, 'isolde@saltings.example', 'low-water-springs');
		await openMail(fitter, 'isolde@saltings.example', /invite/);
		await fitter.getByRole('button', { name: 'Take it' }).click();
		await fitter.getByRole('heading', { name: 'Sandpiper' }).waitFor();
		expect(await fitter.getByRole('link', { name: 'New visit' }).count()).to.equal(0);
		await fitter.goto(place.url);
		await fitter.getByText('Sandpiper').waitFor();
	});

	it('ends the share, and it is gone at once', async () => {
		await owner.reload();
		await owner.getByRole('button', { name: 'End the share with Isolde Quay' }).click();
		await owner.getByText('What they recorded stays').waitFor();
		await fitter.reload();
		expect(await fitter.getByText('Sandpiper').count()).to.equal(0);
	});

	it('invites the fitter into the yard; who did what is told', async () => {
		await owner.goto(`${place.url}/account`);
		await owner.getByRole('link', { name: 'Slack Water' }).click();
		await owner.locator('form[action="?/invite"] select[name=role]').selectOption('fitter');
		await owner.getByRole('button', { name: 'Make the link' }).click();
		const link = await owner.getByLabel('Link of the invitation').inputValue();
		expect(await owner.locator('form[action="?/invite"] select[name=role]').inputValue()).to.equal('bodyworker');
		await fitter.goto(link);
		await fitter.getByRole('button', { name: 'Take it' }).click();
		await fitter.getByText('Sandpiper').waitFor();
		await owner.reload();
		await owner.getByText('joined as fitter').waitFor();
		await owner.getByText('ended the share with Isolde Quay').waitFor();
	});

	it('a forgotten password is set anew by mail, and where one was signed in ends', async () => {
		const again = await person(390);
		await again.goto(`${place.url}/sign-in`);
		await again.getByRole('link', { name: 'Forgot the password' }).click();
		// The page before has a field of the same name.
		await again.waitForURL(/forgot/);
		await again.getByLabel('Email').fill('isolde@saltings.example');
		await again.getByRole('button', { name: 'Send me a link' }).click();
		await again.getByText('a link is on its way').waitFor();
		await openMail(again, 'isolde@saltings.example', /reset/);
		await again.getByLabel('New password').fill('neap-tides-again');
		await again.getByRole('button', { name: 'Set it' }).click();
		await again.waitForURL(/done=reset/);
		await signIn(again, 'isolde@saltings.example', 'neap-tides-again');
		await fitter.reload();
		await fitter.waitForURL(/sign-in/);
	});
});
