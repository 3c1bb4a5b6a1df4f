import { expect } from 'chai';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { PDFDocument } from 'pdf-lib';
import { v7 as uuidv7 } from 'uuid';
import { overlayCuts } from '../../src/core/change/index.js';
import { readPointsCsv } from '../../src/core/formats/index.js';
import { clientAt, serverUrl, signedIn, type Client } from '../support/client.js';
import { demoHorse } from '../support/database.js';
import { askReport, ended, jobOf, reportFile } from '../support/jobs.js';
import { renderPage } from '../support/printed.js';

const MM = 72 / 25.4;

/** What another program reads in a PDF. */
function textOf(pdf: Buffer): string {
	const folder = mkdtempSync(path.join(tmpdir(), 'zt-report-'));
	try {
		writeFileSync(path.join(folder, 'in.pdf'), pdf);
		return execFileSync('/usr/bin/pdftotext', ['-layout', path.join(folder, 'in.pdf'), '-']).toString();
	} finally {
		rmSync(folder, { recursive: true, force: true });
	}
}

describe('a report that is made behind', () => {
	let owner: Client;
	let horse: Awaited<ReturnType<typeof demoHorse>>;
	before(async () => {
		owner = await signedIn('owner');
		horse = await demoHorse('Marram');
	});

	it('tells how far it is and is there to be taken; asked again under its id it is the same', async () => {
		const job = uuidv7();
		const both = await Promise.all([askReport(owner, horse, { job }), askReport(owner, horse, { job })]);
		expect(both.map((b) => [b.status, b.job.id])).to.deep.equal([
			[200, job],
			[200, job]
		]);
		const done = await ended(owner, job);
		expect([done.state, done.done, done.total]).to.deep.equal(['done', 4, 4]);
		expect(done.fileName).to.match(/^Marram-.*-fitter\.pdf$/);
		expect((await askReport(owner, horse, { job })).job.state).to.equal('done');
	});

	it('says the page’s own verdict with its reasons, limits and cautions, read by another program', async () => {
		const page = await (await owner.get(`/horses/${horse.id}`)).text();
		const verdict = /data-testid="verdict"[^>]*>(\w+)</.exec(page)?.[1] as string;
		for (const whom of ['fitter', 'vet', 'owner']) {
			const text = textOf(await reportFile(owner, horse, { whom }));
			expect(text, whom).to.contain(`Marram: report for the ${whom}`).and.contain(verdict);
			expect(text, whom).to.match(/lost \d+\.\d ± \d\.\d mm since the fit mark \(limit 6\)/);
			expect(text, whom).to.contain('conventions, not veterinary limits').and.contain('not a diagnosis');
			expect(/true size/.test(text), whom).to.equal(whom === 'fitter');
			expect(/Room by hand/.test(text), whom).to.equal(whom !== 'owner');
		}
	});

	it('tears no short paragraph between two pages', async () => {
		for (const paper of ['a4', 'letter'])
			for (const whom of ['fitter', 'vet', 'owner']) {
				const pages = textOf(await reportFile(owner, horse, { whom, paper })).split('\f');
				const begun = pages.map((p) => p.trim().split('\n')[0]).filter(Boolean);
				expect(begun.length).to.be.above(1);
				for (const line of begun) expect(line, `${whom} on ${paper}`).to.match(/^(?:fit mark|[\p{Lu}\p{N}•])/u);
			}
	});

	it('is of the paper asked for, its cuts true within 0.2 mm over 100 mm as another program draws them', async () => {
		for (const [paper, wide, high] of [
			['a4', 210, 297],
			['letter', 215.9, 279.4]
		] as const) {
			const pdf = await reportFile(owner, horse, { paper });
			const read = await PDFDocument.load(pdf);
			expect(read.getPage(0).getWidth() / MM).to.be.closeTo(wide, 0.01);
			expect(read.getPage(0).getHeight() / MM).to.be.closeTo(high, 0.01);
			const count = read.getPageCount();
			// Six halves stand at the end, two of each cut, T8 near first.
			expect(read.getPage(count - 6).getWidth() / MM).to.be.closeTo(high, 0.01);
			const pxPerMm = 12;
			const page = await renderPage(pdf, count - 5, pxPerMm);
			const csv = await (await owner.get(`/api/horses/${horse.id}/points.csv`)).text();
			const { tracings } = readPointsCsv(csv);
			const days = [...new Set(tracings.map((t) => t.visitedOn))].sort();
			const fitted = /fit mark (\d{4}-\d\d-\d\d)/.exec(textOf(pdf))?.[1];
			const now = overlayCuts(tracings, fitted, days.at(-1) as string).find((c) => c.station === 'T8')?.now;
			expect(now).to.exist;
			const { xMm, yMm } = now!;
			const DEEP = 100;
			let want = NaN;
			for (let i = 1; i < xMm.length && xMm[i]! <= 0; i++)
				if (yMm[i - 1]! <= -DEEP && yMm[i]! >= -DEEP)
					want = xMm[i - 1]! + ((xMm[i]! - xMm[i - 1]!) * (-DEEP - yMm[i - 1]!)) / (yMm[i]! - yMm[i - 1]!);
			const topMm = 16 + 8;
			const row = Math.round((topMm + DEEP) * pxPerMm);
			const apex = (high - 16) * pxPerMm;
			const dark: number[] = [];
			for (let x = 0; x < apex - 20; x++) if (page.grey[row * page.widthPx + x]! < 110) dark.push(x);
			const at = dark.reduce((a, b) => a + b, 0) / dark.length;
			expect((at + 0.5 - apex) / pxPerMm, paper).to.be.closeTo(want, 0.2);
		}
	});

	it('belongs to who asked for it, and is refused for a horse of others', async () => {
		const { job } = await askReport(owner, horse);
		await ended(owner, job.id);
		const worker = await signedIn('bodyworker');
		for (const path of [`/api/jobs/${job.id}`, `/api/jobs/${job.id}/file`])
			expect((await worker.get(path)).status).to.equal(404);
		expect((await worker.send('DELETE', `/api/jobs/${job.id}`)).status).to.equal(404);
		expect((await askReport(worker, horse, { job: job.id })).status).to.equal(404);
		expect((await clientAt(serverUrl(), '').get(`/api/jobs/${job.id}`)).status).to.equal(401);
		const foreign = await demoHorse('Avocet');
		expect((await askReport(owner, foreign)).status).to.equal(404);
		// The saddle of another horse: refused when it is made, and said so.
		const mixed = await askReport(owner, { id: horse.id, pairingId: foreign.pairingId });
		const failed = await ended(owner, mixed.job.id);
		expect([failed.state, failed.message]).to.deep.equal(['failed', failed.message]);
		expect(failed.message).to.be.a('string');
	});

	it('can be called off, twice too; what is asked wrongly is said', async () => {
		const asked = await Promise.all(Array.from({ length: 4 }, () => askReport(owner, horse)));
		const last = asked.at(-1)!.job.id;
		const states = [];
		for (let i = 0; i < 2; i++)
			states.push(((await (await owner.send('DELETE', `/api/jobs/${last}`)).json()) as { state: string }).state);
		expect(new Set(states).size).to.equal(1);
		expect(states[0]).to.be.oneOf(['cancelled', 'done']);
		if (states[0] === 'cancelled') expect((await owner.get(`/api/jobs/${last}/file`)).status).to.equal(404);
		await Promise.all(asked.slice(0, 3).map(({ job }) => ended(owner, job.id)));
		expect((await jobOf(owner, last)).state).to.equal(states[0]);
		for (const bad of [{ whom: 'king' }, { paper: 'papyrus' }])
			expect((await askReport(owner, horse, bad)).status).to.equal(400);
		expect((await owner.send('PUT', `/api/jobs/not-an-id?horse=${horse.id}`)).status).to.be.oneOf([400, 404]);
	});

	it('nobody has more than five made at once', async () => {
		const asked = await Promise.all(Array.from({ length: 9 }, () => askReport(owner, horse)));
		const refused = asked.filter((a) => a.status === 400);
		expect(refused.every((a) => /being made for you already/.test(a.job.message ?? ''))).to.be.true;
		expect(refused.length).to.be.at.least(1);
		await Promise.all(asked.filter((a) => a.status === 200).map(({ job }) => ended(owner, job.id)));
	});
});
