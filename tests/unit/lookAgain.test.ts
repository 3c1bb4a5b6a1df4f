import { expect } from 'chai';
import { layOffDue, lookAgain, nextByHandDay, type Happened } from '../../src/core/schedule/index.js';

const QUIET: Happened = {
	lookedOn: '2026-05-01',
	tracedOn: '2026-05-01',
	today: '2026-06-10',
	changes: [],
	behaviourOn: [],
	rodeOn: [],
	weightsKg: [],
	weightShare: 0.05
};
const codes = (more: Partial<Happened>): string[] => lookAgain({ ...QUIET, ...more }).map((l) => l.code);

describe('looking again at once (common practice, no source)', () => {
	it('nothing happened: no reason', () => expect(codes({})).to.deep.equal([]));
	it('5% of weight either way, between the last two readings', () => {
		const weights = (a: number, b: number) => ({
			weightsKg: [
				{ on: '2026-01-01', kg: 900 },
				{ on: '2026-04-01', kg: a },
				{ on: '2026-06-01', kg: b }
			]
		});
		expect(codes(weights(500, 475))).to.deep.equal(['weight-changed']);
		expect(codes(weights(500, 526))).to.deep.equal(['weight-changed']);
		expect(codes(weights(500, 480))).to.deep.equal([]);
	});
	it('a change of weight found on a day that was traced has been looked at', () => {
		const weightsKg = [
			{ on: '2026-04-01', kg: 500 },
			{ on: '2026-06-01', kg: 560 }
		];
		expect(codes({ weightsKg, tracedOn: '2026-06-01' })).to.deep.equal([]);
		expect(codes({ weightsKg, tracedOn: undefined })).to.deep.equal(['weight-changed']);
	});
	it('more than three weeks without a ride, once rides are logged', () => {
		expect(codes({ rodeOn: ['2026-05-02', '2026-05-10'] })).to.deep.equal(['lay-off']);
		expect(codes({ rodeOn: ['2026-05-02', '2026-05-22', '2026-06-09'] })).to.deep.equal([]);
		expect(codes({ rodeOn: ['2026-05-02'] })).to.deep.equal([]);
	});
	it('21 days are no lay-off, 22 are; it is dated from the day it became one', () => {
		const rodeOn = ['2026-05-02', '2026-05-10'];
		expect(codes({ rodeOn, today: '2026-05-31' })).to.deep.equal([]);
		expect(lookAgain({ ...QUIET, rodeOn, today: '2026-06-01' })).to.deep.equal([
			{ code: 'lay-off', since: '2026-06-01' }
		]);
		expect(lookAgain({ ...QUIET, rodeOn, today: '2026-07-20' })[0]?.since).to.equal('2026-06-01');
		expect(layOffDue(rodeOn)).to.equal('2026-06-01');
		expect(layOffDue(['2026-05-02'])).to.be.undefined;
	});
	it('a look during a lay-off settles it; riding again after one asks for another', () => {
		const rodeOn = ['2026-05-02', '2026-05-10'];
		expect(codes({ rodeOn, lookedOn: '2026-06-05' })).to.deep.equal([]);
		expect(codes({ rodeOn: [...rodeOn, '2026-06-08'], lookedOn: '2026-06-05' })).to.deep.equal(['lay-off']);
	});
	it('another rider, pad, work, saddle', () =>
		expect(
			codes({
				changes: [
					{ on: '2026-05-03', change: 'rider' },
					{ on: '2026-05-04', change: 'pad' },
					{ on: '2026-05-05', change: 'saddle' },
					{ on: '2026-05-06', change: 'work' }
				]
			})
		).to.deep.equal(['rider-changed', 'pad-changed', 'saddle-changed', 'work-changed']));
	it('new behaviour since the last look', () => {
		expect(codes({ behaviourOn: ['2026-05-20'] })).to.deep.equal(['new-behaviour']);
		expect(codes({ behaviourOn: ['2026-04-20', '2026-06-20'] })).to.deep.equal([]);
	});
	it('what was changed before the last look has been seen', () =>
		expect(codes({ changes: [{ on: '2026-04-03', change: 'rider' }] })).to.deep.equal([]));
});

describe('by hand (common practice, no source)', () => {
	it('half-yearly when young or back in work, yearly when grown', () => {
		expect(nextByHandDay('2026-01-01', 4, false)).to.equal('2026-07-02');
		expect(nextByHandDay('2026-01-01', 9, true)).to.equal('2026-07-02');
		expect(nextByHandDay('2026-01-01', 9, false)).to.equal('2027-01-01');
		expect(nextByHandDay('2026-01-01', undefined, false)).to.equal('2027-01-01');
	});
});
