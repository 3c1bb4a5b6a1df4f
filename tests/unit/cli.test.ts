import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { writePointsCsv } from '../../src/core/formats/index.js';
import { CALM_HAND } from '../../sim/trace.js';
import { everyFourWeeks, series, slide, START } from '../support/shapes.js';

interface Answer {
	readonly status: number | null;
	readonly json: any; // eslint-disable-line @typescript-eslint/no-explicit-any -- answers of an outside command, read field by field
}

function zt(input: string, ...args: string[]): Answer {
	const done = spawnSync(process.execPath, ['scripts/zt.mjs', ...args], { input, encoding: 'utf8' });
	return { status: done.status, json: JSON.parse(done.stdout) };
}

const csv = writePointsCsv(series(slide(-10, 12, 28), { visits: 10, hand: CALM_HAND, seed: 13 }));

describe('zt measure', () => {
	const { status, json } = zt(csv, 'measure', '-', '--json');

	it('answers every tracing and every visit and station', () => {
		expect(status).to.equal(0);
		expect(json.tracings).to.have.length(90);
		expect(json.stations).to.have.length(30);
	});

	it('in the shape of the contract', () => {
		const t = json.tracings[0];
		expect(t).to.include({ date: START, station: 'T8', repeat: 1 });
		expect(Object.keys(t.near.half_widths_mm)).to.deep.equal(['30', '60', '75', '90', '120', '150']);
		expect(t.off).to.include.keys('band_half_width_mm', 'flank_slope_deg', 'area_cm2', 'hollow_mm');
		const s = json.stations[0];
		expect(s.repeats).to.equal(3);
		const bands = json.tracings
			.filter((x: { date: string; station: string }) => x.date === START && x.station === 'T8')
			.map((x: { near: { band_half_width_mm: number } }) => x.near.band_half_width_mm);
		expect(s.mean.near.band_half_width_mm).to.be.closeTo(bands.reduce((a: number, b: number) => a + b) / 3, 1e-3);
		expect(s.smallest_detectable_change_mm).to.be.closeTo(2.7719 * s.within_visit_sd_mm, 0.01);
	});
});

describe('zt watch', () => {
	const { status, json } = zt(csv, 'watch', '-', '--fitted', START);

	it('judges every visit, with changes, intervals, forecast and noise', () => {
		expect(status).to.equal(0);
		expect(json.visits.map((v: { date: string }) => v.date)).to.deep.equal(
			Array.from({ length: 10 }, (_, i) => everyFourWeeks(i))
		);
		const last = json.visits[9];
		expect(last).to.include({ verdict: 'refit', direction: 'loss', cause: 'local-loss' });
		const near = last.changes.find((c: { station: string; side: string }) => c.station === 'T8' && c.side === 'near');
		expect(near.measure).to.equal('band_half_width_mm');
		expect(near.ci95[0] < near.mm && near.mm < near.ci95[1]).to.be.true;
		expect(Object.keys(last.forecast)).to.deep.equal(['refit_on', 'earliest', 'latest']);
		expect(json.noise.detectable_change_mm).to.be.within(1.5, 6);
	});

	it('is led by the saddle’s own limits when asked, and tells them with their doubt', () => {
		expect(json.limits).to.deep.include({ lead: 'usual', refit_loss_mm: 6, sides_apart_mm: 8 });
		const own = zt(csv, 'watch', '-', '--fitted', START, '--limits', 'own');
		expect(own.json.limits.lead).to.equal('own');
		expect(own.json.limits.refit_loss_mm).to.be.within(3, 9);
		expect(own.json.limits.watch_loss_mm).to.be.below(own.json.limits.refit_loss_mm);
		expect(own.json.limits.sd_mm).to.have.all.keys('loss', 'gain', 'apart');
		expect(own.json.visits[9].changes).to.deep.equal(json.visits[9].changes);
		expect(zt(csv, 'watch', '-', '--fitted', START, '--limits', 'mine').json.error.code).to.equal('bad-option');
	});

	it('says which visits were not judged, and why', () =>
		expect(zt(csv, 'watch', '-', '--fitted', everyFourWeeks(2)).json.not_judged).to.deep.equal([
			{ date: START, why: 'before-fit' },
			{ date: everyFourWeeks(1), why: 'before-fit' }
		]));
});

describe('zt refuses', () => {
	const cases: readonly (readonly [string, string, string[], string])[] = [
		['an unknown command', '', ['fly'], 'unknown-command'],
		['no file', '', ['measure'], 'bad-option'],
		['a file that is not there', '', ['measure', 'no/such.csv'], 'file-unreadable'],
		['an option it does not know', '', ['measure', '-', '--fast'], 'bad-option'],
		['watch without the fitted day', csv, ['watch', '-'], 'bad-option'],
		['a school nobody keeps', csv, ['watch', '-', '--fitted', START, '--school', 'tight'], 'bad-option'],
		['a day that is none', csv, ['watch', '-', '--fitted', '2024-02-31'], 'bad-date'],
		['a fitted day without a visit', csv, ['watch', '-', '--fitted', '2020-01-01'], 'no-visit-at-fit'],
		['another kind of file', '%PDF-1.4', ['measure', '-'], 'not-csv'],
		['one bad cell', csv.replace(/T8,1,-[\d.]+/, 'T8,1,oops'), ['measure', '-'], 'not-a-number']
	];
	for (const [what, input, args, code] of cases)
		it(`${what}: ${code}`, () => {
			const { status, json } = zt(input, ...args);
			expect(status).not.to.equal(0);
			expect(json.error.code).to.equal(code);
			expect(json.error.message).to.match(/\S+.*\./);
		});
});
