import { expect } from 'chai';
import { joinSigns, type Call } from '../../../src/core/call/index.js';
import type { Reading, Weight } from '../../../src/core/reading/index.js';
import { cautionFor, reasonSentence } from '../../../src/words/index.js';

const shape = (verdict: Call['verdict']): Call => ({
	visitedOn: '2026-05-20',
	verdict,
	sureness: 0.97,
	direction: 'loss',
	cause: 'local-loss',
	changes: [],
	forecast: { refitOn: null, earliest: null, latest: null },
	reasons: [{ code: 'no-real-change', data: { detectableMm: 3 } }],
	nextStep: verdict === 'refit' ? 'call-fitter' : 'ride-on',
	nextOn: '2026-07-08',
	detectableChangeMm: 3,
	withinVisitSdMm: 1.5
});
const reading = (weight: Weight): Reading => ({
	code: weight === 'vet' ? 'open-skin' : 'girth-rub',
	weight,
	data: { zone: 'girth', side: 'near', kind: 'skin', grade: 'gall' },
	seenOn: '2026-06-01'
});
const join = (verdict: Call['verdict'] | undefined, ...weights: Weight[]) =>
	joinSigns(verdict ? shape(verdict) : undefined, weights.map(reading), '2026-06-01', { ageYears: 9 });

describe('joinSigns', () => {
	it('without signs is the shape’s own call', () => {
		const joined = join('refit');
		expect([joined?.verdict, joined?.from, joined?.nextStep, joined?.nextOn]).to.deep.equal([
			'refit',
			'shape',
			'call-fitter',
			'2026-07-08'
		]);
	});
	it('without either is no call', () => {
		expect(join(undefined)).to.be.undefined;
		expect(join(undefined, 'note')).to.be.undefined;
	});
	it('a matter for the vet stops the saddle, whatever the shape', () => {
		for (const verdict of ['steady', 'watch', 'refit', undefined] as const) {
			const joined = join(verdict, 'vet', 'watch');
			expect([joined?.verdict, joined?.nextStep, joined?.vetFirst], String(verdict)).to.deep.equal([
				'stop',
				'call-vet',
				true
			]);
		}
	});
	it('what speaks of the saddle alone asks for a look, and for a refit where the shape moves too', () => {
		expect(join('steady', 'fitter')?.verdict).to.equal('watch');
		expect(join('watch', 'fitter')?.verdict).to.equal('refit');
		expect(join('refit', 'watch')?.verdict).to.equal('refit');
		expect(join(undefined, 'fitter')?.nextStep).to.equal('call-fitter');
	});
	it('never makes a call milder than the shape’s', () => expect(join('refit', 'note')?.verdict).to.equal('refit'));
	it('does not give a quiet shape as the reason for a stop', () => {
		expect(join('steady', 'vet')?.reasons.map((r) => r.code)).to.deep.equal(['reading-open-skin']);
		expect(join('refit', 'vet')?.reasons.map((r) => r.code)).to.deep.equal(['reading-open-skin', 'no-real-change']);
	});
	it('says its reasons in words and defers to the vet', () => {
		const joined = join('steady', 'vet');
		expect(reasonSentence(joined?.reasons[0] ?? { code: '', data: {} })).to.equal('Near girth groove: gall');
		expect(cautionFor({ verdict: 'stop', cause: 'none' })).to.contain('Vet before any pad');
	});
	it('looks again in two weeks after a stop (common practice, no source)', () =>
		expect(join('steady', 'vet')?.nextOn).to.equal('2026-06-15'));

	it('a person’s own date stands, but never puts off what a refit or a stop asks for', () => {
		const on = (verdict: Call['verdict'], chosenOn: string, ...weights: Weight[]) =>
			joinSigns(shape(verdict), weights.map(reading), '2026-06-01', { ageYears: 9, chosenOn })?.nextOn;
		expect(on('steady', '2026-09-01')).to.equal('2026-09-01');
		expect(on('steady', '2026-06-10')).to.equal('2026-06-10');
		expect(on('steady', '2026-09-01', 'vet')).to.equal('2026-06-15');
		expect(on('steady', '2026-06-05', 'vet')).to.equal('2026-06-05');
	});
	it('what asks for a look at once brings the date forward and says so as the next step', () => {
		const look: Reading = { code: 'look-again', weight: 'watch', data: { why: 'pad-changed' }, seenOn: '2026-05-30' };
		const joined = joinSigns(shape('steady'), [look], '2026-06-01', { ageYears: 9, lookNowOn: '2026-05-30' });
		expect([joined?.verdict, joined?.nextStep, joined?.nextOn]).to.deep.equal(['watch', 'look-now', '2026-05-30']);
	});
});
