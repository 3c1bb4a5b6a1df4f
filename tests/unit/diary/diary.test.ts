import { expect } from 'chai';
import type { Call } from '../../../src/core/call/index.js';
import { changedSince, comingUp, type ChangedQuestion, type DiaryQuestion } from '../../../src/core/diary/index.js';
import { askedOfOwner } from '../../../src/core/reading/index.js';
import { setupField, setupOn } from '../../../src/core/setup/index.js';
import { changedLines, diaryWords } from '../../../src/words/index.js';
import { visitOf } from '../../support/notes.js';

const PAIRING = '01930000-0000-7000-8000-0000000000aa';
const visit = (id: string, on: string, fields: Readonly<Record<string, unknown>>) => ({ id, ...visitOf(on, fields) });

describe('what comes up for a horse', () => {
	const ask = (more: Partial<DiaryQuestion>) =>
		comingUp({
			today: '2026-05-10',
			call: { nextStep: 'ride-on', nextOn: '2026-06-01' },
			byHandOn: '2027-05-01',
			decidedOn: undefined,
			asked: [],
			setup: undefined,
			...more
		}).map((i) => `${i.on} ${i.code}${i.due ? '!' : ''}`);
	it('the first first: tracing, then by hand', () =>
		expect(ask({})).to.deep.equal(['2026-06-01 trace', '2027-05-01 by-hand']));
	it('fitter and vet are today’s, before anything of that day', () => {
		expect(ask({ call: { nextStep: 'call-fitter', nextOn: '2026-05-10' } })[0]).to.equal('2026-05-10 call-fitter!');
		expect(ask({ call: { nextStep: 'call-vet', nextOn: '2026-05-24' } })[0]).to.equal('2026-05-10 call-vet!');
	});
	it('a look that is wanted now is no tracing', () =>
		expect(ask({ call: { nextStep: 'look-now', nextOn: '2026-05-09' } })[0]).to.equal('2026-05-09 look!'));
	it('shims come out eight weeks after the first of them went in, however often they were changed since', () => {
		const visits = [
			visit('a', '2026-03-01', { [setupField(PAIRING, 'front-near')]: 6 }),
			visit('b', '2026-04-01', { [setupField(PAIRING, 'front-off')]: 3 })
		];
		expect(ask({ setup: setupOn(visits, PAIRING, '2026-05-10') })[0]).to.equal('2026-04-26 shims-out!');
		const out = [
			...visits,
			visit('c', '2026-05-01', { [setupField(PAIRING, 'front-near')]: 0, [setupField(PAIRING, 'front-off')]: 0 })
		];
		expect(ask({ setup: setupOn(out, PAIRING, '2026-05-10') })[0]).to.equal('2026-06-01 trace');
	});
	it('a date set beside the horse stands beside the call’s, once', () => {
		expect(ask({ decidedOn: '2026-05-20' })[0]).to.equal('2026-05-20 decided');
		expect(ask({ decidedOn: '2026-06-01' })).to.have.length(2);
	});
	it('what was asked of the owner is due until it is ticked off', () => {
		const visits = [
			visit('a', '2026-05-01', { 'treat/asked': ['stretches', 'rest'], 'answered/rest': '2026-05-03' }),
			visit('b', '2026-05-08', { 'treat/asked': ['stretches'] })
		];
		const asked = askedOfOwner(visits, '2026-05-10');
		expect(asked.map((a) => [a.visitId, a.what, a.doneOn])).to.deep.equal([['b', 'stretches', undefined]]);
		expect(ask({ asked })).to.include('2026-05-08 asked!');
		const ticked = [
			visits[0],
			visit('b', '2026-05-08', { 'treat/asked': ['stretches'], 'answered/stretches': '2026-05-09' })
		] as typeof visits;
		expect(askedOfOwner(ticked, '2026-05-10').map((a) => a.doneOn)).to.deep.equal(['2026-05-09']);
		expect(ask({ asked: askedOfOwner(ticked, '2026-05-10') })).to.have.length(2);
		expect(
			askedOfOwner(visits, '2026-05-02').map((a) => a.what),
			'nothing later'
		).to.deep.equal(['stretches', 'rest']);
	});
	it('has words for every code', () => {
		const items = comingUp({
			today: '2026-05-10',
			call: { nextStep: 'call-vet', nextOn: '2026-06-01' },
			byHandOn: '2027-05-01',
			decidedOn: '2026-05-20',
			asked: [{ visitId: 'a', askedOn: '2026-05-01', what: 'rest', doneOn: undefined }],
			setup: setupOn([visit('a', '2026-03-01', { [setupField(PAIRING, 'front-near')]: 6 })], PAIRING, '2026-05-10')
		});
		expect(items.map(diaryWords)).to.include('owner: rest, no saddle');
		expect(items.map(diaryWords)).to.not.include('');
	});
});

describe('what changed since the visit before', () => {
	const call = (visitedOn: string, mm: number): Pick<Call, 'visitedOn' | 'changes'> => ({
		visitedOn,
		changes: [{ station: 'T8', side: 'near', mm, sdMm: 0.7, ci95: [mm - 1.4, mm + 1.4], real: true }]
	});
	const check = (n: number) => ({ [`check/${PAIRING}/bare/clearance-top/both`]: { fingers: n, mm: 18 * n } });
	const q = (more: Partial<ChangedQuestion> = {}): ChangedQuestion => ({
		days: ['2026-04-01', '2026-05-01'],
		calls: [call('2026-04-01', -2), call('2026-05-01', -5)],
		visits: [
			visit('a', '2026-04-01', { ...check(3), 'sign/hair/pocket/near': { grade: 1 } }),
			visit('b', '2026-05-01', {
				...check(2),
				'sign/hair/pocket/near': { grade: 1 },
				'sign/soreness/pocket/off': { grade: 2 },
				[setupField(PAIRING, 'front-near')]: 6
			})
		],
		rides: [
			{ riddenOn: '2026-04-20', seen: ['bucks', 'soft-ears'], changes: [] },
			{ riddenOn: '2026-03-20', seen: ['ears'], changes: [] }
		],
		pairingId: PAIRING,
		front: 'T8',
		...more
	});
	it('names figures of both days, new signs, set-up and rides since; ease is no trouble', () => {
		const c = changedSince(q());
		expect(c?.front).to.have.length(1);
		expect(c?.fingers.map((f) => [f.then, f.now])).to.deep.equal([[3, 2]]);
		expect(c?.signs.map((s) => s.kind)).to.deep.equal(['soreness']);
		expect(c?.setup.map((s) => s.part)).to.deep.equal(['front-near']);
		expect(c?.ridden).to.deep.equal(['bucks']);
		const lines = c ? changedLines(c) : [];
		expect(lines).to.have.length(5);
		expect(lines.join()).to.not.match(/undefined|NaN/);
	});
	it('says nothing before there are two visits, nor where nothing moved', () => {
		expect(changedSince(q({ days: ['2026-05-01'] }))).to.equal(undefined);
		const same = q({ calls: [call('2026-04-01', -2), call('2026-05-01', -2.4)], visits: [], rides: [] });
		const c = changedSince(same);
		expect(c && changedLines(c)).to.deep.equal([]);
	});
	it('knows nothing later than the day that is looked at', () => {
		const c = changedSince(q({ days: ['2026-03-01', '2026-04-01'] }));
		expect(c?.fingers).to.deep.equal([]);
		expect(c?.setup).to.deep.equal([]);
	});
});
