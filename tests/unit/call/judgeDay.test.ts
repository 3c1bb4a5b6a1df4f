import { expect } from 'chai';
import { evidenceDay, judgeDay, openActions, type Call, type DayInput } from '../../../src/core/call/index.js';
import { checkField, USUAL_RULES } from '../../../src/core/checks/index.js';
import { gatherEvidence, pruneVisits, readEvidence } from '../../../src/core/reading/index.js';
import { hasFindings } from '../../../src/core/visit/index.js';
import type { VisitFields } from '../../../src/core/zones/index.js';
import { DEMO_SIGNS } from '../../../sim/demo/signs.js';
import { visitOf } from '../../support/notes.js';

const PAIRING = '01930000-0000-7000-8000-0000000000aa';
const DAY = '2026-06-01';
const shape = (verdict: Call['verdict'], direction: Call['direction'] = 'loss'): Call => ({
	visitedOn: '2026-05-20',
	verdict,
	sureness: 0.97,
	direction,
	cause: 'local-loss',
	changes: [],
	forecast: { refitOn: null, earliest: null, latest: null },
	reasons: [],
	nextStep: verdict === 'refit' ? 'call-fitter' : 'ride-on',
	nextOn: '2026-07-08',
	detectableChangeMm: 3,
	withinVisitSdMm: 1.5
});
const judge = (visits: readonly VisitFields[], more: Partial<DayInput> = {}) =>
	judgeDay({
		day: DAY,
		pairing: { id: PAIRING, rules: USUAL_RULES },
		visits,
		rides: [],
		shape: shape('steady'),
		tracedOn: '2026-05-20',
		ageYears: 9,
		...more
	});

describe('judgeDay', () => {
	it('an open sore of last week stops the saddle at today’s visit too, though nobody looked at it again', () => {
		const visits = [
			visitOf('2026-05-25', { 'sign/skin/pocket/near': { grade: 4 } }),
			visitOf(DAY, { 'rest/feel': true })
		];
		const judged = judge(visits);
		expect(judged.joined?.verdict).to.equal('stop');
		expect(openActions(judged)).to.deep.equal(['fitter', 'vet']);
	});
	it('offers neither “Ride on” nor “Watch” at refit, and no pad where it is too narrow', () => {
		const today = [visitOf(DAY, { 'rest/feel': true })];
		expect(openActions(judge(today, { shape: shape('refit') }))).to.deep.equal(['pad', 'fitter', 'vet']);
		expect(openActions(judge(today, { shape: shape('refit', 'gain') }))).to.deep.equal(['fitter', 'vet']);
		const narrow = [visitOf(DAY, { [checkField(PAIRING, 'bare', 'front-angle', 'both')]: 'first-at-bottom' })];
		expect(openActions(judge(narrow))).to.deep.equal(['ride-on', 'watch', 'fitter', 'vet']);
		expect(openActions(judge(today)))
			.to.include('ride-on')
			.and.include('pad');
	});
	it('what a person decided is part of the call, with their date and until the next look', () => {
		const visits = [visitOf('2026-05-25', { 'decide/action': 'fitter', 'decide/nextOn': '2026-06-20' })];
		const { joined } = judge(visits, { tracedOn: '2026-05-20' });
		expect([joined?.verdict, joined?.nextStep, joined?.nextOn]).to.deep.equal(['watch', 'call-fitter', '2026-06-20']);
		const looked = [...visits, visitOf('2026-05-28', { 'rest/feel': true })];
		expect(judge(looked).joined?.nextOn).to.not.equal('2026-06-20');
	});
	it('of two visits of one day the later one made speaks: its decision, its press of the same place', () => {
		const visits = [
			visitOf(DAY, { 'decide/action': 'ride-on', 'sign/soreness/pocket/near': { grade: 3 } }),
			visitOf(DAY, { 'decide/action': 'fitter', 'sign/soreness/pocket/near': { grade: 0 } })
		];
		for (const seen of [visits, pruneVisits(visits, DAY)]) {
			const { evidence } = judge(seen);
			expect([evidence.decided?.action, evidence.signs]).to.deep.equal(['fitter', []]);
		}
		const { evidence } = judge(visits.toReversed());
		expect([evidence.decided?.action, evidence.signs.length]).to.deep.equal(['ride-on', 1]);
	});
	it('new behaviour is the headline, not a line beside “Ride on”', () => {
		const rides = [{ riddenOn: '2026-05-30', seen: ['bucks'], changes: [] }];
		const { joined } = judge([visitOf('2026-05-20', { 'rest/feel': true })], { rides });
		expect([joined?.verdict, joined?.nextStep]).to.deep.equal(['watch', 'look-now']);
		const old = [{ riddenOn: '2026-05-03', seen: ['bucks'], changes: [] }];
		expect(judge([visitOf('2026-05-20', { 'rest/feel': true })], { rides: old }).joined?.verdict).to.equal('steady');
	});
	it('behaviour counts for 28 days, not 29 (common practice, no source)', () => {
		const on = (riddenOn: string) =>
			judge([], { tracedOn: '2026-04-01', rides: [{ riddenOn, seen: ['bucks'], changes: [] }] }).readings.some(
				(r) => r.code === 'behaviour-new'
			);
		expect([on('2026-05-04'), on('2026-05-03')]).to.deep.equal([true, false]);
	});
	it('time alone brings a lay-off, on the 22nd day without a ride (common practice, no source)', () => {
		const rides = ['2026-05-01', '2026-05-10'].map((riddenOn) => ({ riddenOn, seen: [], changes: [] }));
		const on = (today: string) =>
			judge([visitOf('2026-05-02', { 'rest/feel': true })], { day: '2026-05-10', today, rides, tracedOn: undefined })
				.joined?.verdict;
		expect([on('2026-05-31'), on('2026-06-01')]).to.deep.equal(['steady', 'watch']);
	});
});

