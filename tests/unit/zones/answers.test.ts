import { expect } from 'chai';
import { judgeDay } from '../../../src/core/call/index.js';
import { openEntryIds, pruneVisits } from '../../../src/core/reading/index.js';
import { foldEntries, knewOf, type Entry, type EntryValue } from '../../../src/core/visit/index.js';
import { standingSigns } from '../../../src/core/zones/index.js';
import { readingSentence } from '../../../src/words/index.js';

let n = 0;
const tap = (field: string, value: EntryValue, more: Partial<Entry> = {}): Entry => ({
	id: `0193${String(++n).padStart(4, '0')}-0000-7000-8000-000000000000`,
	field,
	value,
	replaces: [],
	madeAt: '2026-06-01T10:00:00Z',
	...more
});
const visit = (visitedOn: string, ...entries: Entry[]) => ({ visitedOn, states: foldEntries(entries) });
const SORE = 'sign/skin/pocket/near';
const DAY = '2026-06-20';
const verdict = (...visits: ReturnType<typeof visit>[]) =>
	judgeDay({ day: DAY, pairing: undefined, visits, rides: [], shape: undefined, tracedOn: undefined, ageYears: 9 })
		.joined?.verdict;

describe('a sign for the vet is closed only by a look that knew of it', () => {
	const sore = tap(SORE, { grade: 4 }, { madeAt: '2026-06-01T12:00:00Z', receivedAt: '2026-06-01T12:00:05Z' });

	it('a later look that was shown it closes it', () => {
		const look = tap('rest/hair', true, { answers: [sore.id] });
		expect(standingSigns([visit('2026-06-01', sore), visit('2026-06-08', look)], DAY)).to.deep.equal([]);
	});

	it('a look that was not shown it leaves it standing, and that is said', () => {
		const look = tap('rest/hair', true, { answers: [] });
		const visits = [visit('2026-06-01', sore), visit('2026-06-08', look)];
		expect(standingSigns(visits, DAY)[0]).to.deep.include({
			grade: 4,
			visitedOn: '2026-06-01',
			passedOn: '2026-06-08'
		});
		expect(verdict(...visits)).to.equal('stop');
		const { readings } = judgeDay({
			day: DAY,
			pairing: undefined,
			visits,
			rides: [],
			shape: undefined,
			tracedOn: undefined,
			ageYears: 9
		});
		expect(readingSentence(readings[0]!.code, readings[0]!.data)).to.contain(
			'The finding of 1 Jun 2026 has not been checked again.'
		);
	});

	it('a clean visit begun six hours before and sent late does not close it', () => {
		const early = tap('rest/hair', true, { madeAt: '2026-06-01T06:00:00Z', receivedAt: '2026-06-01T18:00:00Z' });
		expect(verdict(visit('2026-06-01', sore), visit('2026-06-01', early))).to.equal('stop');
		const after = tap('rest/hair', true, { madeAt: '2026-06-01T13:00:00Z', receivedAt: '2026-06-01T18:00:00Z' });
		expect(verdict(visit('2026-06-01', sore), visit('2026-06-02', after))).to.equal(undefined);
	});

	it('a milder finding at the same place that did not know of it does not take its place', () => {
		const mild = tap(SORE, { grade: 2 }, { answers: [] });
		const standing = standingSigns([visit('2026-06-01', sore), visit('2026-06-08', mild)], DAY);
		expect(standing.map((s) => s.grade)).to.deep.equal([4]);
		expect(standing[0]?.entryIds).to.have.members([sore.id, mild.id]);
		const knowing = tap(SORE, { grade: 2 }, { answers: [sore.id] });
		expect(
			standingSigns([visit('2026-06-01', sore), visit('2026-06-08', knowing)], DAY).map((s) => s.grade)
		).to.deep.equal([2]);
	});

	it('one that arrives late is not closed by a look that closed another one', () => {
		const seen = tap(SORE, { grade: 3 }, { receivedAt: '2026-06-05T10:00:00Z' });
		const look = tap('rest/hair', true, { answers: [seen.id] });
		const visits = [visit('2026-06-01', sore), visit('2026-06-05', seen), visit('2026-06-08', look)];
		expect(standingSigns(visits, DAY).map((s) => s.entryIds)).to.deep.equal([[sore.id]]);
	});

	it('a look of an earlier day never closes it, whatever it names', () => {
		const look = tap('rest/hair', true, { answers: [sore.id] });
		expect(verdict(visit('2026-05-30', look), visit('2026-06-01', sore))).to.equal('stop');
	});

	it('lameness and a decision for the vet stand in the same way', () => {
		const lame = tap('going/ridden', ['lame'], { receivedAt: '2026-06-01T12:00:00Z' });
		const sound = (answers: string[]) => tap('going/ridden', [], { answers });
		expect(verdict(visit('2026-06-01', lame), visit('2026-06-08', sound([])))).to.equal('stop');
		expect(verdict(visit('2026-06-01', lame), visit('2026-06-08', sound([lame.id])))).to.equal(undefined);
		const vet = tap('decide/action', 'vet', { receivedAt: '2026-06-01T12:00:00Z' });
		const ride = (answers: string[]) => tap('decide/action', 'ride-on', { answers });
		expect(verdict(visit('2026-06-01', vet), visit('2026-06-08', ride([])))).to.equal('stop');
		expect(verdict(visit('2026-06-01', vet), visit('2026-06-08', ride([vet.id])))).to.equal(undefined);
	});

	it('what is open is listed for the next look, and answering all of the list closes it', () => {
		const lame = tap('going/bare', ['short'], { receivedAt: '2026-06-01T12:00:00Z' });
		const visits = [visit('2026-06-01', sore, lame)];
		const open = openEntryIds(visits, DAY);
		expect(open).to.have.members([sore.id, lame.id]);
		const look = ['rest/hair', 'going/bare'].map((f) => tap(f, f === 'rest/hair' ? true : [], { answers: open }));
		expect(openEntryIds([...visits, visit('2026-06-08', ...look)], DAY)).to.deep.equal([]);
		expect(verdict(...visits, visit('2026-06-08', ...look))).to.equal(undefined);
	});

	it('a page without a connection, which carries less, stands where the whole record stands', () => {
		const visits = [visit('2026-06-01', sore), visit('2026-06-08', tap('rest/hair', true, { answers: [] }))];
		expect(standingSigns(pruneVisits(visits, DAY), DAY)).to.deep.equal(standingSigns(visits, DAY));
	});

	it('a device that says nothing is believed only after the server had it', () => {
		const late = (madeAt: string) => knewOf(tap('rest/hair', true, { madeAt }), sore);
		expect(late('2026-06-01T12:00:04Z')).to.be.false;
		expect(late('2026-06-01T12:00:06Z')).to.be.true;
	});
});