describe('a visit that was only opened', () => {
	it('is no look: how it was begun, skipped or laid out is no finding', () => {
		const opened = visitOf(DAY, {
			way: 'full',
			saddle: PAIRING,
			'skip/going': true,
			'tracings/plan': 'later',
			done: true
		});
		expect(hasFindings(opened.states)).to.be.false;
		expect(evidenceDay([opened], [], undefined)).to.be.undefined;
		expect(evidenceDay([opened], [{ riddenOn: DAY }], undefined)).to.be.undefined;
		for (const field of ['note', 'sign/hair/girth/near', 'rest/feel', 'tape/girthCm', 'decide/action', 'photo/side'])
			expect(hasFindings(visitOf(DAY, { [field]: 'x' }).states), field).to.be.true;
		expect(hasFindings(visitOf(DAY, { note: null }).states)).to.be.false;
	});
});

describe('pruneVisits', () => {
	const at = (back: number) => new Date(Date.UTC(2026, 4, 28) - back * 28 * 86_400_000).toISOString().slice(0, 10);
	for (const [name, story] of Object.entries(DEMO_SIGNS))
		it(`keeps of ${name}’s visits all that bears on today, and no more`, () => {
			const visits = Object.entries(story).map(([back, notes]) =>
				visitOf(at(Number(back)), Object.fromEntries(notes.map(([f, v]) => [f.replace('PAIRING', PAIRING), v])))
			);
			const options = { day: DAY, pairingId: PAIRING, rules: USUAL_RULES, changes: [], rides: [] } as const;
			const from = (list: readonly VisitFields[]) => gatherEvidence(list, options);
			const pruned = pruneVisits(visits, DAY);
			expect(readEvidence(from(pruned))).to.deep.equal(readEvidence(from(visits)));
			expect(from(pruned).decided).to.deep.equal(from(visits).decided);
			// And with a visit of today that looks at everything again.
			const today = visitOf(DAY, { 'rest/feel': true, 'rest/hair': true });
			expect(readEvidence(from([...pruned, today]))).to.deep.equal(readEvidence(from([...visits, today])));
		});
});
